import { describe, expect, it } from "vitest";
import { figure, seeded, sized } from "../../../tests/support/study";
import { createRng } from "../random/rng";
import { learnHand, scatterOf, USUAL_HAND, type WeighedDose } from "./handScatter";

const HANDS = sized(40, 300);
const PILES = 30;
/** A speck, a touch, a quarter and two parts: what piles are laid of. */
const SIZES = [0.05, 0.125, 0.5, 2];

describe("the scatter of a hand", () => {
  it("is found from thirty weighed piles", () => {
    const rng = createRng(seeded(31));
    let close = 0;
    let looked = 0;
    for (let hand = 0; hand < HANDS; hand++) {
      const truth = { relative: rng.between(0.03, 0.15), absolute: 0.004 * 10 ** rng.next() };
      const doses = Array.from({ length: PILES }, () => [...SIZES.slice(1), SIZES[0] ?? 0]).flatMap((pile) =>
        pile.map((size): WeighedDose => {
          const meant = size * rng.between(0.7, 1.4);
          return { meant, laid: meant * Math.exp(scatterOf(truth, meant) * rng.normal()) };
        }),
      );
      const learned = learnHand(doses);
      for (const size of SIZES) {
        looked++;
        if (Math.abs(scatterOf(learned, size) / scatterOf(truth, size) - 1) <= 0.25) close++;
      }
    }
    figure("hand's scatter from 30 weighed piles within 25 %, share of sizes", close / looked, {
      least: 0.9,
    });
  });

  it("is the usual one before anything was weighed, and hardly moves with one dose", () => {
    expect(learnHand([])).toEqual(USUAL_HAND);
    const once = learnHand([{ meant: 1, laid: 1.3 }]);
    expect(scatterOf(once, 1)).toBeLessThan(0.2);
    expect(scatterOf(once, 1)).toBeGreaterThan(0.06);
  });

  it("forgives one slip", () => {
    const steady = Array.from({ length: 40 }, (_, i) => ({ meant: 1, laid: i % 2 === 0 ? 1.05 : 0.95 }));
    const slipped = learnHand([...steady, { meant: 1, laid: 4 }]);
    expect(scatterOf(slipped, 1)).toBeLessThan(0.12);
  });

  it("refuses doses of nothing", () => {
    for (const laid of [0, -1, Number.NaN, Number.POSITIVE_INFINITY])
      expect(() => learnHand([{ meant: 1, laid }])).toThrow(/above zero/);
  });
});
