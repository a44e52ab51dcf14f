import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { AIM_RESIDUALS, aimAt, aimDistance, writeAimResiduals } from "./aimDistance";
import { deltaE2000 } from "./ciede2000";
import { labFromLch } from "./cieLab";
import { type LabD65, labD65, lchUnder } from "./types";

const lch = (l: number, c: number, h: number): LabD65 => labFromLch(lchUnder<"D65">(l, c, h));
const lab = fc
  .tuple(
    fc.double({ min: 0, max: 100, noNaN: true }),
    fc.double({ min: 0, max: 120, noNaN: true }),
    fc.double({ min: 0, max: 360, noNaN: true }),
  )
  .map(([l, c, h]) => lch(l, c, h));

describe("the distance from an aim", () => {
  it("is ΔE00 near it", () => {
    fc.assert(
      fc.property(
        lab,
        fc.tuple(
          fc.double({ min: -4, max: 4, noNaN: true }),
          fc.double({ min: -4, max: 4, noNaN: true }),
          fc.double({ min: -4, max: 4, noNaN: true }),
        ),
        ([l, a, b], [dl, da, db]) => {
          const near = labD65(Math.min(100, Math.max(0, l + dl)), a + da, b + db);
          const difference = deltaE2000(labD65(l, a, b), near);
          fc.pre(difference <= 3);
          expect(Math.abs(aimDistance(labD65(l, a, b), near) - difference)).toBeLessThan(
            0.01 * difference + 1e-9,
          );
        },
      ),
      { numRuns: 2000 },
    );
  });

  it("answers no vivid colour with a grey or another hue, where less of its own is to be had", () => {
    for (let hue = 0; hue < 360; hue += 5)
      for (const chroma of [60, 90, 130])
        for (const lightness of [25, 50, 75]) {
          const aim = lch(lightness, chroma, hue);
          const less = aimDistance(aim, lch(lightness, chroma / 2, hue));
          expect(less).toBeLessThan(aimDistance(aim, labD65(lightness, 0, 0)));
          for (const turned of [-120, -90, -60, -40, 40, 60, 90, 120])
            expect(less, `${hue} turned by ${turned}`).toBeLessThan(
              aimDistance(aim, lch(lightness, chroma / 2, hue + turned)),
            );
        }
    // What ΔE00 does there: the blue of a screen is as near to a grey as to a blue of half its chroma.
    const blue = labD65(32.3, 79.2, -107.9);
    expect(deltaE2000(blue, labD65(32, -6, -12))).toBeLessThan(deltaE2000(blue, lch(32, 60, 300)) + 4);
    expect(aimDistance(blue, labD65(32, -6, -12))).toBeGreaterThan(aimDistance(blue, lch(32, 60, 300)) + 8);
  });

  it("grows as a colour turns away, and lets the hue go with the painter", () => {
    const aim = lch(50, 60, 300);
    const turned = [0, 15, 20, 30, 60, 90, 180].map((by) => aimDistance(aim, lch(50, 40, 300 + by)));
    expect(turned).toEqual([...turned].sort((one, other) => one - other));
    const free = { kL: 1, kC: 1, kH: 60 };
    expect(aimDistance(aim, lch(50, 60, 340), free)).toBeLessThan(1.5);
  });

  it("is what its residuals sum to, and L* acts on the first alone", () => {
    fc.assert(
      fc.property(lab, lab, ([l, a, b], sample) => {
        const aim = aimAt(labD65(l, a, b));
        const at = new Float64Array(AIM_RESIDUALS);
        writeAimResiduals(at, aim, sample[0], sample[1], sample[2]);
        expect(Math.hypot(...at)).toBeCloseTo(aimDistance(aim.lab, sample), 9);
        const lighter = new Float64Array(AIM_RESIDUALS);
        writeAimResiduals(lighter, aim, sample[0] + 1, sample[1], sample[2]);
        expect([...lighter.slice(1)]).toEqual([...at.slice(1)]);
      }),
    );
  });
});
