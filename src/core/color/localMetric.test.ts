import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { deltaE2000, REFERENCE_FACTORS } from "./ciede2000";
import { localMetric, localSquare, nearestOf } from "./localMetric";
import { labD65 } from "./types";

describe("localMetric", () => {
  it("is about ΔE00 for near colours, away from the blues whose axes ΔE00 turns", () => {
    const step = fc.double({ min: -0.8, max: 0.8, noNaN: true });
    fc.assert(
      fc.property(
        fc.double({ min: 15, max: 90, noNaN: true }),
        fc.double({ min: 12, max: 70, noNaN: true }),
        fc.double({ min: 20, max: 190, noNaN: true }),
        step,
        step,
        step,
        (l, chroma, hue, dl, da, db) => {
          const turn = (hue * Math.PI) / 180;
          const target = labD65(l, chroma * Math.cos(turn), chroma * Math.sin(turn));
          const near = labD65(target[0] + dl, target[1] + da, target[2] + db);
          const metric = localMetric(target, REFERENCE_FACTORS);
          const distance = Math.sqrt(localSquare(metric, target, Float64Array.from(near), 0));
          const exact = deltaE2000(target, near);
          expect(distance).toBeLessThan(1.7 * exact + 0.02);
          expect(distance).toBeGreaterThan(exact / 1.7 - 0.02);
        },
      ),
    );
  });

  it("weighs axes by their factors", () => {
    const target = labD65(50, 30, 0);
    const lighter = Float64Array.from([55, 30, 0]);
    const strict = localMetric(target, { kL: 0.5, kC: 1, kH: 1 });
    expect(localSquare(strict, target, lighter, 0)).toBeCloseTo(
      4 * localSquare(localMetric(target, REFERENCE_FACTORS), target, lighter, 0),
      9,
    );
  });

  it("finds the first of the nearest of many colours", () => {
    const target = labD65(50, 20, 10);
    const metric = localMetric(target, REFERENCE_FACTORS);
    const labs = Float64Array.of(60, 20, 10, 50, 22, 10, 50, 22, 10, 10, 0, 0);
    const { place, distance } = nearestOf(metric, target, labs);
    expect(place).toBe(1);
    expect(distance ** 2).toBeCloseTo(localSquare(metric, target, labs, 3), 12);
  });
});
