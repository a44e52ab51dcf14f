import { describe, expect, it } from "vitest";
import { pictureOf } from "../../../tests/support/pictures";
import { hatchUnreached, missOfPixel } from "./reachOnPicture";

/** A table that reaches only what has little red: ΔE00 grows by 40 from no red to all of it. */
const SIZE = 5;
const table = {
  size: SIZE,
  missDeltaE2000: Float32Array.from(
    { length: SIZE ** 3 },
    (_, corner) => (40 * (corner % SIZE)) / (SIZE - 1),
  ),
};

function bytesOf(widthPx: number, heightPx: number, at: (x: number, y: number) => readonly number[]) {
  const { rgba } = pictureOf(widthPx, heightPx, at);
  return Uint8ClampedArray.from({ length: rgba.length }, (_, i) => rgba[i] ?? Number.NaN);
}

describe("missOfPixel", () => {
  it("is the corner's own at a corner and even between two", () => {
    const rgba = bytesOf(
      4,
      1,
      (x) =>
        [
          [0, 9, 200],
          [255, 3, 90],
          [127.5, 255, 0],
          [64, 128, 128],
        ][x] ?? [],
    );
    expect(missOfPixel(table, rgba, 0)).toBeCloseTo(0, 9);
    expect(missOfPixel(table, rgba, 1)).toBeCloseTo(40, 5);
    expect(missOfPixel(table, rgba, 2)).toBeCloseTo((40 * 128) / 255, 4);
    expect(missOfPixel(table, rgba, 3)).toBeCloseTo((40 * 64) / 255, 4);
  });
});

describe("hatchUnreached", () => {
  it("says what share is reached, and leaves that part of the picture as it was", () => {
    const side = 220;
    const rgba = bytesOf(side, side, (x) => (x < 55 ? [200, 40, 40] : [10, 90, 160]));
    const before = rgba.slice();
    expect(hatchUnreached(rgba, side, table, 5)).toBeCloseTo(0.75, 9);
    let lines = 0;
    for (let pixel = 0; pixel < side * side; pixel++) {
      const bytes = [...rgba.subarray(4 * pixel, 4 * pixel + 3)];
      const own = [...before.subarray(4 * pixel, 4 * pixel + 3)];
      if (pixel % side >= 55) expect(bytes).toEqual(own);
      else if (bytes.join() !== own.join()) {
        // A line is black or white and nothing else: no colour that could be taken for paint.
        expect(["0,0,0", "255,255,255"]).toContain(bytes.join());
        lines++;
      }
    }
    expect(lines).toBeGreaterThan(0.2 * 55 * side);
    expect(lines).toBeLessThan(0.7 * 55 * side);
  });

  it("reaches all with a tolerance wide enough", () => {
    expect(
      hatchUnreached(
        bytesOf(9, 9, () => [255, 0, 0]),
        9,
        table,
        41,
      ),
    ).toBe(1);
  });
});
