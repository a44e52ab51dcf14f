import { describe, expect, it } from "vitest";
import { deltaE2000 } from "../color/ciede2000";
import { labFromSrgb } from "../color/srgb";
import { labD65, srgb } from "../color/types";
import { colorAreas } from "./colorAreas";

function halves(left: readonly number[], right: readonly number[], share: number, side: number) {
  const rgba = Uint8ClampedArray.from({ length: 4 * side * side }, (_, at) => {
    const pixel = Math.floor(at / 4);
    return [...(pixel % side < share * side ? left : right), 255][at % 4] ?? 0;
  });
  return { widthPx: side, heightPx: side, rgba, space: "srgb" as const };
}

describe("colorAreas", () => {
  it("gives each colour with its share, largest first, also of a picture too large to look at whole", () => {
    for (const side of [40, 1201]) {
      const areas = colorAreas(halves([200, 40, 40], [40, 60, 180], 0.25, side));
      expect(areas).toHaveLength(2);
      expect(areas[0]?.share).toBeCloseTo(0.75, 2);
      expect(areas.reduce((sum, area) => sum + area.share, 0)).toBeCloseTo(1, 9);
      const blue = labFromSrgb(srgb(40 / 255, 60 / 255, 180 / 255));
      expect(deltaE2000(areas[0]?.lab ?? labD65(0, 0, 0), blue)).toBeLessThan(1e-6);
    }
  });

  it("is empty for no pixels", () => {
    expect(colorAreas({ widthPx: 0, heightPx: 0, rgba: [], space: "srgb" })).toEqual([]);
  });
});
