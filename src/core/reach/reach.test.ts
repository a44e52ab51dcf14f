import { describe, expect, it } from "vitest";
import { labOfMix, lchOfMix, pigment, ratiosOf, tintedTo } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { deltaE2000 } from "../color/ciede2000";
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import { labD65, type LabD65 } from "../color/types";
import { createRng } from "../random/rng";
import { PaletteReach, REDUNDANT_BELOW } from "./reach";

const DEMO = ["titanium-white", "arylide-yellow", "pyrrole-red", "prussian-blue", "raw-umber"];
const reachOf = (ids: readonly string[]): PaletteReach =>
  new PaletteReach(
    ids.map((id) => pigment(id).optics),
    VIEWING.D65,
    PAINT_SURFACE,
  );

function randomMix(ids: readonly string[], seed: number): LabD65 {
  const rng = createRng(seed);
  return labOfMix(Object.fromEntries(ids.map((id) => [id, rng.next() ** 3])));
}

describe("reach", () => {
  const reach = reachOf(DEMO);

  it("says that every mixture of the palette is reached", () => {
    for (let seed = 0; seed < 40; seed++) {
      expect(reach.nearest(randomMix(DEMO.slice(0, 4), seed)).isReached).toBe(true);
    }
  });

  it("says that colours outside are not, with the miss split in three", () => {
    const answer = reach.nearest(labD65(59, 53, 67));
    expect(answer.isReached).toBe(false);
    expect(answer.miss.deltaChroma).toBeLessThan(-5);
    expect(Math.abs(answer.miss.deltaLightness)).toBeLessThan(3);
  });

  it("holds on to what has priority", () => {
    for (const target of [labD65(40, -60, 30), labD65(70, 60, -20), labD65(30, 20, -70)]) {
      const byValue = reach.nearest(target, "value").miss;
      const byChroma = reach.nearest(target, "chroma").miss;
      expect(Math.abs(byValue.deltaLightness)).toBeLessThanOrEqual(Math.abs(byChroma.deltaLightness) + 1e-6);
      expect(Math.abs(byChroma.deltaChroma)).toBeLessThanOrEqual(Math.abs(byValue.deltaChroma) + 1e-6);
    }
  });

  it("names the tube that would close a miss", () => {
    const offered = ["ivory-black", "cadmium-orange", "viridian", "ultramarine-blue"];
    const target = labOfMix({ "cadmium-orange": 1 });
    const ranked = reach.closingTubes(
      target,
      offered.map((id) => pigment(id).optics),
    );
    expect(offered[ranked[0]?.offered ?? -1]).toBe("cadmium-orange");
    expect(ranked[0]?.deltaE2000).toBeLessThan(0.01);
    expect(ranked.map((entry) => entry.deltaE2000)).toEqual(
      ranked.map((entry) => entry.deltaE2000).sort((a, b) => a - b),
    );
  });

  it("finds the redundant tube: one that the others mix", () => {
    const targets = [0, 1, 2, 3, 4, 5].map((seed) => randomMix(DEMO.slice(0, 4), seed));
    const costs = reach.removalCosts(targets);
    expect(costs[4]).toBeLessThan(REDUNDANT_BELOW);
    expect(Math.min(...costs.slice(0, 4))).toBeGreaterThan(REDUNDANT_BELOW);
    expect(reachOf(["raw-umber"]).removalCosts(targets)).toEqual([Number.POSITIVE_INFINITY]);
  });

  it("finds the most chroma at a hue and value, as a scan of all ratios does", () => {
    const two = reachOf(["titanium-white", "ultramarine-blue", "viridian"]);
    const hue = 230;
    for (const lightness of [45, 60, 75]) {
      const scan = ratiosOf("ultramarine-blue", "viridian", 241)
        .map((mix) => lchOfMix(tintedTo(mix, lightness)))
        .filter((lch) => Math.abs(hueDifferenceDegrees(lch[2], hue)) < 3)
        .map((lch) => lch[1]);
      const found = two.mostChroma(hue, lightness);
      expect(found).toBeDefined();
      if (found) expect(Math.abs(lchFromLab(found)[1] - Math.max(...scan))).toBeLessThan(2);
    }
    expect(two.mostChroma(40, 60)).toBeUndefined();
  });

  it("has yellow peak at a higher value than violet", () => {
    const wide = reachOf(["titanium-white", "arylide-yellow", "quinacridone-magenta", "ultramarine-blue"]);
    const peak = (hue: number): number =>
      [30, 40, 50, 60, 70, 80, 90]
        .map((lightness) => ({
          lightness,
          chroma: lchFromLab(wide.mostChroma(hue, lightness) ?? labD65(0, 0, 0))[1],
        }))
        .reduce((best, next) => (next.chroma > best.chroma ? next : best)).lightness;
    expect(peak(93)).toBeGreaterThan(peak(312) + 20);
  });

  it("knows the darkest and the lightest mixture", () => {
    const { darkest, lightest } = reach.ends();
    const masstones = DEMO.map((id) => labOfMix({ [id]: 1 })[0]);
    expect(darkest[0]).toBeLessThanOrEqual(Math.min(...masstones) + 0.05);
    expect(deltaE2000(lightest, labOfMix({ "titanium-white": 1 }))).toBeLessThan(0.5);
  });
});
