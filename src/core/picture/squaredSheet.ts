/**
 * A painted sheet read from a photo: squared up by its four marks, the light and its fall-off taken out by the paper's
 * white, each cell averaged where it was painted.
 *
 * The page is a plane, so the photo shows it through a projective map; four marks fix its eight numbers:
 *
 *   x = (a X + b Y + c) / (g X + h Y + 1),   y = (d X + e Y + f) / (g X + h Y + 1)
 *
 * The light is fitted to the paper between the marks as ln gain = p0 + p1 X + p2 Y + p3 X² + p4 X Y + p5 Y², a channel each,
 * twice, the second time without what was no paper. Brush marks and glare in a cell are left out by trimming.
 *
 * Source: P. S. Heckbert, Fundamentals of Texture Mapping and Image Warping (1989), section 2.2, for the map.
 */
import { deltaE2000 } from "../color/ciede2000";
import { labFromLinearSrgb, linearSrgbFromLab } from "../color/srgb";
import { type LabD65, linearSrgb } from "../color/types";
import { solveSymmetric } from "../optimize/solveSymmetric";
import { labOfLit, luminance, meanOfLit, trimmed } from "./litPixels";
import { PixelReader, type PixelImage } from "./pixels";

export type SheetPoint = readonly [x: number, y: number];

export type SheetLayout = {
  /** Middles of the marks on the page, in its own units: top left, top right, bottom right, bottom left. */
  readonly marks: readonly [SheetPoint, SheetPoint, SheetPoint, SheetPoint];
  /** Where nothing is printed or painted. */
  readonly paper: readonly SheetPoint[];
  /** Where a white or grey card may lie. */
  readonly card?: SheetArea;
  readonly cells: readonly (SheetArea & { readonly key: string })[];
};

export type SheetArea = {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
};

/** What is known of the page besides what is printed on it. */
export type KnownOfSheet = {
  /** Colour of the paper; left out, that of white paper. */
  readonly paper?: LabD65;
  /** Colour of the card that lies in its place; left out, none lies there. */
  readonly card?: LabD65;
};

export type ReadCell = {
  readonly key: string;
  readonly lab: LabD65;
  /** Mean ΔE00 of its pixels from their mean, once the outer ones are left out. */
  readonly spread: number;
  /** It looks like the paper: nothing was painted. */
  readonly isBlank: boolean;
};

/** `no-card`: nothing like the card lies in its place. */
export type SheetFault = { readonly code: "no-sheet" | "dark-paper" | "no-card" };

/** Share of a cell, on each side, where brush and print run into the lines; the foot holds print. */
const INNER = { left: 0.22, right: 0.22, top: 0.15, bottom: 0.42 } as const;
const POINTS = 14;
/** Pixels to each side of a place of bare paper. */
const AROUND = 3;
/** So much of the pixels is left out at each end, by lightness. */
const TRIMMED = 0.2;
/** Of white paper. */
const WHITE_PAPER = labFromLinearSrgb(linearSrgb(0.86, 0.86, 0.86));
/** Of the card's place, on each side: it need not lie straight. */
const CARD_EDGE = 0.25;
/** By the light of the paper alone a card is seen at least so near to what it is, ΔE00. */
const LIKE_THE_CARD = 25;
/** A place darker than this against the brightest paper is no paper, as a share of its luminance. */
const LEAST_PAPER = 0.5;
/** Light falls off over a board by no more than this, to each side of its middle. */
const BOARD_RANGE = 1.7;
const BLANK_WITHIN = 3;
/** Below this linear signal a photo holds no light to divide by. */
const DARKEST = 0.02;

/**
 * @param corners - the marks in the photo, in the order of the layout, px.
 * @returns each cell, or why there is no sheet.
 */
