import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { deltaE2000 } from "../color/ciede2000";
import { labD65 } from "../color/types";
import { labFromReflectance } from "../spectrum/colorimetry";
import { mixtureReflectance } from "./mixture";
import { labWithoutGloss, MIRROR_REFLECTANCE, reflectanceWithoutGloss } from "./withoutGloss";

const { white } = VIEWING.D65;
const IDS = [
  "titanium-white",
  "arylide-yellow",
  "pyrrole-red",
  "prussian-blue",
  "ivory-black",
  "raw-umber",
] as const;

describe("a reading with its gloss in it", () => {
  it.each(IDS)("of %s becomes what is seen away from glare", (id) => {
    const paint = [{ optics: pigment(id).optics, volume: 1 }];
    const away = mixtureReflectance(paint, PAINT_SURFACE);
    const withGloss = mixtureReflectance(paint, { ...PAINT_SURFACE, k1: MIRROR_REFLECTANCE });
    const [seen, read] = [labFromReflectance(away, VIEWING.D65), labFromReflectance(withGloss, VIEWING.D65)];
    expect(read[0]).toBeGreaterThan(seen[0]);
    expect(deltaE2000(labWithoutGloss(read, PAINT_SURFACE, white), seen)).toBeLessThan(1e-6);
    const taken = reflectanceWithoutGloss(withGloss, PAINT_SURFACE);
    for (const [band, value] of Array.from(taken.values).entries())
      expect(value).toBeCloseTo(away.values[band] ?? Number.NaN, 9);
  });

  it("matters most in the dark, and never falls below what paint can be", () => {
    const change = (lightness: number): number => {
      const read = labD65(lightness, 0, 0);
      return read[0] - labWithoutGloss(read, PAINT_SURFACE, white)[0];
    };
    expect(change(30)).toBeGreaterThan(4 * change(70));
    const black = labWithoutGloss(labD65(5, 0, 0), PAINT_SURFACE, white);
    expect(black[0]).toBeGreaterThan(0);
    expect(black.every(Number.isFinite)).toBe(true);
  });
});
