import { describe, expect, it } from "vitest";
import { labOfMix, type Mix, pigment, randomMixes, SIX_TUBES } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { deltaE2000 } from "../color/ciede2000";
import { contamination } from "./contamination";

const volumesOf = (mix: Mix) =>
  Object.entries(mix)
    .filter(([, volume]) => volume > 0)
    .map(([id, volume]) => ({ optics: pigment(id).optics, volume }));
const after = (previous: Mix, next: Mix, share: number) =>
  contamination(volumesOf(previous), volumesOf(next), share, VIEWING.D65, PAINT_SURFACE);

/** Amounts that come to one part in all. */
function toOne(mix: Mix): Mix {
  const sum = Object.values(mix).reduce((total, volume) => total + volume, 0);
  return Object.fromEntries(Object.entries(mix).map(([id, volume]) => [id, volume / sum]));
}

describe("contamination", () => {
  it("is the mixture with a share of the colour before, and asks for a rag exactly beyond ΔE00 2", () => {
    const mixes = randomMixes(SIX_TUBES, 3, 40, 11).map(toOne);
    let asked = 0;
    mixes.forEach((next, i) => {
      const previous = mixes[(i + 1) % mixes.length] ?? next;
      for (const share of [0.005, 0.02, 0.08]) {
        const found = after(previous, next, share);
        const oracle: Record<string, number> = { ...next };
        for (const [id, volume] of Object.entries(previous)) oracle[id] = (oracle[id] ?? 0) + share * volume;
        expect(deltaE2000(found.predicted, labOfMix(oracle))).toBeLessThan(1e-6);
        expect(found.deltaE2000).toBeCloseTo(deltaE2000(labOfMix(next), labOfMix(oracle)), 6);
        expect(found.asksForCleaning).toBe(deltaE2000(labOfMix(next), labOfMix(oracle)) > 2);
        asked += found.asksForCleaning ? 1 : 0;
      }
    });
    expect(asked).toBeGreaterThan(10);
    expect(asked).toBeLessThan(110);
  });

  it("spoils a yellow with a trace of blue, and a blue hardly with a trace of yellow", () => {
    const yellow = { "arylide-yellow": 1 };
    const blue = { "prussian-blue": 1 };
    expect(after(blue, yellow, 0.01).asksForCleaning).toBe(true);
    expect(after(yellow, blue, 0.01).asksForCleaning).toBe(false);
  });

  it("is nothing for a clean knife or the same colour, and refuses a share that is none", () => {
    const mix = { "raw-umber": 1, "titanium-white": 3 };
    expect(after({ "prussian-blue": 1 }, mix, 0).deltaE2000).toBeLessThan(1e-6);
    expect(after(mix, mix, 0.1).deltaE2000).toBeLessThan(1e-6);
    for (const share of [-0.1, 1, Number.NaN]) expect(() => after(mix, mix, share)).toThrow(RangeError);
  });
});
