import { describe, expect, it } from "vitest";
import {
  cornersOfPalette,
  type LaidPile,
  type PalettePhoto,
  photoOfPalette,
} from "../../../tests/support/palettePhotos";
import { figure, seeded, sized } from "../../../tests/support/study";
import { deltaE2000 } from "../color/ciede2000";
import { labFromLch } from "../color/cieLab";
import { type LabD65, labD65, lchUnder } from "../color/types";
import { createRng, type Rng } from "../random/rng";
import { type LaidPlace, readLaidPalette, type SeenPlace } from "./laidPalette";

const ROWS = 6;
const COLUMNS = 5;
const BOARDS = [labD65(62, 0, 1), labD65(93, 0, 2), labD65(58, 10, 22), labD65(30, 1, 2)] as const;

/** Strings of five hues in six values, as a painter lays them out. */
function strings(
  rng: Rng,
): readonly { readonly row: number; readonly column: number; readonly lab: LabD65 }[] {
  const turn = 360 * rng.next();
  return Array.from({ length: ROWS * COLUMNS }, (_, i) => {
    const [row, column] = [Math.floor(i / COLUMNS), i % COLUMNS];
    const lightness = 86 - 12 * row + 2 * rng.normal();
    const chroma = column === COLUMNS - 1 ? 3 : 18 + 14 * rng.next();
    return { row, column, lab: labFromLch(lchUnder<"D65">(lightness, chroma, (turn + 67 * column) % 360)) };
  });
}

type Trial = {
  readonly photo: PalettePhoto;
  readonly places: readonly LaidPlace[];
  readonly wrong: { readonly empty: string; readonly off: string; readonly swapped: readonly string[] };
};

const keyOf = ({ row, column }: { readonly row: number; readonly column: number }): string =>
  `${row} ${column}`;

function trial(seed: number): Trial {
  const rng = createRng(seed);
  const planned = strings(rng);
  const board = BOARDS[seed % BOARDS.length] ?? BOARDS[0];
  const order = planned.map((_, i) => ({ i, key: rng.next() })).sort((a, b) => a.key - b.key);
  const taken = new Set<number>();
  const take = (isGood: (i: number) => boolean): number => {
    const found = order.find(({ i }) => !taken.has(i) && isGood(i))?.i ?? 0;
    taken.add(found);
    return found;
  };
  const labAt = (i: number): LabD65 => planned[i]?.lab ?? labD65(0, 0, 0);
  // An empty place can only be told where the pile is not as the board.
  const empty = take((i) => deltaE2000(labAt(i), board) > 12);
  const off = take((i) => labAt(i)[0] > 20 && labAt(i)[0] < 80);
  const one = take(() => true);
  const other = take((i) => planned[i]?.row !== planned[one]?.row && deltaE2000(labAt(i), labAt(one)) > 14);
  const lifted = rng.next() < 0.5 ? 8 : -8;
  const real = (i: number): LabD65 => {
    const [l, a, b] = labAt(i === one ? other : i === other ? one : i);
    const mixed = (value: number): number => value + 0.7 * rng.normal();
    return labD65(mixed(i === off ? l + lifted : l), mixed(a), mixed(b));
  };
  const piles: LaidPile[] = planned.map(({ row, column }, i) => ({
    row,
    column,
    lab: i === empty ? undefined : real(i),
  }));
  const named = (i: number): string => keyOf(planned[i] ?? { row: -1, column: -1 });
  return {
    photo: {
      rows: ROWS,
      columns: COLUMNS,
      piles,
      board,
      fallOff: 0.5 * rng.next(),
      color: [1, 0.85 + 0.15 * rng.next(), 0.7 + 0.3 * rng.next()],
      noise: 1 + 2 * rng.next(),
      glares: 4,
      seed,
    },
    places: planned.map(({ row, column, lab }) => ({ row, column, expected: lab })),
    wrong: { empty: named(empty), off: named(off), swapped: [named(one), named(other)].sort() },
  };
}

function told(places: readonly SeenPlace[]) {
  const of = (state: SeenPlace["state"]): readonly string[] =>
    places
      .filter((place) => place.state === state)
      .map(keyOf)
      .sort();
  return { empty: of("empty"), off: of("off"), swapped: of("swapped") };
}

describe("a laid-out palette in a photo", () => {
  it("tells exactly the empty place, the pile that is off and the two that were swapped", () => {
    const photos = sized(4, 50);
    let right = 0;
    for (let i = 0; i < photos; i++) {
      const { photo, places, wrong } = trial(seeded(40 + i));
      const read = readLaidPalette(photoOfPalette(photo).image, cornersOfPalette(photo), places);
      if (!("places" in read)) continue;
      const found = told(read.places);
      const isRight =
        JSON.stringify(found) ===
        JSON.stringify({ empty: [wrong.empty], off: [wrong.off], swapped: wrong.swapped });
      if (isRight) right++;
      else if (process.env.SHOW)
        console.log(
          i,
          JSON.stringify(found),
          JSON.stringify(wrong),
          read.places
            .filter((p) => p.state !== "as expected" || wrong.off === keyOf(p))
            .map((p) => [p.row, p.column, p.state, p.deltaLightness.toFixed(1), p.deltaE2000.toFixed(1)]),
        );
    }
    figure(
      "strings: photos of a palette in which exactly what is wrong is told, of 50",
      (50 * right) / photos,
      { least: 50 },
    );
  });

  it("reads the colours themselves where a card is in sight", () => {
    const { photo, places } = trial(7);
    const card = labD65(94.3, 0, 0);
    const { image, card: at } = photoOfPalette({ ...photo, card, glares: 0 });
    const read = readLaidPalette(image, cornersOfPalette(photo), places, { at, lab: card });
    if (!("places" in read)) throw new Error(read.code);
    const misses = read.places.flatMap(({ row, column, lab, state }) => {
      const real = photo.piles.find((pile) => pile.row === row && pile.column === column)?.lab;
      return real && state !== "empty" ? [deltaE2000(lab, real)] : [];
    });
    expect(misses.toSorted((a, b) => a - b)[Math.floor(misses.length / 2)]).toBeLessThan(1.5);
  });

  it("refuses one row, corners that are no board, and darkness", () => {
    const { photo, places } = trial(7);
    const { image } = photoOfPalette(photo);
    const [a, b, c, d] = cornersOfPalette(photo);
    expect(
      readLaidPalette(
        image,
        [a, b, c, d],
        places.filter(({ row }) => row === 0),
      ),
    ).toEqual({ code: "no-sheet" });
    expect(readLaidPalette(image, [b, a, c, d], places)).toEqual({ code: "no-sheet" });
    const dark = { ...image, rgba: new Uint8ClampedArray(image.rgba.length) };
    expect(readLaidPalette(dark, [a, b, c, d], places)).toEqual({ code: "dark-paper" });
  });
});
