import { describe, expect, it } from "vitest";
import { deltaE2000 } from "../color/ciede2000";
import { labFromSrgb } from "../color/srgb";
import { srgb } from "../color/types";
import { type PixelImage, samplePixels, writeGrey } from "./pixels";

function picture(
  widthPx: number,
  heightPx: number,
  colorAt: (x: number, y: number) => readonly number[],
): PixelImage {
  const rgba = new Uint8ClampedArray(4 * widthPx * heightPx);
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) rgba.set([...colorAt(x, y), 255], 4 * (y * widthPx + x));
  }
  return { widthPx, heightPx, rgba };
}

describe("samplePixels", () => {
  it("reads a flat colour exactly, without spread", () => {
    const sample = samplePixels(
      picture(20, 20, () => [51, 102, 153]),
      10,
      10,
      5,
    );
    expect(sample && deltaE2000(sample.lab, labFromSrgb(srgb(0.2, 0.4, 0.6)))).toBeLessThan(1e-9);
    expect(sample?.spreadDeltaE2000).toBeLessThan(1e-9);
    expect(sample?.pixelCount).toBeGreaterThan(70);
  });

  it("averages in linear light", () => {
    // Half white, half black is half the light: L* 76, not the L* 53 of the middle byte.
    const board = picture(20, 20, (x, y) => ((x + y) % 2 ? [255, 255, 255] : [0, 0, 0]));
    const sample = samplePixels(board, 10, 10, 9);
    expect(sample?.lab[0]).toBeCloseTo(76.07, 0);
    expect(sample?.light[0]).toBeCloseTo(100, 3);
    expect(sample?.dark[0]).toBeCloseTo(0, 3);
    expect(sample?.spreadDeltaE2000).toBeGreaterThan(20);
  });

  it("counts only what lies inside the picture", () => {
    const flat = picture(10, 10, () => [128, 128, 128]);
    expect(samplePixels(flat, 0, 0, 3)?.pixelCount).toBeLessThan(15);
    expect(samplePixels(flat, -50, 5, 3)).toBeUndefined();
  });
});

describe("writeGrey", () => {
  it("keeps L* within a byte's step and takes all colour out", () => {
    const colours = [
      [200, 30, 40],
      [30, 90, 200],
      [240, 220, 20],
      [0, 0, 0],
      [255, 255, 255],
    ];
    for (const [r = 0, g = 0, b = 0] of colours) {
      const rgba = Uint8ClampedArray.from([r, g, b, 255]);
      writeGrey(rgba);
      expect(rgba[0]).toBe(rgba[1]);
      expect(rgba[1]).toBe(rgba[2]);
      const before = labFromSrgb(srgb(r / 255, g / 255, b / 255));
      const grey = (rgba[0] ?? 0) / 255;
      expect(Math.abs(labFromSrgb(srgb(grey, grey, grey))[0] - before[0])).toBeLessThan(0.5);
    }
  });
});
