import { describe, expect, it } from "vitest";
import { type PhotoLight, photographed, PLAIN_LIGHT } from "../../../tests/support/pictures";
import { type LabD65, labD65 } from "../color/types";
import { createRng } from "../random/rng";
import { samplePixels } from "./pixels";
import { checkPileGrid, gridPlaces, type GridPile } from "./pileGrid";
import { thinned } from "../../../tests/support/study";

const ROWS = 5;
const COLUMNS = 6;
const CELL = 40;
const TOLERANCE = 4;

/** Six strings of five values each, laid out as on a board, one pile off. */
function photo(
  off: { row: number; column: number; by: number } | undefined,
  light: PhotoLight,
  seed: number,
) {
  const piles: LabD65[] = Array.from({ length: ROWS * COLUMNS }, (_, i) => {
    const row = Math.floor(i / COLUMNS);
    const column = i % COLUMNS;
    const wrong = off?.row === row && off.column === column ? off.by : 0;
    const hue = (column * Math.PI) / 3;
    return labD65(82 - 14 * row + wrong, 12 * Math.cos(hue), 12 * Math.sin(hue));
  });
  const board = labD65(66, 2, 6);
  const image = photographed(
    COLUMNS * CELL,
    ROWS * CELL,
    (x, y) => {
      const [column, row] = [Math.floor(x / CELL), Math.floor(y / CELL)];
      const isPile = Math.hypot((x % CELL) - CELL / 2, (y % CELL) - CELL / 2) < 15;
      return isPile ? (piles[row * COLUMNS + column] ?? board) : board;
    },
    light,
    createRng(seed),
  );
  const half = CELL / 2;
  const right = COLUMNS * CELL - half;
  const bottom = ROWS * CELL - half;
  return gridPlaces(
    [
      { xPx: half, yPx: half },
      { xPx: right, yPx: half },
      { xPx: right, yPx: bottom },
      { xPx: half, yPx: bottom },
    ],
    ROWS,
    COLUMNS,
  ).map(({ xPx, yPx }, i): GridPile => {
    const sample = samplePixels(image, xPx, yPx, 10);
    return { row: Math.floor(i / COLUMNS), column: i % COLUMNS, lightness: sample?.lab[0] ?? Number.NaN };
  });
}

const darkAt = (row: number, column: number) => ({ row, column, by: -8 });

/** About 10 L* from one side to the other at the middle value, with a warm cast. */
const FALLING: PhotoLight = { cast: [1, 0.9, 0.75], slope: [-0.42, 0] };
const SLANTED: PhotoLight = { cast: [0.9, 0.85, 0.8], slope: [-0.3, 0.3] };

describe("checkPileGrid", () => {
  it("reports the one pile that is 8 L* too dark, wherever it lies, also under a slope of 10 L*", () => {
    let seed = 1;
    for (const light of [PLAIN_LIGHT, FALLING, SLANTED]) {
      for (let row = 0; row < ROWS; row++) {
        for (const column of thinned([2, 0, 5], 3)) {
          const { offPiles } = checkPileGrid(photo(darkAt(row, column), light, seed++), TOLERANCE);
          expect(offPiles.map((pile) => [pile.row, pile.column])).toEqual([[row, column]]);
          expect(offPiles[0]?.off).toBeLessThan(-5.5);
        }
      }
    }
  });

  it("reports nothing when all line up, and sees the slope", () => {
    expect(checkPileGrid(photo(undefined, PLAIN_LIGHT, 50), TOLERANCE).offPiles).toEqual([]);
    const falling = checkPileGrid(photo(undefined, FALLING, 51), TOLERANCE);
    expect(falling.offPiles).toEqual([]);
    expect(Math.abs(falling.slope)).toBeGreaterThan(7);
    expect(Math.abs(falling.slope)).toBeLessThan(13);
  });

  it("works for a slope that adds to every lightness alike", () => {
    const rng = createRng(6);
    for (let round = 0; round < 40; round++) {
      const [wrongRow, wrongColumn] = [rng.below(ROWS), rng.below(COLUMNS)];
      const piles = Array.from({ length: ROWS * COLUMNS }, (_, i): GridPile => {
        const [row, column] = [Math.floor(i / COLUMNS), i % COLUMNS];
        const wrong = row === wrongRow && column === wrongColumn ? -8 : 0;
        return { row, column, lightness: 80 - 13 * row + 2 * column + wrong + 0.4 * rng.normal() };
      });
      const { offPiles } = checkPileGrid(piles, TOLERANCE);
      expect(offPiles.map((pile) => [pile.row, pile.column])).toEqual([[wrongRow, wrongColumn]]);
    }
  });

  it("finds the pile that breaks the even steps of a single string", () => {
    const string = [20, 30, 41, 45, 60, 71, 80].map((lightness, column) => ({ row: 0, column, lightness }));
    const { offPiles } = checkPileGrid(string, TOLERANCE);
    expect(offPiles.map((pile) => pile.column)).toEqual([3]);
  });

  it("refuses too few piles, and corners in one line", () => {
    expect(() => checkPileGrid([{ row: 0, column: 0, lightness: 50 }], 3)).toThrow(RangeError);
    const at = (xPx: number) => ({ xPx, yPx: 0 });
    expect(() => gridPlaces([at(0), at(10), at(20), at(30)], 2, 2)).toThrow(RangeError);
  });
});

describe("gridPlaces", () => {
  it("keeps corners, and straight lines straight, from any angle", () => {
    const corners = [
      { xPx: 100, yPx: 80 },
      { xPx: 520, yPx: 40 },
      { xPx: 610, yPx: 400 },
      { xPx: 60, yPx: 330 },
    ] as const;
    const places = gridPlaces(corners, 5, 6);
    expect(places).toHaveLength(30);
    for (const [place, corner] of [
      [0, 0],
      [5, 1],
      [29, 2],
      [24, 3],
    ] as const) {
      expect(places[place]?.xPx).toBeCloseTo(corners[corner].xPx, 6);
      expect(places[place]?.yPx).toBeCloseTo(corners[corner].yPx, 6);
    }
    const [a, b, c] = [places[6], places[8], places[11]];
    if (!a || !b || !c) throw new Error("thirty places");
    const area = (b.xPx - a.xPx) * (c.yPx - a.yPx) - (c.xPx - a.xPx) * (b.yPx - a.yPx);
    expect(Math.abs(area)).toBeLessThan(1e-6);
  });
});
