import { describe, expect, it } from "vitest";
import { photographed, PLAIN_LIGHT } from "../../../tests/support/pictures";
import { deltaE2000 } from "../color/ciede2000";
import { labD65 } from "../color/types";
import { createRng } from "../random/rng";
import { blocksOf } from "./blocks";
import { colorFamilies, extremeSpots } from "./colorFamilies";
import { compositionWeights, noteAreas } from "./noteAreas";

const sky = labD65(75, -4, -12);
const sand = labD65(60, 6, 18);
const hull = labD65(42, -14, -8);
const buoy = labD65(58, 52, 60);
const tar = labD65(18, 1, 2);

/** Sky over sand, a hull with tar under it, and a buoy of half a percent of the area. */
const scene = photographed(
  400,
  300,
  (x, y) => {
    if (Math.hypot(x - 340, y - 250) < 14) return buoy;
    if (x > 80 && x < 260 && y > 130 && y < 190) return hull;
    if (x > 100 && x < 240 && y >= 190 && y < 215) return tar;
    return y < 150 ? sky : sand;
  },
  PLAIN_LIGHT,
  createRng(5),
  0.05,
);
const blocks = blocksOf(scene, 20_000);

describe("colorFamilies", () => {
  it("finds each flat colour once, by area, with a spot that lies in it", () => {
    const families = colorFamilies(blocks);
    expect(families).toHaveLength(5);
    expect(families.map(({ share }) => share)).toEqual(
      [...families.map(({ share }) => share)].sort((a, b) => b - a),
    );
    const total = families.reduce((sum, { share }) => sum + share, 0);
    expect(total).toBeLessThanOrEqual(1 + 1e-9);
    expect(total).toBeGreaterThan(0.97);
    for (const truth of [sky, sand, hull, tar, buoy]) {
      const nearest = [...families].sort((a, b) => deltaE2000(a.lab, truth) - deltaE2000(b.lab, truth))[0];
      expect(nearest && deltaE2000(nearest.lab, truth)).toBeLessThan(3);
    }
    const ofBuoy = families.find(({ lab }) => deltaE2000(lab, buoy) < 5);
    expect(ofBuoy && Math.hypot(ofBuoy.spot.xPx - 340, ofBuoy.spot.yPx - 250)).toBeLessThan(8);
    expect(ofBuoy?.spot.radiusPx).toBeLessThan(15);
  });

  it("does not depend on where the picture starts", () => {
    expect(colorFamilies(blocks)).toEqual(colorFamilies(blocksOf(scene, 20_000)));
  });

  it("gives one family for a flat picture", () => {
    const flat = photographed(60, 60, () => sand, PLAIN_LIGHT, createRng(2), 0.02);
    const families = colorFamilies(blocksOf(flat, 2_000));
    expect(families).toHaveLength(1);
    expect(families[0]?.share).toBeCloseTo(1, 9);
  });
});

describe("extremeSpots", () => {
  it("lie where the lightest, darkest and most chromatic paint is", () => {
    const { lightest, darkest, mostChromatic } = extremeSpots(blocks);
    expect(deltaE2000(lightest.lab, sky)).toBeLessThan(5);
    expect(darkest.yPx).toBeGreaterThan(188);
    expect(Math.hypot(mostChromatic.xPx - 340, mostChromatic.yPx - 250)).toBeLessThan(16);
  });
});

describe("noteAreas", () => {
  it("shares the whole picture among the notes", () => {
    const { shares } = noteAreas(blocks, [sky, sand, hull, tar, buoy]);
    expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 9);
    expect(shares[2]).toBeCloseTo((179 * 59) / (400 * 300), 1);
    expect(shares[4]).toBeCloseTo((Math.PI * 14 ** 2) / (400 * 300), 2);
    expect(() => noteAreas(blocks, [])).toThrow(RangeError);
  });

  it("weighs a small vivid accent against a large dull area as a hand would", () => {
    const chroma = (lab: readonly [number, number, number]): number => Math.hypot(lab[1], lab[2]);
    const { weights, meanChroma } = compositionWeights([sand, buoy], [95, 5]);
    const manual = 0.95 * chroma(sand) + 0.05 * chroma(buoy);
    expect(meanChroma).toBeCloseTo(manual, 9);
    expect(weights[1]).toBeCloseTo((0.05 * chroma(buoy)) / manual, 9);
    expect(compositionWeights([labD65(50, 0, 0)], [1]).weights).toEqual([0]);
    expect(() => compositionWeights([sand], [0])).toThrow(RangeError);
    expect(() => compositionWeights([sand, buoy], [1, Number.NaN])).toThrow(RangeError);
  });
});
