import { describe, expect, it } from "vitest";
import { cornersOf, eliminated, photoOf, type Taken } from "../../../tests/support/sheetPhotos";
import { figure, seeded, sized } from "../../../tests/support/study";
import { deltaE2000 } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
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

function anyTaken(seed: number): Taken {
  const rng = createRng(seed);
  return {
    tilt: 35 * rng.next(),
    rotation: 24 * rng.next() - 12,
    fallOff: 0.45 * rng.next(),
    color: [1, 0.8 + 0.2 * rng.next(), 0.6 + 0.4 * rng.next()],
    noise: 1 + 3 * rng.next(),
    glares: 3,
    seed,
  };
}

const anyLab = (seed: number): LabD65 => {
  const rng = createRng(seed);
  return labD65(30 + 55 * rng.next(), 50 * rng.next() - 25, 50 * rng.next() - 25);
};

describe("a sheet in a photo", () => {
  it("is squared up, its light taken out, its cells read, and what was left blank is known", () => {
    const misses: number[] = [];
    let right = 0;
    const photos = sized(3, 40);
    for (let photo = 0; photo < photos; photo++) {
      const seed = seeded(100 + 10 * photo);
      const taken = anyTaken(seed);
      const blanks = [`c${seed % 20}`, `c${(seed + 7) % 20}`];
      const painted = LAYOUT.cells.map(({ key }, i) => ({
        key,
        lab: blanks.includes(key) ? undefined : anyLab(seed + 1000 + i),
      }));
      const read = readSheet(photoOf(LAYOUT, painted, taken), cornersOf(LAYOUT, taken), LAYOUT);
      if (!("cells" in read)) continue;
      const found = read.cells.filter(({ isBlank }) => isBlank).map(({ key }) => key);
      if (found.toSorted().join() === blanks.toSorted().join()) right++;
      for (const { key, lab } of painted) {
        const cell = read.cells.find((one) => one.key === key);
        if (lab) misses.push(cell ? deltaE2000(lab, cell.lab) : 100);
      }
    }
    const sorted = misses.toSorted((a, b) => a - b);
    const at = (share: number): number => sorted[Math.floor(share * (sorted.length - 1))] ?? Number.NaN;
    figure("charts: cells read from a photo, median ΔE00", at(0.5), { most: 1.5 });
    figure("charts: cells read from a photo, ΔE00 at 95 %", at(0.95), { most: 4 });
    figure("charts: photos whose blank cells are named, and no other", right / photos, { least: 0.95 });
  });

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
