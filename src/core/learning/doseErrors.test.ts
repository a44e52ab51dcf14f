import { describe, expect, it } from "vitest";
import {
  BOX_OF_EIGHT,
  CONDITIONS,
  instrumentReader,
  simulateBox,
} from "../../../tests/support/simulatedBench";
import { sized } from "../../../tests/support/study";
import { deltaE2000 } from "../color/ciede2000";
import { createRng } from "../random/rng";
import type { Evidence } from "./evidence";
import { learnTubes } from "./learnTubes";

const BOXES = sized(5, 30);
const PILES = 12;
const HAND = 0.2;

describe("evidence from doses that a hand laid", () => {
  it("teaches more, and promises less, where it is known how the hand doses", () => {
    const rng = createRng(61);
    const { read, uncertaintyDeltaE2000 } = instrumentReader(0.25, rng);
    const found = { exact: { misses: 0, inside: 0 }, known: { misses: 0, inside: 0 } };
    let looked = 0;
    for (let box = 0; box < BOXES; box++) {
      const paint = simulateBox(BOX_OF_EIGHT, rng);
      const piles = Array.from({ length: PILES }, () => {
        const parts = paint.randomMix();
        const laid = parts.map((part) => ({ ...part, volume: part.volume * Math.exp(HAND * rng.normal()) }));
        const truth = paint.trueLab(laid);
        return { parts, lab: read(truth, truth), uncertaintyDeltaE2000 };
      });
      const withErrors = piles.map((pile): Evidence => ({ ...pile, doseErrors: pile.parts.map(() => HAND) }));
      const mixes = Array.from({ length: 40 }, () => paint.randomMix());
      looked += mixes.length;
      for (const [kind, evidence] of [
        ["exact", piles],
        ["known", withErrors],
      ] as const) {
        const learned = learnTubes(paint.generic, evidence, CONDITIONS);
        for (const mix of mixes) {
          const miss = deltaE2000(paint.trueLab(mix), learned.labOf(mix));
          found[kind].misses += miss;
          if (miss <= learned.bandOf(mix)) found[kind].inside++;
        }
      }
    }
    expect(found.known.misses).toBeLessThan(found.exact.misses);
    expect(found.known.inside / looked).toBeGreaterThan(found.exact.inside / looked);
    expect(found.known.inside / looked).toBeGreaterThan(sized(0.7, 0.8));
  });
});
