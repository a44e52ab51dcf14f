import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { deltaE2000 } from "../color/ciede2000";
import { xyzFromLab } from "../color/cieLab";
import { LIGHT_NAMES, labD65, xyzUnder } from "../color/types";
import { mixtureReflectance } from "../mixing/mixture";
import { labFromReflectance, viewingWeights, xyzFromReflectance } from "./colorimetry";
import { checkUnderLights } from "./metamerism";
import { smoothestReflectance } from "./smoothestReflectance";
import { assertSameGrid, GRID_10NM, type Reflectance, wavelengthNm } from "./types";

const flat = (value: number): Reflectance => ({ grid: GRID_10NM, values: new Array<number>(36).fill(value) });

describe("spectrum to colour", () => {
  it("sees a flat reflectance as the same grey under every light", () => {
    for (const light of LIGHT_NAMES) {
      const [lightness, a, b] = labFromReflectance(flat(0.2), VIEWING[light]);
      expect(lightness).toBeCloseTo(51.837, 3);
      expect(Math.hypot(a, b)).toBeLessThan(1e-9);
    }
  });

  it("has the published whites of the smooth lights", () => {
    // The fluorescent lights lose part of their mercury lines at 10 nm, so only their own white counts.
    const whites = { D65: [0.95047, 1.08883], D50: [0.96422, 0.82521], A: [1.0985, 0.35585] } as const;
    for (const light of ["D65", "D50", "A"] as const) {
      const { white } = VIEWING[light];
      expect(Math.abs(white[0] - whites[light][0])).toBeLessThan(0.001);
      expect(Math.abs(white[2] - whites[light][1])).toBeLessThan(0.001);
    }
  });

  it("is linear: half of two spectra is half of their XYZ", () => {
    const one = mixtureReflectance([{ optics: pigment("pyrrole-red").optics, volume: 1 }], PAINT_SURFACE);
    const both: Reflectance = {
      grid: GRID_10NM,
      values: Array.from({ length: 36 }, (_, i) => ((one.values[i] ?? 0) + 0.4) / 2),
    };
    const xyz = xyzFromReflectance(both, VIEWING.D65);
    xyzFromReflectance(one, VIEWING.D65).forEach((value, axis) => {
      expect(xyz[axis]).toBeCloseTo(
        (value + (xyzFromReflectance(flat(0.4), VIEWING.D65)[axis] ?? 0)) / 2,
        12,
      );
    });
  });

  it("refuses another grid and tables that do not fit", () => {
    expect(() => {
      assertSameGrid(GRID_10NM, { ...GRID_10NM, stepNm: 5 });
    }).toThrow(RangeError);
    expect(() => viewingWeights("D65", { grid: GRID_10NM, xBar: [], yBar: [], zBar: [] }, [1, 2])).toThrow(
      RangeError,
    );
    expect(wavelengthNm(GRID_10NM, 35)).toBe(730);
  });
});

describe("the smoothest reflectance", () => {
  it("gives back exactly the colour it was made for, within 0 and 1", () => {
    const within = fc.tuple(
      fc.double({ min: 15, max: 92, noNaN: true }),
      fc.double({ min: 0, max: 28, noNaN: true }),
      fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
    );
    fc.assert(
      fc.property(within, ([l, c, h]) => {
        // Very light or dark colours leave the object colour solid at lower chroma.
        const lab = labD65(
          l,
          c * Math.cos(h) * Math.min(1, (100 - l) / 25),
          c * Math.sin(h) * Math.min(1, (100 - l) / 25),
        );
        const found = smoothestReflectance(xyzFromLab(lab, VIEWING.D65.white), VIEWING.D65);
        expect(found.ok).toBe(true);
        if (!found.ok) return;
        expect(deltaE2000(lab, labFromReflectance(found.value, VIEWING.D65))).toBeLessThan(1e-4);
        expect(
          Array.from({ length: 36 }, (_, i) => found.value.values[i] ?? -1).every((r) => r > 0 && r < 1),
        ).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  it("is flat for a grey", () => {
    const found = smoothestReflectance(xyzFromReflectance(flat(0.35), VIEWING.D65), VIEWING.D65);
    if (!found.ok) throw new Error(found.failure.code);
    for (let i = 0; i < 36; i++) expect(found.value.values[i]).toBeCloseTo(0.35, 6);
  });

  it("works for the typical colours of all generic pigments' tints", () => {
    for (const id of ["ultramarine-blue", "pyrrole-red", "arylide-yellow", "phthalo-green-bs"]) {
      const lab = pigment(id).typicalTint?.lab ?? labD65(50, 0, 0);
      expect(smoothestReflectance(xyzFromLab(lab, VIEWING.D65.white), VIEWING.D65).ok).toBe(true);
    }
  });

  it("says so when no surface can have the colour", () => {
    const impossible = xyzUnder<"D65">(0.1, 0.9, 0.05);
    expect(smoothestReflectance(impossible, VIEWING.D65)).toEqual({
      ok: false,
      failure: { code: "no-such-reflectance" },
    });
  });
});

describe("a match under other lights", () => {
  it("holds for the same paint, and for two greys", () => {
    const paint = mixtureReflectance([{ optics: pigment("viridian").optics, volume: 1 }], PAINT_SURFACE);
    expect(checkUnderLights(paint, paint, VIEWING)).toMatchObject({ size: 0, isFlagged: false });
  });

  it("is flagged when two paints that agree in daylight part under a lamp", () => {
    const paint = mixtureReflectance(
      [
        { optics: pigment("cobalt-blue").optics, volume: 1 },
        { optics: pigment("titanium-white").optics, volume: 1 },
      ],
      PAINT_SURFACE,
    );
    const twin = smoothestReflectance(xyzFromReflectance(paint, VIEWING.D65), VIEWING.D65);
    if (!twin.ok) throw new Error(twin.failure.code);
    const check = checkUnderLights(paint, twin.value, VIEWING);
    expect(check.deltaE2000ByLight.D65).toBeLessThan(1e-3);
    expect(check.isFlagged).toBe(true);
    expect(check.size).toBeCloseTo(
      check.deltaE2000ByLight[check.worstLight] - check.deltaE2000ByLight.D65,
      12,
    );
  });
});
