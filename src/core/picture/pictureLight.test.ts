import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type PhotoLight, photographed } from "../../../tests/support/pictures";
import { deltaE2000 } from "../color/ciede2000";
import { linearSrgbFromLab } from "../color/srgb";
import { type LabD65, labD65 } from "../color/types";
import { createRng } from "../random/rng";
import { CARD_LIGHTNESS, estimateLight, type LightReference, shadingInside } from "./pictureLight";
import { type PixelImage, placeOf, type Sample, samplePixels } from "./pixels";

const white = labD65(CARD_LIGHTNESS.white, 0, 0);
const grey = labD65(CARD_LIGHTNESS.grey, 0, 0);

function sampleAt(image: PixelImage, x: number, y: number, radius: number): Sample {
  const sample = samplePixels(image, x, y, radius);
  if (!sample) throw new Error("the circle lies in the picture");
  return sample;
}

function referenceAt(image: PixelImage, x: number, y: number, radius: number, truth: LabD65): LightReference {
  return {
    sample: sampleAt(image, x, y, radius),
    place: placeOf(image, x, y),
    truth,
    shading: shadingInside(image, x, y, radius),
  };
}

/** 24 colours that a camera holds under the lights of these tests. */
const PATCHES: readonly LabD65[] = Array.from({ length: 24 }, (_, i) => {
  const hue = (i * 137.5 * Math.PI) / 180;
  const chroma = 4 + 3 * (i % 8);
  return labD65(28 + 2.1 * i, chroma * Math.cos(hue), chroma * Math.sin(hue));
});
const CELL = 40;
const COLUMNS = 6;

/** Six by four patches with a grey card along the left and a white one along the bottom. */
function board(light: PhotoLight, seed: number): PixelImage {
  const rng = createRng(seed);
  return photographed(
    CELL * (COLUMNS + 1),
    CELL * 5,
    (x, y) => {
      if (x < CELL) return grey;
      if (y >= 4 * CELL) return white;
      const cell = Math.floor(y / CELL) * COLUMNS + Math.floor((x - CELL) / CELL);
      return PATCHES[cell] ?? grey;
    },
    light,
    rng,
  );
}

function worstOf(image: PixelImage): number {
  return Math.max(
    ...PATCHES.map((truth, i) => {
      const x = CELL * (1.5 + (i % COLUMNS));
      const y = CELL * (0.5 + Math.floor(i / COLUMNS));
      return deltaE2000(sampleAt(image, x, y, 14).lab, truth);
    }),
  );
}

function lightOf(references: readonly LightReference[]) {
  const light = estimateLight(references);
  if (!light.ok) throw new Error(light.failure.code);
  return light.value;
}

const lamp: PhotoLight = { cast: [0.85, 0.62, 0.38], slope: [0, 0] };
const lampFromTheLeft: PhotoLight = { cast: [0.8, 0.6, 0.4], slope: [-0.45, 0.2] };