export function readSheet(
  image: PixelImage,
  corners: readonly [SheetPoint, SheetPoint, SheetPoint, SheetPoint],
  { marks, paper, card, cells }: SheetLayout,
  known: KnownOfSheet = {},
): { readonly cells: readonly ReadCell[] } | SheetFault {
  const toPhoto = projective(marks, corners);
  if (!toPhoto) return { code: "no-sheet" };
  const reader = new PixelReader(image);
  const at = (x: number, y: number): readonly [number, number, number] | undefined => {
    const [px, py] = toPhoto(x, y);
    const [column, row] = [Math.round(px), Math.round(py)];
    if (!(column >= 0 && row >= 0 && column < image.widthPx && row < image.heightPx)) return undefined;
    reader.read(column, row);
    return [reader.red, reader.green, reader.blue];
  };
  /** Mean of the pixels around a place: one alone is mostly noise. */
  const around = (x: number, y: number): readonly [number, number, number] | undefined => {
    const [px, py] = toPhoto(x, y).map(Math.round) as [number, number];
    const seen: (readonly [number, number, number])[] = [];
    for (let row = py - AROUND; row <= py + AROUND; row++)
      for (let column = px - AROUND; column <= px + AROUND; column++) {
        if (!(column >= 0 && row >= 0 && column < image.widthPx && row < image.heightPx)) continue;
        reader.read(column, row);
        seen.push([reader.red, reader.green, reader.blue]);
      }
    return meanOfLit(seen);
  };
  const [width, height] = [marks[2][0] - marks[0][0], marks[2][1] - marks[0][1]];
  const light = paperLight(
    paper.flatMap(([x, y]) => {
      const seen = around(x, y);
      return seen ? [{ x: x / width, y: y / height, seen }] : [];
    }),
  );
  if (light === "dark") return { code: "dark-paper" };
  if (!light) return { code: "no-sheet" };
  const white = known.paper ?? WHITE_PAPER;
  const paperSignal = linearSrgbFromLab(white);
  /** Pixels of an area as they would be in daylight, without its edges. */
  const lit = (
    { x, y, width: w, height: h }: SheetArea,
    edges: { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number },
  ): (readonly [number, number, number])[] => {
    const pixels: (readonly [number, number, number])[] = [];
    for (let i = 0; i < POINTS; i++)
      for (let j = 0; j < POINTS; j++) {
        const px = x + w * (edges.left + ((1 - edges.left - edges.right) * (i + 0.5)) / POINTS);
        const py = y + h * (edges.top + ((1 - edges.top - edges.bottom) * (j + 0.5)) / POINTS);
        const seen = at(px, py);
        const gain = light(px / width, py / height);
        if (seen)
          pixels.push([
            (paperSignal[0] * seen[0]) / gain[0],
            (paperSignal[1] * seen[1]) / gain[1],
            (paperSignal[2] * seen[2]) / gain[2],
          ]);
      }
    return pixels;
  };
  // What the paper is taken for is a guess; the card is known.
  let byCard: readonly [number, number, number] = [1, 1, 1];
  if (known.card && card) {
    const seen = lit(card, { left: CARD_EDGE, right: CARD_EDGE, top: CARD_EDGE, bottom: CARD_EDGE });
    const mean = meanOfLit(trimmed(seen, TRIMMED));
    if (!mean || deltaE2000(labOfLit(mean), known.card) > LIKE_THE_CARD) return { code: "no-card" };
    const own = linearSrgbFromLab(known.card);
    byCard = [own[0] / mean[0], own[1] / mean[1], own[2] / mean[2]];
  }
  return {
    cells: cells.flatMap(({ key, ...area }) => {
      const pixels = lit(area, INNER).map(
        ([red, green, blue]) => [red * byCard[0], green * byCard[1], blue * byCard[2]] as const,
      );
      if (pixels.length < (POINTS * POINTS) / 2) return [];
      const kept = trimmed(pixels, TRIMMED);
      const mean = meanOfLit(kept);
      if (!mean) return [];
      const lab = labOfLit(mean);
      const spread = kept.reduce((sum, pixel) => sum + deltaE2000(labOfLit(pixel), lab), 0) / kept.length;
      return [{ key, lab, spread, isBlank: deltaE2000(lab, white) < BLANK_WITHIN }];
    }),
  };
}

/** An area of the page as if it was seen from straight above, in grey. @param sidePx - of the square that it becomes. */
export function squaredArea(
  image: PixelImage,
  corners: SheetLayout["marks"],
  marks: SheetLayout["marks"],
  { x, y, width, height }: SheetArea,
  sidePx: number,
): { readonly width: number; readonly height: number; readonly data: Uint8ClampedArray } | undefined {
  const toPhoto = projective(marks, corners);
  if (!toPhoto) return undefined;
  const reader = new PixelReader(image);
  const data = new Uint8ClampedArray(4 * sidePx * sidePx);
  for (let row = 0; row < sidePx; row++)
    for (let column = 0; column < sidePx; column++) {
      const [px, py] = toPhoto(x + (width * (column + 0.5)) / sidePx, y + (height * (row + 0.5)) / sidePx);
      const [u, v] = [Math.round(px), Math.round(py)];
      let grey = 255;
      if (u >= 0 && v >= 0 && u < image.widthPx && v < image.heightPx) {
        reader.read(u, v);
        grey = 255 * Math.sqrt(Math.max(0, luminance([reader.red, reader.green, reader.blue])));
      }
      data.set([grey, grey, grey, 255], 4 * (row * sidePx + column));
    }
  return { width: sidePx, height: sidePx, data };
}

export type PaperPoint = {
  readonly x: number;
  readonly y: number;
  readonly seen: readonly [number, number, number];
};
export type Light = (x: number, y: number) => readonly [number, number, number];

/**
 * The light over a page or a board, from places where nothing is printed or painted.
 *
 * @param paint - what lies on some of the places: on white paper all of it is darker, on a board it may be lighter, too.
 */
