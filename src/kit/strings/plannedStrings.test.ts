import { describe, expect, it } from "vitest";
import { fail, succeed } from "../../core/result";
import type { PlannedString } from "../../core/strings/types";
import type { AskedString, GridRequest } from "../../domain/strings/gridQuestion";
import { type AskStrings, StringPlans } from "./plannedStrings";

/** A string that is told from others by its first row. */
const string = (row: number): AskedString => ({
  question: {
    base: { kind: "paint", parts: [{ tube: 0, volume: 1 }] },
    rows: [row],
    lighten: "white",
    darken: "family",
    chroma: "arc",
    maxTubes: 4,
    sharedWithin: 1,
  },
  hands: [],
  asWash: false,
});
const request = (rows: readonly number[], tubes: GridRequest["tubes"] = []): GridRequest => ({
  tubes,
  strings: rows.map(string),
});
const plannedOf = ({ question }: AskedString) => ({ tubes: question.rows }) as unknown as PlannedString;

function desk() {
  const asked: number[][] = [];
  const ask: AskStrings = async ({ strings }, onProgress) => {
    asked.push(strings.map(({ question }) => question.rows[0] ?? 0));
    strings.forEach((_, i) => {
      onProgress((i + 1) / strings.length);
    });
    return Promise.resolve(succeed(strings.map(plannedOf)));
  };
  return { asked, ask };
}

const rowsOf = (answer: Awaited<ReturnType<StringPlans["plan"]>>) =>
  answer.ok ? answer.value.map(({ tubes }) => tubes[0]) : undefined;

describe("plans of strings", () => {
  it("are asked of two workers, and come back in the order of the grid", async () => {
    const { asked, ask } = desk();
    const shares: number[] = [];
    const answer = await new StringPlans().plan(request([5, 4, 3, 2, 1]), ask, (share) => shares.push(share));
    expect(asked).toEqual([
      [5, 3, 1],
      [4, 2],
    ]);
    expect(rowsOf(answer)).toEqual([5, 4, 3, 2, 1]);
    expect(shares.at(-1)).toBe(1);
    expect(shares).toEqual(shares.toSorted((a, b) => a - b));
  });

  it("are asked once: a string that is added is planned alone", async () => {
    const { asked, ask } = desk();
    const plans = new StringPlans();
    await plans.plan(request([1, 2]), ask);
    expect(rowsOf(await plans.plan(request([2, 9, 1]), ask))).toEqual([2, 9, 1]);
    expect(rowsOf(await plans.plan(request([1, 1]), ask))).toEqual([1, 1]);
    expect(asked.slice(2)).toEqual([[9]]);
  });

  it("are of one set of tubes, and those of sets long past are forgotten", async () => {
    const { asked, ask } = desk();
    const plans = new StringPlans();
    const tubes = (k: number) => [{ absorption: [k], scattering: [1], isBlack: false }];
    for (let set = 0; set < 8; set++) await plans.plan(request([1], tubes(set)), ask);
    expect(asked).toHaveLength(8);
    await plans.plan(request([1], tubes(7)), ask);
    expect(asked).toHaveLength(8);
    await plans.plan(request([1], tubes(0)), ask);
    expect(asked).toHaveLength(9);
  });

  it("fail as a whole, and keep nothing of what failed", async () => {
    const { asked, ask } = desk();
    const plans = new StringPlans();
    const broken = await plans.plan(request([1, 2]), async () =>
      Promise.resolve(fail({ code: "cancelled" })),
    );
    expect(broken).toEqual(fail({ code: "cancelled" }));
    expect(rowsOf(await plans.plan(request([1, 2]), ask))).toEqual([1, 2]);
    expect(asked).toHaveLength(2);
  });
});
