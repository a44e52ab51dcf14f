import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { labOfMix, pigment } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { deltaE2000 } from "../color/ciede2000";
import { labD65 } from "../color/types";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { amountWords, DEFAULT_SIZES } from "./amounts";
import { dosingOf } from "./dosing";
import { layDown } from "./layDown";
import { preDiluted } from "./preDilution";

const HAND = dosingOf({ unit: "parts", sizes: DEFAULT_SIZES });

describe("amountWords", () => {
  it.each([
    [0, "none"],
    [7.5, "7½ parts"],
    [1, "1 part"],
    [0.5, "½ part"],
    [0.25, "¼ part"],
    [1.25, "1¼ parts"],
    [3 / 16, "3 touches"],
    [1 / 16, "a touch"],
    [1 / 64, "a speck"],
    [3 / 64, "3 specks"],
    [3 / 32, "1½ touches"],
    [3.56, "about 3½ parts"],
    [0.879, "about 1 part"],
    [0.244, "about 4 touches"],
    [0.02, "about 1½ specks"],
    [0.008, "about half a speck"],
  ])("says %s as %s", (parts, words) => {
    expect(amountWords(parts, DEFAULT_SIZES)).toBe(words);
  });

  it("follows the painter's own sizes", () => {
    expect(amountWords(0.1, { touchParts: 0.1, speckParts: 0.02 })).toBe("a touch");
    expect(amountWords(0.04, { touchParts: 0.1, speckParts: 0.02 })).toBe("2 specks");
  });

  it("refuses amounts that are none", () => {
    expect(() => amountWords(Number.NaN, DEFAULT_SIZES)).toThrow(RangeError);
    expect(() => amountWords(-1, DEFAULT_SIZES)).toThrow(RangeError);
  });
});

describe("layDown", () => {
  const ids = ["titanium-white", "raw-umber", "prussian-blue"];
  const mixer = new MixtureEvaluator(
    ids.map((id) => pigment(id).optics),
    VIEWING.D65,
    PAINT_SURFACE,
  );
  const shares = [0.8384, 0.1032, 0.0584];
  const target = labD65(46, -15, -13);

  it("finds amounts whose colour is what it says, with little lost", () => {
    const laid = layDown(mixer, [0, 1, 2], shares, target, HAND);
    const mixed = labOfMix(Object.fromEntries(ids.map((id, i) => [id, laid.volumes[i] ?? 0])));
    expect(deltaE2000(mixed, laid.predicted)).toBeLessThan(1e-9);
    expect(deltaE2000(target, mixed)).toBeCloseTo(laid.deltaE2000, 9);
    const exact = labOfMix(Object.fromEntries(ids.map((id, i) => [id, shares[i] ?? 0])));
    expect(laid.deltaE2000).toBeLessThan(deltaE2000(target, exact) + 0.5);
    expect(laid.totalVolume).toBeCloseTo(
      laid.volumes.reduce((sum, part) => sum + part, 0),
      12,
    );
  });

  it("lays down only whole steps", () => {
    const laid = layDown(mixer, [0, 1, 2], shares, target, HAND);
    for (const parts of laid.volumes) {
      expect(parts / DEFAULT_SIZES.speckParts).toBeCloseTo(Math.round(parts / DEFAULT_SIZES.speckParts), 9);
    }
  });

  it("handles a single tube", () => {
    expect(layDown(mixer, [1], [1], target, HAND).volumes).toEqual([1]);
  });
});

describe("preDiluted", () => {
  const ids = ["titanium-white", "raw-umber", "phthalo-blue-gs"];
  const mixer = new MixtureEvaluator(
    ids.map((id) => pigment(id).optics),
    VIEWING.D65,
    PAINT_SURFACE,
  );
  const mixed = (parts: readonly number[]) =>
    labOfMix(Object.fromEntries(ids.map((id, i) => [id, parts[i] ?? 0])));

  it("makes a trace of a strong tube measurable at little cost", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.0005, max: 0.014, noNaN: true }), (trace) => {
        const exact = [4, 0.25, trace];
        const target = mixed(exact);
        const answer = preDiluted(mixer, [0, 1, 2], exact, target, HAND);
        expect(answer?.dilutions).toHaveLength(1);
        const [dilution] = answer?.dilutions ?? [];
        expect(dilution).toMatchObject({ tube: 2, carrier: 0 });
        expect(dilution?.dose).toBeGreaterThanOrEqual(DEFAULT_SIZES.speckParts);
        expect(answer?.deltaE2000).toBeLessThan(1);
        // Laid down as said, dilution included, it gives what is predicted.
        const { carrierParts = 0, dose = 0 } = dilution ?? {};
        const blue = dose / (1 + carrierParts);
        const white = (answer?.volumes[0] ?? 0) + blue * carrierParts;
        expect(
          deltaE2000(mixed([white, answer?.volumes[1] ?? 0, blue]), answer?.predicted ?? target),
        ).toBeLessThan(1e-9);
      }),
    );
  });

  it("has nothing to say where every amount can be laid down", () => {
    expect(preDiluted(mixer, [0, 1, 2], [4, 0.25, 0.05], labD65(60, 0, 0), HAND)).toBeUndefined();
    expect(preDiluted(mixer, [0], [0.001], labD65(60, 0, 0), HAND)).toBeUndefined();
  });
});
