import { describe, expect, it } from "vitest";
import {
  asked,
  evenRows,
  knifePiles,
  planner,
  randomString,
  STRING_PALETTES,
  tally,
} from "../../../tests/support/stringTrials";
import { figure, seeded, sized } from "../../../tests/support/study";
import { DEFAULT_SIZES } from "../amounts/amounts";
import { labD65 } from "../color/types";
import { createRng } from "../random/rng";
import { doseCountOf, paintOf } from "./layMember";

describe("a parent pile", () => {
  it("never costs a dose, and saves some in most grids for little paint", { timeout: 600_000 }, () => {
    const [fewer, thrifty] = [tally(), tally()];
    for (const ids of Object.values(STRING_PALETTES)) {
      const rng = createRng(seeded(41));
      const plans = planner(ids);
      for (let grid = 0; grid < sized(1, 5); grid++) {
        let [alone, parented, paintAlone, paintParented] = [0, 0, 0, 0];
        for (let i = 0; i < 6; i++) {
          const question = { ...randomString(ids.length, rng), rows: evenRows(5) };
          const { members, parent } = plans.plan(question, knifePiles(5, 3));
          for (const member of members) {
            const split = member.fromParent ?? member.alone;
            alone += doseCountOf(member.alone);
            parented += doseCountOf(split);
            paintAlone += paintOf(member.alone);
            paintParented += paintOf(split);
          }
          parented += parent?.doses.length ?? 0;
          paintParented += parent?.left ?? 0;
          if (parent) {
            const taken = members.flatMap(({ fromParent }) =>
              (fromParent?.doses ?? []).filter(({ source }) => source === "parent"),
            );
            const sum = taken.reduce((all, { volume }) => all + volume, 0);
            expect(sum).toBeCloseTo(parent.taken, 9);
            expect(parent.left).toBeGreaterThanOrEqual(0);
          }
        }
        expect(parented).toBeLessThanOrEqual(alone);
        fewer.add(parented < alone);
        thrifty.add(paintParented <= 1.1 * paintAlone);
      }
    }
    figure("strings: share of grids with fewer measured doses from parent piles", fewer.share(), {
      least: 0.85,
    });
    figure("strings: share of grids whose parents take at most a tenth more paint", thrifty.share(), {
      least: 1,
    });
  });

  it("is measured in the same sizes as any other pile", () => {
    const { parent } = planner(STRING_PALETTES.split as readonly string[]).plan(
      asked({ chroma: "neutral", base: { kind: "colour", lab: labD65(50, 0, 0) } }),
      knifePiles(5, 3),
    );
    expect(parent).toBeDefined();
    const { speckParts } = DEFAULT_SIZES;
    for (const { volume } of parent?.doses ?? [])
      expect(Math.abs(volume / speckParts - Math.round(volume / speckParts))).toBeLessThan(1e-9);
  });
});
