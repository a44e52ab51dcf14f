import { describe, expect, it } from "vitest";
import { pictureOf } from "../../../tests/support/pictures";
import { deltaE2000 } from "../color/ciede2000";
import { labFromSrgb, TO_LINEAR_SRGB } from "../color/srgb";
import { srgb } from "../color/types";
import { neighboursOf, samplePixels } from "./pixels";

describe("samplePixels", () => {
  it("reads a flat colour exactly, without spread", () => {
    const sample = samplePixels(
      pictureOf(20, 20, () => [51, 102, 153]),
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
    const board = pictureOf(20, 20, (x, y) => ((x + y) % 2 ? [255, 255, 255] : [0, 0, 0]));
    const sample = samplePixels(board, 10, 10, 9);
    expect(sample?.lab[0]).toBeCloseTo(76.07, 0);
    expect(sample?.light[0]).toBeCloseTo(100, 3);
    expect(sample?.dark[0]).toBeCloseTo(0, 3);
    expect(sample?.spreadDeltaE2000).toBeGreaterThan(20);
  });

  it("counts only what lies inside the picture", () => {
    const flat = pictureOf(10, 10, () => [128, 128, 128]);
    expect(samplePixels(flat, 0, 0, 3)?.pixelCount).toBeLessThan(15);
    expect(samplePixels(flat, -50, 5, 3)).toBeUndefined();
  });

  it("reads Display P3 as the wider space that it is", () => {
    // Published sRGB of the P3 red primary: 1.0931, -0.2267, -0.1501 (gamma-encoded).
    const [r, g, b] = TO_LINEAR_SRGB["display-p3"];
    expect(r[0]).toBeCloseTo(1.2249, 4);
    expect(g[0]).toBeCloseTo(-0.042, 3);
    expect(b[0]).toBeCloseTo(-0.0196, 4);
    const red = pictureOf(9, 9, () => [255, 0, 0]);
    const chroma = (space: "srgb" | "display-p3"): number => {
      const lab = samplePixels({ ...red, space }, 4.5, 4.5, 4)?.lab;
      return lab ? Math.hypot(lab[1], lab[2]) : Number.NaN;
    };
    expect(chroma("display-p3")).toBeGreaterThan(chroma("srgb") + 10);
    const neutral = pictureOf(9, 9, () => [140, 140, 140]);
    const lab = samplePixels({ ...neutral, space: "display-p3" }, 4.5, 4.5, 4)?.lab;
    expect(Math.hypot(lab?.[1] ?? Number.NaN, lab?.[2] ?? Number.NaN)).toBeLessThan(1e-9);
  });
});

describe("neighboursOf", () => {
  const quarters = pictureOf(120, 120, (x, y) => {
    if (Math.hypot(x - 60, y - 60) < 12) return [200, 200, 200];
    return Math.abs(x - 60) > Math.abs(y - 60)
      ? x < 60
        ? [200, 30, 30]
        : [30, 200, 30]
      : y < 60
        ? [30, 30, 200]
        : [200, 200, 30];
  });

  it("tells the four sides apart and leaves the spot itself out", () => {
    const found = new Map(neighboursOf(quarters, 60, 60, 8).map(({ side, lab }) => [side, lab]));
    const expected = {
      left: [200, 30, 30],
      right: [30, 200, 30],
      above: [30, 30, 200],
      below: [200, 200, 30],
    };
    for (const [side, [red = 0, green = 0, blue = 0]] of Object.entries(expected)) {
      const lab = found.get(side as "left");
      // Pixels on the diagonals belong to either side.
      expect(lab && deltaE2000(lab, labFromSrgb(srgb(red / 255, green / 255, blue / 255)))).toBeLessThan(4);
    }
  });

  it("leaves out a side that lies outside the picture", () => {
    expect(neighboursOf(quarters, 0, 60, 8).map(({ side }) => side)).not.toContain("left");
  });
});
