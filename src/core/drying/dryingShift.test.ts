import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { deltaE2000 } from "../color/ciede2000";
import { labFromLch, lchFromLab } from "../color/cieLab";
import { labD65, lchUnder } from "../color/types";
import { createRng } from "../random/rng";
import { dryFromWet, dryingModel, wetFromDry, type WetDryPair } from "./dryingShift";

const colour = fc
  .tuple(
    fc.double({ min: 15, max: 85, noNaN: true }),
    fc.double({ min: 12, max: 60, noNaN: true }),
    fc.double({ min: 0, max: 359, noNaN: true }),
  )
  .map(([l, c, h]) => labFromLch(lchUnder<"D65">(l, c, h)));

/** Wet and dry pairs of a painter whose paint really moves by this much, with reading noise. */
function pairsOf(shift: number, count: number, seed: number): WetDryPair[] {
  const rng = createRng(seed);
  return Array.from({ length: count }, () => {
    const wet = labD65(rng.between(25, 80), rng.between(-20, 20), rng.between(-20, 30));
    return { wet, dry: labD65(wet[0] + shift + 0.4 * rng.normal(), wet[1], wet[2]) };
  });
}

describe("drying", () => {
  it("darkens acrylics, more the cheaper they are, and leaves oil alone", () => {
    const wet = labD65(50, 10, 20);
    const dryL = (grade: "artist" | "student" | "children") =>
      dryFromWet(wet, dryingModel("acrylic", grade, []))[0];
    expect(dryL("artist")).toBeLessThan(50);
    expect(dryL("student")).toBeLessThan(dryL("artist"));
    expect(dryL("children")).toBeLessThan(dryL("student"));
    expect(deltaE2000(dryFromWet(wet, dryingModel("oil", "artist", [])), wet)).toBeLessThan(1e-9);
    expect(dryFromWet(wet, dryingModel("watercolour", "artist", []))[0]).toBeGreaterThan(50);
  });

  it("is undone by aiming wet", () => {
    const models = [
      dryingModel("acrylic", "student", []),
      dryingModel("gouache", "artist", pairsOf(3, 12, 1)),
    ];
    for (const model of models) {
      fc.assert(
        fc.property(colour, (dry) => {
          expect(deltaE2000(dryFromWet(wetFromDry(dry, model), model), dry)).toBeLessThan(1e-6);
        }),
      );
    }
  });

  it("learns the painter's own shift, little from one pair and fully from many, and knows how sure it is", () => {
    const wet = labD65(50, 0, 10);
    const shiftAfter = (count: number): number =>
      dryFromWet(wet, dryingModel("oil", "artist", pairsOf(-4, count, 2)))[0] - 50;
    expect(shiftAfter(1)).toBeLessThan(-1);
    expect(Math.abs(shiftAfter(40) + 4)).toBeLessThan(0.4);
    const spreads = [0, 3, 40].map(
      (count) => dryingModel("oil", "artist", pairsOf(-4, count, 2)).spreadAt(wet).lightness,
    );
    expect(spreads[1]).toBeLessThan(spreads[0] ?? 0);
    expect(spreads[2]).toBeLessThan(spreads[1] ?? 0);
    expect(spreads[2]).toBeGreaterThanOrEqual(1);
  });

  it("never turns the hue, and keeps to colours that exist", () => {
    const model = dryingModel("watercolour", "children", []);
    expect(lchFromLab(dryFromWet(labD65(50, 20, 20), model))[2]).toBeCloseTo(45, 9);
    expect(dryFromWet(labD65(99, 0, 0), model)[0]).toBe(100);
    // A grey of a watercolour stays one: it does not lose more chroma than a share of what it has.
    const kept = lchFromLab(dryFromWet(labD65(50, 1, 1), model))[1] / lchFromLab(labD65(50, 1, 1))[1];
    expect(kept).toBeGreaterThan(0.8);
    expect(kept).toBeLessThan(1);
  });

  it("learns what share of the chroma is left, whatever the chroma, and from greys nothing", () => {
    const pairOf = (chroma: number, kept: number): WetDryPair => ({
      wet: labD65(50, chroma, 0),
      dry: labD65(50, chroma * kept, 0),
    });
    const vivid = [20, 35, 50, 60].map((chroma) => pairOf(chroma, 0.7));
    const learned = dryingModel("watercolour", "artist", vivid);
    for (const chroma of [10, 30, 55]) {
      const [, left] = lchFromLab(dryFromWet(labD65(50, chroma, 0), learned));
      expect(left / chroma).toBeCloseTo(0.7, 1);
    }
    const greys = [0.2, 0.5, 0.9].map((chroma) => pairOf(chroma, 3));
    expect(dryingModel("watercolour", "artist", greys).chroma).toEqual(
      dryingModel("watercolour", "artist", []).chroma,
    );
  });

  it("is hardly moved by two pairs that were mixed up among others", () => {
    const wild: readonly WetDryPair[] = [
      { wet: labD65(30, 5, 5), dry: labD65(74, 40, 5) },
      { wet: labD65(74, 40, 5), dry: labD65(30, 5, 5) },
    ];
    const wet = labD65(45, 20, 10);
    for (const medium of ["oil", "acrylic", "gouache"] as const) {
      const honest = dryFromWet(wet, dryingModel(medium, "artist", pairsOf(-2, 8, 3)));
      const mixed = dryingModel(medium, "artist", [...pairsOf(-2, 8, 3), ...wild]);
      expect(deltaE2000(dryFromWet(wet, mixed), honest)).toBeLessThan(0.6);
      // Alone they give no slope that no paint has.
      const [, slope] = dryingModel(medium, "artist", wild).lightness;
      expect(Math.abs(slope)).toBeLessThan(3);
    }
  });

  it("refuses pairs that are no colours", () => {
    expect(() =>
      dryingModel("oil", "artist", [{ wet: labD65(50, 0, 0), dry: labD65(Number.NaN, 0, 0) }]),
    ).toThrow(RangeError);
  });

  it("trusts a pair that was read by eye less than one that was measured", () => {
    const exact = pairsOf(-3, 4, 2);
    const byEye = exact.map((pair) => ({ ...pair, uncertainty: 3 }));
    const shiftOf = (pairs: readonly WetDryPair[]) => dryingModel("acrylic", "artist", pairs).lightness[0];
    expect(shiftOf(exact)).toBeLessThan(shiftOf(byEye));
    expect(shiftOf(byEye)).toBeLessThan(shiftOf([]));
    const wet = labD65(50, 0, 0);
    const spreadOf = (pairs: readonly WetDryPair[]) => dryingModel("acrylic", "artist", pairs).spreadAt(wet);
    expect(spreadOf(byEye).lightness).toBeGreaterThan(spreadOf(exact).lightness);
  });
});
