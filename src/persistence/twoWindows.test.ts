import "fake-indexeddb/auto";
import { describe, expect, it } from "vitest";
import { wholeOf } from "../../tests/support/sampleStore";
import { BENCH_TASKS, readyStore, type StoreTask } from "../../tests/support/storeTasks";
import { sized } from "../../tests/support/study";
import { createRng } from "../core/random/rng";
import { GamanDatabase } from "./database";
import { PileChangedError } from "./piles";
import { checkStore } from "./storeCheck";

/** All of them with `npm run study`. */
const names = Object.keys(BENCH_TASKS);
const ALL = names.flatMap((first) => names.map((second) => [first, second] as const));
const PAIRS = sized(20, ALL.length);

let count = 0;

/** Two windows on one store; each does its task to what it saw before the other did anything. */
async function outcome(
  tasks: readonly StoreTask[],
  isTogether: boolean,
): Promise<{ readonly state: string; readonly lost: number }> {
  const name = `windows-${count++}`;
  const at = await readyStore(name);
  const other = new GamanDatabase(name);
  const [first, second] = tasks.map((task, i) => () => task(i === 0 ? at : { ...at, db: other }));
  const told: unknown[] = [];
  const tell = (error: unknown): void => {
    told.push(error);
  };
  if (isTogether) await Promise.all([first?.().catch(tell), second?.().catch(tell)]);
  else {
    await first?.().catch(tell);
    await second?.().catch(tell);
  }
  // Whoever comes too late is told so, and nothing else goes wrong.
  for (const error of told) expect(error).toBeInstanceOf(PileChangedError);
  const report = await checkStore(at.db);
  expect([report.unreadable, report.dangling]).toEqual([[], []]);
  const state = canonical(await wholeOf(at.db));
  other.close();
  await at.db.delete();
  return { state, lost: told.length };
}

/** Ids are made up each time, and rows lie in the order of them: every reference was followed before. */
function canonical(whole: Awaited<ReturnType<typeof wholeOf>>): string {
  const tables = Object.entries(whole).map(([table, rows]) => [
    table,
    rows.map((row) => JSON.stringify(row).replace(/"[\w-]{21}(-p| \d+)?"/g, '"#"')).toSorted(),
  ]);
  return JSON.stringify(tables);
}

describe("two windows at the same moment", () => {
  it(`${PAIRS} pairs of commands come out as one after the other, and the loser is told`, {
    timeout: 600_000,
  }, async () => {
    const rng = createRng(12);
    const pairs = [...ALL];
    while (pairs.length > PAIRS) pairs.splice(rng.below(pairs.length), 1);
    let losers = 0;
    for (const [one, two] of pairs) {
      const tasks = [BENCH_TASKS[one], BENCH_TASKS[two]].flatMap((task) => task ?? []);
      const together = await outcome(tasks, true);
      const oneFirst = await outcome(tasks, false);
      const twoFirst = await outcome(tasks.toReversed(), false);
      expect([oneFirst.state, twoFirst.state], `${one}, ${two}`).toContain(together.state);
      losers += together.lost;
    }
    expect(losers).toBeGreaterThan(0);
  });
});