export function paperLight(
  points: readonly PaperPoint[],
  paint: "darker" | "any" = "darker",
): Light | "dark" | undefined {
  const lights = points.map(({ seen }) => luminance(seen)).sort((one, other) => one - other);
  const brightest = lights.at(-1) ?? 0;
  if (brightest < DARKEST) return "dark";
  const middle = lights[Math.floor(lights.length / 2)] ?? 0;
  let used = points.filter(({ seen }) =>
    paint === "darker"
      ? luminance(seen) > LEAST_PAPER * brightest
      : luminance(seen) > middle / BOARD_RANGE && luminance(seen) < middle * BOARD_RANGE,
  );
  for (let round = 0; ; round++) {
    const fits = ([0, 1, 2] as const).map((channel) =>
      leastSquares(
        used.map(({ x, y }) => termsAt(x, y)),
        used.map(({ seen }) => Math.log(Math.max(DARKEST / 4, seen[channel]))),
      ),
    );
    const [red, green, blue] = fits;
    if (!red || !green || !blue) return undefined;
    const light: Light = (x, y) => {
      const terms = termsAt(x, y);
      const gain = (fit: readonly number[]): number =>
        Math.exp(fit.reduce((sum, value, i) => sum + value * (terms[i] ?? 0), 0));
      return [gain(red), gain(green), gain(blue)];
    };
    if (round > 0) return light;
    // A thumb, a shadow or a splash of paint on the margin is no paper.
    const kept = used.filter(({ x, y, seen }) => {
      const ratio = luminance(seen) / luminance(light(x, y));
      return ratio > 0.93 && ratio < 1.07;
    });
    if (kept.length >= 2 * TERM_COUNT) used = kept;
  }
}

const TERM_COUNT = 6;
function termsAt(x: number, y: number): readonly number[] {
  return [1, x, y, x * x, x * y, y * y];
}

function leastSquares(
  rows: readonly (readonly number[])[],
  values: readonly number[],
): readonly number[] | undefined {
  if (rows.length < TERM_COUNT) return undefined;
  const normal = Array.from({ length: TERM_COUNT }, (_, i) =>
    Array.from({ length: TERM_COUNT }, (_, j) =>
      rows.reduce((sum, row) => sum + (row[i] ?? 0) * (row[j] ?? 0), i === j ? RIDGE : 0),
    ),
  );
  const right = Array.from({ length: TERM_COUNT }, (_, i) =>
    rows.reduce((sum, row, k) => sum + (row[i] ?? 0) * (values[k] ?? 0), 0),
  );
  return solveSymmetric(normal, right);
}
/** Keeps the curved terms small where few points speak of them. */
const RIDGE = 1e-4;

/** From the page to the photo; undefined for corners that are no quadrilateral seen from the front. */
export function projective(
  from: readonly [SheetPoint, SheetPoint, SheetPoint, SheetPoint],
  to: readonly [SheetPoint, SheetPoint, SheetPoint, SheetPoint],
): ((x: number, y: number) => SheetPoint) | undefined {
  if (!isConvex(to) || !isConvex(from)) return undefined;
  // Marks of a page are a rectangle: places on it are shares of its sides.
  const [[x0, y0], , [x2, y2]] = from;
  const [[u0, v0], [u1, v1], [u2, v2], [u3, v3]] = to;
  const [dx1, dx2, sx] = [u1 - u2, u3 - u2, u0 - u1 + u2 - u3];
  const [dy1, dy2, sy] = [v1 - v2, v3 - v2, v0 - v1 + v2 - v3];
  const whole = dx1 * dy2 - dx2 * dy1;
  if (Math.abs(whole) < 1e-9) return undefined;
  const g = (sx * dy2 - dx2 * sy) / whole;
  const h = (dx1 * sy - sx * dy1) / whole;
  const [a, b] = [u1 - u0 + g * u1, u3 - u0 + h * u3];
  const [d, e] = [v1 - v0 + g * v1, v3 - v0 + h * v3];
  return (x, y) => {
    const [s, t] = [(x - x0) / (x2 - x0), (y - y0) / (y2 - y0)];
    const w = g * s + h * t + 1;
    return [(a * s + b * t + u0) / w, (d * s + e * t + v0) / w];
  };
}

/** Whether the corners go round one way, as a page that is seen from the front does. */
function isConvex(corners: readonly SheetPoint[]): boolean {
  return corners.every(([x, y], i) => {
    const [nextX = 0, nextY = 0] = corners[(i + 1) % corners.length] ?? [];
    const [afterX = 0, afterY = 0] = corners[(i + 2) % corners.length] ?? [];
    return (nextX - x) * (afterY - nextY) - (nextY - y) * (afterX - nextX) > 0;
  });
}
