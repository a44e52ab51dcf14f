/**
 * Piles that are laid out in rows and columns, read from a photo: which places are empty, which piles are off, which lie in
 * each other's place.
 *
 * The four outermost piles give the map, as the marks of a sheet do. The board between the piles gives the light and its
 * fall-off. What colour the board has is not known: without a card each channel is scaled so that the middle pile comes
 * out as planned, so that piles are judged against each other. With a card they are judged by what they are.
 */
import { deltaE2000 } from "../color/ciede2000";
import { linearSrgbFromLab } from "../color/srgb";
import type { LabD65 } from "../color/types";
import { areFinite, num } from "../numbers";
import { labOfLit, type LitPixel, meanOfLit, trimmed } from "./litPixels";
import { PixelReader, type PixelImage } from "./pixels";
import { paperLight, projective, type SheetFault, type SheetPoint } from "./squaredSheet";

export type LaidPlace = {
  readonly row: number;
  readonly column: number;
  /** As planned, or as it is believed to be; undefined where nothing is meant to lie. */
  readonly expected: LabD65 | undefined;
};

export type SeenPlace = {
  readonly row: number;
  readonly column: number;
  readonly lab: LabD65;
  /** Lighter than expected when positive, L*. */
  readonly deltaLightness: number;
  readonly deltaE2000: number;
} & (
  | { readonly state: "as expected" | "empty" | "off" }
  /** It lies in the place of another, and that one in its. */
  | { readonly state: "swapped"; readonly with: { readonly row: number; readonly column: number } }
);

/** A card of known colour, and where its middle lies in the photo, px. */
export type CardInPhoto = { readonly at: SheetPoint; readonly lab: LabD65 };

/** Of the distance from pile to pile: as far as a pile surely reaches from its middle. */
const INSIDE = 0.17;
const POINTS = 11;
/** So much of the pixels is left out at each end, by lightness: furrows and glare. */
const TRIMMED = 0.25;
/** Around a point of the board, and of a card, px. */
const AROUND = 3;
/** A place that looks like the board within this is empty, ΔE00; a pile of the board's own colour cannot be told from none. */
const LIKE_THE_BOARD = 4;
/** A pile further off than this in value, L*, or in all, ΔE00, is told. */
const OFF = { lightness: 4, deltaE2000: 7 } as const;
/** Two piles lie in each other's place when they fit so much better there. */
const SWAPPED_BELOW = 0.55;
const SURELY_SWAPPED = 0.2;
const LEAST = 2;

/**
 * @param corners - middles of the outermost piles, px: top left, top right, bottom right, bottom left.
 * @param places - each place of the board once; two rows and two columns at least.
 */
export function readLaidPalette(
  image: PixelImage,
  corners: readonly [SheetPoint, SheetPoint, SheetPoint, SheetPoint],
  places: readonly LaidPlace[],
  card?: CardInPhoto,
): { readonly places: readonly SeenPlace[] } | SheetFault {
  const rows = 1 + Math.max(...places.map(({ row }) => row));
  const columns = 1 + Math.max(...places.map(({ column }) => column));
  if (rows < LEAST || columns < LEAST) return { code: "no-sheet" };
  const [right, bottom] = [columns - 1, rows - 1];
  const toPhoto = projective(
    [
      [0, 0],
      [right, 0],
      [right, bottom],
      [0, bottom],
    ],
    corners,
  );
  if (!toPhoto) return { code: "no-sheet" };
  const reader = new PixelReader(image);
  const at = ([x, y]: SheetPoint): LitPixel | undefined => {
    const [column, row] = [Math.round(x), Math.round(y)];
    if (!(column >= 0 && row >= 0 && column < image.widthPx && row < image.heightPx)) return undefined;
    reader.read(column, row);
    return [reader.red, reader.green, reader.blue];
  };
  const around = ([x, y]: SheetPoint): LitPixel | undefined => {
    const seen: LitPixel[] = [];
    for (let dy = -AROUND; dy <= AROUND; dy++)
      for (let dx = -AROUND; dx <= AROUND; dx++) {
        const pixel = at([x + dx, y + dy]);
        if (pixel) seen.push(pixel);
      }
    return meanOfLit(trimmed(seen, TRIMMED));
  };
  const shareOf = (column: number, row: number): SheetPoint => [column / columns, row / rows];
  const light = paperLight(
    boardPoints(rows, columns).flatMap(([x, y]) => {
      const seen = around(toPhoto(x, y));
      const [u, v] = shareOf(x, y);
      return seen ? [{ x: u, y: v, seen }] : [];
    }),
    "any",
  );
  if (light === "dark") return { code: "dark-paper" };
  if (!light) return { code: "no-sheet" };
  /** Signal of each pile against the board's. */
  const signals = places.map(({ row, column }) => {
    const pixels: LitPixel[] = [];
    for (let i = 0; i < POINTS; i++)
      for (let j = 0; j < POINTS; j++) {
        const [dx, dy] = [((i + 0.5) / POINTS - 0.5) * 2 * INSIDE, ((j + 0.5) / POINTS - 0.5) * 2 * INSIDE];
        const seen = at(toPhoto(column + dx, row + dy));
        const gain = light(...shareOf(column + dx, row + dy));
        if (seen) pixels.push([seen[0] / gain[0], seen[1] / gain[1], seen[2] / gain[2]]);
      }
    return meanOfLit(trimmed(pixels, TRIMMED));
  });
  const board = card
    ? boardByCard(card, around, light, toPhoto, shareOf, corners)
    : boardByPiles(signals, places);
  if (!board) return { code: "no-card" };
  const boardLab = labOfLit(board);
  const seen = places.flatMap((place, i) => {
    const signal = signals[i];
    return signal
      ? [{ place, lab: labOfLit([signal[0] * board[0], signal[1] * board[1], signal[2] * board[2]]) }]
      : [];
  });
  return { places: judged(seen, boardLab, card !== undefined) };
}

