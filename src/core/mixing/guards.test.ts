/** What is no paint, no film and no colour is refused, and never becomes a believable colour. */
import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { PAPER } from "../../data/paper";
import { PAINT_SURFACE } from "../../data/surface";
import { type LabD65, labD65 } from "../color/types";
import { findPigment, labOfMixture, searchRecipes } from "../index";
import type { OpticalModel } from "../spectrum/types";
import { mixtureReflectance } from "./mixture";

const WHITE = pigment("titanium-white").optics;

function spoiled(key: "absorption" | "scattering", value: number): OpticalModel {
  return { ...WHITE, [key]: Array.from(WHITE[key], (own, band) => (band === 12 ? value : own)) };
}

describe("a mixture", () => {
  it.each<[string, OpticalModel]>([
    ["scattering of zero", spoiled("scattering", 0)],
    ["scattering below zero", spoiled("scattering", -0.1)],
    ["scattering that is no number", spoiled("scattering", Number.NaN)],
    ["scattering without end", spoiled("scattering", Number.POSITIVE_INFINITY)],
    ["absorption below zero", spoiled("absorption", -1e-9)],
    ["absorption that is no number", spoiled("absorption", Number.NaN)],
    ["a band that is missing", { ...WHITE, absorption: Array.from(WHITE.absorption).slice(1) }],
  ])("refuses %s, alone and as a tube of a search", (_, optics) => {
    expect(() => mixtureReflectance([{ optics, volume: 1 }], PAINT_SURFACE)).toThrow(RangeError);
    expect(() => searchRecipes([{ optics, isBlack: false }], labD65(50, 0, 0))).toThrow(RangeError);
  });

  it.each([-0.1, Number.NaN, Number.POSITIVE_INFINITY])("refuses a film of thickness %s", (thickness) => {
    const parts = [{ optics: WHITE, volume: 1 }];
    expect(() => labOfMixture(parts, { thickness, ground: PAPER })).toThrow(RangeError);
  });

  it("of no thickness is its ground", () => {
    const seen = mixtureReflectance([{ optics: WHITE, volume: 1 }], PAINT_SURFACE, {
      thickness: 0,
      ground: PAPER,
    });
    Array.from(seen.values).forEach((value, band) => {
      expect(value).toBeCloseTo(PAPER.values[band] ?? Number.NaN, 9);
    });
  });
});

describe("a search", () => {
  const tubes = ["titanium-white", "raw-umber"].map((id) => {
    const found = findPigment(id);
    if (!found) throw new Error(id);
    return { optics: found.optics, isBlack: false };
  });

  it.each<readonly [LabD65]>([
    [labD65(150, 0, 0)],
    [labD65(-20, 0, 0)],
    [labD65(50, 400, 0)],
    [labD65(Number.NaN, 0, 0)],
    [labD65(50, Number.POSITIVE_INFINITY, 0)],
  ])("refuses %j, which is no colour", (target) => {
    expect(() => searchRecipes(tubes, target)).toThrow(/no colour/);
  });
});
