import { describe, expect, it } from "vitest";
import { photographed, pictureOf, PLAIN_LIGHT } from "../../../tests/support/pictures";
import { labFromSrgb } from "../color/srgb";
import { labD65, srgb } from "../color/types";
import { createRng } from "../random/rng";
import {
  fadeOutside,
  greyLookup,
  luminancePlane,
  stepLightness,
  stepLookup,
  stepOf,
  valueShares,
  writeGrey,
} from "./luminancePlane";
import { huePlaceOfPixel, squint, writeInSrgb } from "./pictureViews";
import type { PixelImage } from "./pixels";

const rng = createRng(7);
const patches = Array.from({ length: 200 }, () => [rng.below(256), rng.below(256), rng.below(256)]);
const strip = pictureOf(200, 1, (x) => patches[x] ?? []);

function labAt(rgba: Uint8ClampedArray, pixel: number) {
  const [r = Number.NaN, g = Number.NaN, b = Number.NaN] = rgba.subarray(4 * pixel, 4 * pixel + 3);
  return labFromSrgb(srgb(r / 255, g / 255, b / 255));
}

function greyed(image: PixelImage, lookup: Uint32Array): Uint8ClampedArray {
  const out = new Uint32Array(image.widthPx * image.heightPx);
  writeGrey(luminancePlane(image), lookup, out);
  return new Uint8ClampedArray(out.buffer);
}

describe("grey by computed L*", () => {
  it("has no colour and L* within 0.5 of 200 patches, and leaves the picture untouched", () => {
    const before = Array.from({ length: strip.rgba.length }, (_, at) => strip.rgba[at]);
    const grey = greyed(strip, greyLookup());
    for (const [index, [r = 0, g = 0, b = 0]] of patches.entries()) {
      const lab = labAt(grey, index);
      expect([lab[1], lab[2]].every((axis) => Math.abs(axis) < 1e-9)).toBe(true);
      expect(Math.abs(lab[0] - labFromSrgb(srgb(r / 255, g / 255, b / 255))[0])).toBeLessThan(0.5);
    }
    expect(Array.from({ length: strip.rgba.length }, (_, at) => strip.rgba[at])).toEqual(before);
  });

  it("lifts the darks by doublings of light", () => {
    const dark = photographed(4, 4, () => labD65(12, 5, -5), PLAIN_LIGHT, createRng(1), 0);
    const lifted = labAt(greyed(dark, greyLookup(2)), 0)[0];
    // Four times the luminance of L* 12: 116 ∛(4 Y) - 16 = 28.5.
    expect(lifted).toBeGreaterThan(27.5);
    expect(lifted).toBeLessThan(29.5);
  });
});

describe("steps of value", () => {
  it("are even, flat, and their areas sum to one", () => {
    for (let steps = 2; steps <= 9; steps++) {
      const stepped = greyed(strip, stepLookup(steps));
      const shares = valueShares(luminancePlane(strip), steps);
      expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 9);
      for (const [index, [r = 0, g = 0, b = 0]] of patches.entries()) {
        const step = stepOf(labFromSrgb(srgb(r / 255, g / 255, b / 255))[0], steps);
        const off = Math.abs(labAt(stepped, index)[0] - stepLightness(step, steps));
        // A patch on the very edge of two steps may fall to either by the plane's rounding.
        expect(Math.min(off, Math.abs(off - 100 / steps))).toBeLessThan(0.5);
      }
    }
    expect(() => stepLookup(10)).toThrow(RangeError);
    expect(() => stepLookup(1)).toThrow(RangeError);
  });

  it("give known areas", () => {
    const thirds = pictureOf(30, 10, (x) =>
      x < 10 ? [0, 0, 0] : x < 20 ? [119, 119, 119] : [255, 255, 255],
    );
    for (const share of valueShares(luminancePlane(thirds), 3)) expect(share).toBeCloseTo(1 / 3, 9);
  });
});

describe("isolating", () => {
  it("keeps the pixels of a band as they are and takes the colour out of the others", () => {
    const out = new Uint8ClampedArray(4 * 200);
    writeInSrgb(strip, out);
    const before = out.slice();
    fadeOutside(luminancePlane(strip), (pixel) => pixel % 2 === 0, new Uint32Array(out.buffer));
    for (let pixel = 0; pixel < 200; pixel++) {
      const bytes = out.subarray(4 * pixel, 4 * pixel + 3);
      if (pixel % 2 === 0) expect(bytes).toEqual(before.subarray(4 * pixel, 4 * pixel + 3));
      else expect(new Set(bytes).size).toBe(1);
    }
  });

  it("names hue places, and none for greys", () => {
    const named = (r: number, g: number, b: number) => huePlaceOfPixel(Uint8ClampedArray.of(r, g, b, 255), 0);
    expect(named(120, 120, 121)).toBeUndefined();
    expect(named(220, 40, 40)).not.toBe(named(40, 60, 200));
    expect(named(40, 90, 200)).toBe(named(42, 92, 198));
  });
});

describe("writeInSrgb and squint", () => {
  it("gives an sRGB picture back byte for byte", () => {
    const out = new Uint8ClampedArray(4 * 200);
    writeInSrgb(strip, out);
    for (let at = 0; at < out.length; at++)
      expect(Math.abs((out[at] ?? 0) - (strip.rgba[at] ?? 0))).toBeLessThanOrEqual(1);
  });

  it("melts a checkerboard into the grey of half its light", () => {
    const board = pictureOf(64, 64, (x, y) => ((x + y) % 2 ? [255, 255, 255] : [0, 0, 0]));
    const small = squint(board, 8);
    expect([small.widthPx, small.heightPx]).toEqual([8, 8]);
    for (let pixel = 0; pixel < 64; pixel++) expect(labAt(small.rgba, pixel)[0]).toBeCloseTo(76.07, 0);
  });
});
