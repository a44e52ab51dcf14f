import { describe, expect, it } from "vitest";
import { anyTaken, cornersOf, eliminated } from "../../../tests/support/sheetPhotos";
import { createRng } from "../random/rng";
import type { PixelImage } from "./pixels";
import { projective, readSheet, type SheetLayout, type SheetPoint } from "./squaredSheet";

const CELL = 330;
const [LEFT, TOP] = [330, 350];
const LAYOUT: SheetLayout = {
  marks: [
    [0, 0],
    [1920, 0],
    [1920, 2790],
    [0, 2790],
  ],
  paper: [
    ...Array.from({ length: 12 }, (_, i): SheetPoint => [60 + 0 * i, 120 + 230 * i]),
    ...Array.from({ length: 12 }, (_, i): SheetPoint => [1985, 120 + 230 * i]),
    ...Array.from({ length: 7 }, (_, i): SheetPoint => [180 + 250 * i, 40]),
    ...Array.from({ length: 7 }, (_, i): SheetPoint => [180 + 250 * i, 2760]),
  ],
  cells: Array.from({ length: 20 }, (_, i) => ({
    key: `c${i}`,
    x: LEFT + CELL * (i % 4),
    y: TOP + CELL * Math.floor(i / 4),
    width: CELL,
    height: CELL,
  })),
};

describe("a sheet in a photo", () => {
  it("is mapped as four marks say, whichever way it lies", () => {
    const rng = createRng(4);
    for (let i = 0; i < 50; i++) {
      const corners = cornersOf(LAYOUT, anyTaken(200 + i));
      const [own, oracle] = [projective(LAYOUT.marks, corners), eliminated(LAYOUT.marks, corners)];
      const [x, y] = [1920 * rng.next(), 2790 * rng.next()];
      own?.(x, y).forEach((value, axis) => {
        expect(value).toBeCloseTo(oracle(x, y)[axis] ?? Number.NaN, 6);
      });
      expect(own).toBeDefined();
    }
  });

  it("is refused where the marks are no page, and where there is no light", () => {
    const dark: PixelImage = {
      widthPx: 60,
      heightPx: 60,
      rgba: new Uint8ClampedArray(4 * 3600),
      space: "srgb",
    };
    const square: readonly [SheetPoint, SheetPoint, SheetPoint, SheetPoint] = [
      [5, 5],
      [55, 5],
      [55, 55],
      [5, 55],
    ];
    expect(readSheet(dark, square, LAYOUT)).toEqual({ code: "dark-paper" });
    expect(readSheet(dark, [square[0], square[2], square[1], square[3]], LAYOUT)).toEqual({
      code: "no-sheet",
    });
    expect(readSheet(dark, [square[1], square[0], square[3], square[2]], LAYOUT)).toEqual({
      code: "no-sheet",
    });
  });
});