describe("estimateLight", () => {
  it("without a slope, one spot on a card brings every patch within ΔE00 1", () => {
    for (let seed = 1; seed <= 5; seed++) {
      const image = board(lamp, seed);
      expect(worstOf(image)).toBeGreaterThan(12);
      const light = lightOf([referenceAt(image, CELL / 2, 2.5 * CELL, 16, grey)]);
      expect(worstOf({ ...image, light })).toBeLessThan(1);
    }
  });

  it("with a slope, three spots on cards bring every patch within ΔE00 2", () => {
    for (let seed = 1; seed <= 5; seed++) {
      const image = board(lampFromTheLeft, seed);
      const light = lightOf([
        referenceAt(image, CELL / 2, CELL / 2, 14, grey),
        referenceAt(image, CELL / 2, 3.5 * CELL, 14, grey),
        referenceAt(image, 6.5 * CELL, 4.5 * CELL, 14, white),
      ]);
      expect(light.knowsSlope).toBe(true);
      expect(worstOf({ ...image, light })).toBeLessThan(2);
    }
  });

  it("reads a slope off one large card as well", () => {
    const whole = photographed(
      320,
      240,
      (x, y) => (x > 90 && x < 230 && y > 50 ? grey : white),
      {
        cast: [0.9, 0.8, 0.6],
        slope: [-0.5, 0],
      },
      createRng(4),
    );
    const light = lightOf([referenceAt(whole, 160, 140, 65, grey)]);
    expect(light.slope[0]).toBeCloseTo(0.5, 1);
    expect(light.slope[1]).toBeCloseTo(0, 1);
    const corner = sampleAt({ ...whole, light }, 300, 20, 10);
    expect(deltaE2000(corner.lab, white)).toBeLessThan(2);
  });

  it("takes a printed chart whose patches are known", () => {
    const image = board(lampFromTheLeft, 3);
    const known = [0, 5, 8, 18, 23].map((i) =>
      referenceAt(
        image,
        CELL * (1.5 + (i % COLUMNS)),
        CELL * (0.5 + Math.floor(i / COLUMNS)),
        12,
        PATCHES[i] ?? grey,
      ),
    );
    expect(worstOf({ ...image, light: lightOf(known) })).toBeLessThan(2);
  });

  it("gives no slope to two patches that lie side by side", () => {
    const image = board(lamp, 9);
    const light = lightOf([
      referenceAt(image, CELL / 2, 4.5 * CELL, 8, grey),
      referenceAt(image, 1.5 * CELL, 4.5 * CELL, 8, white),
    ]);
    expect(light.knowsSlope).toBe(false);
    expect(Math.hypot(...light.slope)).toBeLessThan(0.25);
  });

  it("holds for any usual cast, within the camera's bytes", () => {
    const channel = fc.double({ min: 0.55, max: 1.05, noNaN: true });
    const colour = fc.tuple(
      fc.double({ min: 30, max: 85, noNaN: true }),
      fc.double({ min: -25, max: 25, noNaN: true }),
      fc.double({ min: -25, max: 25, noNaN: true }),
    );
    fc.assert(
      fc.property(channel, channel, channel, colour, fc.nat(1000), (red, green, blue, [l, a, b], seed) => {
        const lab = labD65(l, a, b);
        // What a camera's channels cannot hold is lost whatever the light.
        fc.pre(linearSrgbFromLab(lab).every((value) => value > 0.01 && value * 1.05 < 0.92));
        const image = photographed(
          48,
          24,
          (x) => (x < 24 ? white : lab),
          { cast: [red, green, blue], slope: [0, 0] },
          createRng(seed),
          0.01,
        );
        const light = lightOf([referenceAt(image, 12, 12, 9, white)]);
        expect(deltaE2000(sampleAt({ ...image, light }, 36, 12, 9).lab, lab)).toBeLessThan(1);
      }),
      { numRuns: 60 },
    );
  });

  it("refuses what cannot be a reference, and says which one", () => {
    const flat = (lab: LabD65, factor: number): LightReference => {
      const image = photographed(
        24,
        24,
        () => lab,
        { cast: [factor, factor, factor], slope: [0, 0] },
        createRng(1),
        0,
      );
      return referenceAt(image, 12, 12, 9, white);
    };
    expect(estimateLight([])).toMatchObject({ ok: false, failure: { code: "none" } });
    expect(estimateLight([flat(white, 0.8), flat(white, 1.5)])).toMatchObject({
      ok: false,
      failure: { code: "burnt-out", index: 1, clippedShare: 1 },
    });
    expect(estimateLight([flat(labD65(3, 0, 0), 0.5)])).toMatchObject({
      ok: false,
      failure: { code: "too-dark", index: 0 },
    });
    expect(estimateLight([flat(labD65(55, 60, 45), 1)])).toMatchObject({
      ok: false,
      failure: { code: "coloured" },
    });
    // Two "white" cards at one place, one of which is grey.
    expect(estimateLight([flat(white, 0.8), flat(grey, 0.8)])).toMatchObject({
      ok: false,
      failure: { code: "contradicting" },
    });
  });
});
