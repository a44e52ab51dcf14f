import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { VIEWING } from "../../data/standardViewing";
import {
  hueDifferenceDegrees,
  labFromLch,
  labFromXyz,
  lchFromLab,
  lightnessFromY,
  xyzFromLab,
  yFromLightness,
} from "./cieLab";
import { LIGHT_NAMES, labD65, labUnder, xyzUnder } from "./types";

describe("CIELAB", () => {
  it("puts the white of each light at L* 100, a* = b* = 0", () => {
    for (const light of LIGHT_NAMES) {
      const { white } = VIEWING[light];
      const lab = labFromXyz(xyzUnder<typeof light>(...([white[0], white[1], white[2]] as const)), white);
      expect(lab).toEqual([100, 0, 0]);
    }
  });

  it("finds the mid grey of 18 % at L* 49.5", () => {
    expect(lightnessFromY(0.18)).toBeCloseTo(49.496, 3);
    expect(yFromLightness(100)).toBe(1);
  });

  it("returns from XYZ to where it came from", () => {
    const { white } = VIEWING.D65;
    const part = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(part, part, part, (x, y, z) => {
        const back = xyzFromLab(labFromXyz(xyzUnder<"D65">(x, y, z), white), white);
        expect(back[0]).toBeCloseTo(x, 12);
        expect(back[1]).toBeCloseTo(y, 12);
        expect(back[2]).toBeCloseTo(z, 12);
      }),
    );
  });

  it("returns from the polar form, with the hue inside [0, 360)", () => {
    const axis = fc.double({ min: -120, max: 120, noNaN: true });
    fc.assert(
      fc.property(axis, axis, (a, b) => {
        const lch = lchFromLab(labD65(50, a, b));
        expect(lch[2]).toBeGreaterThanOrEqual(0);
        expect(lch[2]).toBeLessThan(360);
        const back = labFromLch(lch);
        expect(back[1]).toBeCloseTo(a, 9);
        expect(back[2]).toBeCloseTo(b, 9);
      }),
    );
    expect(lchFromLab(labUnder<"D65">(50, 1, -1e-20))[2]).toBe(0);
  });

  it("takes the shorter way round between two hues", () => {
    expect(hueDifferenceDegrees(350, 10)).toBe(20);
    expect(hueDifferenceDegrees(10, 350)).toBe(-20);
    expect(hueDifferenceDegrees(0, 180)).toBe(180);
  });
});