/** Between the piles, and half a step outside of them. */
function boardPoints(rows: number, columns: number): readonly SheetPoint[] {
  const points: SheetPoint[] = [];
  for (let row = -0.5; row < rows; row++)
    for (let column = -0.5; column < columns; column++) points.push([column, row]);
  return points;
}

/** What the board must be for the middle pile to come out as expected, channel by channel. */
function boardByPiles(
  signals: readonly (LitPixel | undefined)[],
  places: readonly LaidPlace[],
): LitPixel | undefined {
  const ratios = places.flatMap(({ expected }, i) => {
    const signal = signals[i];
    if (!signal || !expected) return [];
    const wanted = linearSrgbFromLab(expected);
    return [[0, 1, 2].map((channel) => (wanted[channel] ?? 0) / Math.max(1e-4, signal[channel] ?? 0))];
  });
  const middle = (channel: number): number => {
    const sorted = ratios
      .map((ratio) => num(ratio[channel]))
      .filter((ratio) => ratio > 0)
      .sort((a, b) => a - b);
    return num(sorted[Math.floor(sorted.length / 2)]);
  };
  const board: LitPixel = [middle(0), middle(1), middle(2)];
  return areFinite(board) ? board : undefined;
}

function boardByCard(
  { at, lab }: CardInPhoto,
  around: (point: SheetPoint) => LitPixel | undefined,
  light: (x: number, y: number) => LitPixel,
  toPhoto: (x: number, y: number) => SheetPoint,
  shareOf: (column: number, row: number) => SheetPoint,
  corners: readonly SheetPoint[],
): LitPixel | undefined {
  const seen = around(at);
  if (!seen) return undefined;
  // Where the card lies on the board, by stepping towards it from the middle.
  let [x, y] = [0, 0];
  const size = Math.max(...corners.map(([u, v]) => Math.hypot(u - at[0], v - at[1])));
  for (let step = 0; step < STEPS; step++) {
    const [px, py] = toPhoto(x, y);
    const [ux, uy] = toPhoto(x + 0.01, y);
    const [vx, vy] = toPhoto(x, y + 0.01);
    const [a, b, c, d] = [(ux - px) / 0.01, (vx - px) / 0.01, (uy - py) / 0.01, (vy - py) / 0.01];
    const det = a * d - b * c;
    if (Math.abs(det) < 1e-9 || Math.hypot(px - at[0], py - at[1]) < 1e-3 * size) break;
    x += (d * (at[0] - px) - b * (at[1] - py)) / det;
    y += (a * (at[1] - py) - c * (at[0] - px)) / det;
  }
  const gain = light(...shareOf(x, y));
  const known = linearSrgbFromLab(lab);
  const board = [0, 1, 2].map(
    (channel) => ((known[channel] ?? 0) * (gain[channel] ?? 1)) / Math.max(1e-4, seen[channel] ?? 0),
  );
  return [num(board[0]), num(board[1]), num(board[2])];
}
const STEPS = 12;

type Judged = { readonly place: LaidPlace; readonly lab: LabD65 };

/** @param knowsColour - without a card piles are judged against each other, and by their value alone. */
function judged(seen: readonly Judged[], board: LabD65, knowsColour: boolean): readonly SeenPlace[] {
  const isEmpty = seen.map(
    ({ place, lab }) =>
      deltaE2000(lab, board) < LIKE_THE_BOARD &&
      // A pile that is as the board is cannot be told from none.
      (!place.expected || deltaE2000(place.expected, board) > 2 * LIKE_THE_BOARD),
  );
  const missOf = (i: number, of: number): number => {
    const [lab, expected] = [seen[i]?.lab, seen[of]?.place.expected];
    return lab && expected ? deltaE2000(lab, expected) : Number.NaN;
  };
  const isOff = seen.map(({ place, lab }) => {
    if (!place.expected) return false;
    return (
      Math.abs(lab[0] - place.expected[0]) > OFF.lightness ||
      (knowsColour && deltaE2000(lab, place.expected) > OFF.deltaE2000)
    );
  });
  const partnerOf = (i: number): number | undefined => {
    if (isOff[i] !== true) return undefined;
    const own = missOf(i, i);
    const pairs = seen
      .map((_, j) => j)
      .filter((j) => j !== i && isOff[j] === true)
      .map((j) => ({ j, crossed: missOf(i, j) + missOf(j, i), straight: own + missOf(j, j) }))
      // A place that looks empty may hold a pile of the board's colour, if the other one tells so clearly.
      .filter(({ j, crossed, straight }) => {
        const looksEmpty = isEmpty[i] === true || isEmpty[j] === true;
        return crossed < (looksEmpty ? SURELY_SWAPPED : SWAPPED_BELOW) * straight;
      })
      .sort((one, other) => one.crossed - other.crossed);
    return pairs[0]?.j;
  };
  const partners = seen.map((_, i) => partnerOf(i));
  return seen.map(({ place, lab }, i): SeenPlace => {
    const { row, column, expected } = place;
    const plain = {
      row,
      column,
      lab,
      deltaLightness: expected ? lab[0] - expected[0] : 0,
      deltaE2000: expected ? deltaE2000(lab, expected) : 0,
    };
    const partner = partners[i];
    const other = partner !== undefined && partners[partner] === i ? seen[partner]?.place : undefined;
    if (other) return { ...plain, state: "swapped", with: { row: other.row, column: other.column } };
    if (isEmpty[i] === true) return { ...plain, state: "empty" };
    return { ...plain, state: isOff[i] === true ? "off" : "as expected" };
  });
}
