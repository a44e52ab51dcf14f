/**
 * The marks of a printed page found in a photo: a square ring with a dot in its middle, four of them; the dot of the
 * first is larger, so that it is known which way the page lies.
 *
 * Dark is what is darker than most around it, so that no light that falls off over the page hides a mark. A ring and a
 * dot are two dark shapes with one centre: letters, lines and paint have none. Of all such pairs the four are taken
 * that make the largest page.
 *
 * Source: D. Bradley, G. Roth, Adaptive Thresholding using the Integral Image, J. Graphics Tools 12(2), 13-21 (2007).
 */
import { type PixelImage, PixelReader } from "./pixels";
import type { SheetPoint } from "./squaredSheet";
import { zeros } from "../numbers";

/** A mark on the page: lengths in the page's own units. */
export type PlacedMark = {
  /** Its middle. */
  readonly at: SheetPoint;
  readonly side: number;
  /** Width of the ring's line. */
  readonly ring: number;
  /** Side of the dot. */
  readonly dot: number;
};

export type FourMarks = readonly [SheetPoint, SheetPoint, SheetPoint, SheetPoint];

/** Longer side of what is looked at, px: finer than this tells nothing more. */
const LONGEST = 1400;
/** Side of what counts as around, as a share of the longer side. */
const AROUND = 1 / 12;
/** Darker than this share of the mean around it is ink. */
const INK = 0.75;
const LEAST_DOT_PX = 3;
/** Of the ring's size: as far as two centres may lie apart. */
const APART = 0.12;
/** Side of a dot against its ring's, as seen. */
const DOT_OF_RING = { least: 0.1, most: 0.6 } as const;
const MOST_CANDIDATES = 14;
/** Of the largest ring to the smallest: the page may be tilted. */
const MOST_UNLIKE = 3;
/** The first dot is so much larger than the others', by area against its ring. */
const FIRST_LARGER = 1.8;

type Shape = {
  readonly x: number;
  readonly y: number;
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
  readonly area: number;
};

type Candidate = {
  readonly x: number;
  readonly y: number;
  readonly size: number;
  /** Area of the dot against that of the ring and all in it. */
  readonly dotShare: number;
};

/** Middles of the marks, px of the photo: top left, top right, bottom right, bottom left; undefined where they are not found. */
export function findMarks(image: PixelImage): FourMarks | undefined {
  const { grey, width, height, scale } = smallGrey(image);
  const shapes = darkShapes(inkOf(grey, width, height), width, height);
  const four = bestFour(candidatesOf(shapes));
  if (!four) return undefined;
  // A pixel's middle lies half a pixel in.
  const [a, b, c, d] = four.map(({ x, y }): SheetPoint => [(x + 0.5) * scale - 0.5, (y + 0.5) * scale - 0.5]);
  return a && b && c && d ? [a, b, c, d] : undefined;
}

/** Luma of the photo, smaller by a whole number: each pixel the mean of a block. */
function smallGrey(image: PixelImage) {
  const scale = Math.max(1, Math.ceil(Math.max(image.widthPx, image.heightPx) / LONGEST));
  const [width, height] = [Math.floor(image.widthPx / scale), Math.floor(image.heightPx / scale)];
  const reader = new PixelReader(image);
  const grey = new Float32Array(width * height);
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++) {
      let sum = 0;
      for (let y = 0; y < scale; y++)
        for (let x = 0; x < scale; x++) {
          reader.read(column * scale + x, row * scale + y);
          sum += 0.2126 * reader.red + 0.7152 * reader.green + 0.0722 * reader.blue;
        }
      // By about what the eye sees, so that a shadow does not make everything ink.
      grey[row * width + column] = Math.sqrt(Math.max(0, sum / (scale * scale)));
    }
  return { grey, width, height, scale };
}

function inkOf(grey: Float32Array, width: number, height: number): Uint8Array {
  const sums = zeros((width + 1) * (height + 1));
  for (let row = 0; row < height; row++) {
    let line = 0;
    for (let column = 0; column < width; column++) {
      line += grey[row * width + column] ?? 0;
      sums[(row + 1) * (width + 1) + column + 1] = (sums[row * (width + 1) + column + 1] ?? 0) + line;
    }
  }
  const half = Math.ceil((AROUND * Math.max(width, height)) / 2);
  const ink = new Uint8Array(width * height);
  for (let row = 0; row < height; row++) {
    const [top, bottom] = [Math.max(0, row - half), Math.min(height, row + half + 1)];
    for (let column = 0; column < width; column++) {
      const [left, right] = [Math.max(0, column - half), Math.min(width, column + half + 1)];
      const at = (y: number, x: number): number => sums[y * (width + 1) + x] ?? 0;
      const sum = at(bottom, right) - at(top, right) - at(bottom, left) + at(top, left);
      const mean = sum / ((right - left) * (bottom - top));
      if ((grey[row * width + column] ?? 0) < INK * mean) ink[row * width + column] = 1;
    }
  }
  return ink;
}

/** Each group of touching dark pixels. */
function darkShapes(ink: Uint8Array, width: number, height: number): readonly Shape[] {
  const shapes: Shape[] = [];
  const stack: number[] = [];
  for (let start = 0; start < ink.length; start++) {
    if (ink[start] !== 1) continue;
    ink[start] = 2;
    stack.push(start);
    let [sumX, sumY, area] = [0, 0, 0];
    let [left, right, top, bottom] = [width, 0, height, 0];
    for (let at = stack.pop(); at !== undefined; at = stack.pop()) {
      const [x, y] = [at % width, Math.floor(at / width)];
      sumX += x;
      sumY += y;
      area++;
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
      for (const [dx, dy] of SIDES) {
        const [nx, ny] = [x + dx, y + dy];
        const next = ny * width + nx;
        if (nx < 0 || ny < 0 || nx >= width || ny >= height || ink[next] !== 1) continue;
        ink[next] = 2;
        stack.push(next);
      }
    }
    if (area >= LEAST_DOT_PX) shapes.push({ x: sumX / area, y: sumY / area, left, right, top, bottom, area });
  }
  return shapes;
}
const SIDES = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const;

function candidatesOf(shapes: readonly Shape[]): readonly Candidate[] {
  const sideOf = ({ left, right, top, bottom }: Shape): number =>
    Math.sqrt((right - left + 1) * (bottom - top + 1));
  const candidates: Candidate[] = [];
  for (const ring of shapes) {
    const size = sideOf(ring);
    // A ring is hollow: what fills its box is no ring, and a frame round half the page is none either.
    if (size < 8 || ring.area > 0.85 * size * size) continue;
    for (const dot of shapes) {
      if (dot === ring || dot.area > ring.area) continue;
      if (Math.hypot(dot.x - ring.x, dot.y - ring.y) > APART * size) continue;
      const ratio = sideOf(dot) / size;
      if (ratio < DOT_OF_RING.least || ratio > DOT_OF_RING.most) continue;
      if (
        dot.left <= ring.left ||
        dot.right >= ring.right ||
        dot.top <= ring.top ||
        dot.bottom >= ring.bottom
      )
        continue;
      // The mean of both centres is steadier than either.
      candidates.push({
        x: (2 * ring.x + dot.x) / 3,
        y: (2 * ring.y + dot.y) / 3,
        size,
        dotShare: dot.area / (dot.area + ring.area),
      });
      break;
    }
  }
  return candidates.sort((one, other) => other.size - one.size).slice(0, MOST_CANDIDATES);
}

/** In order round the page from the first mark on; undefined where no four make one. */
function bestFour(candidates: readonly Candidate[]): readonly Candidate[] | undefined {
  let best: { readonly marks: readonly Candidate[]; readonly area: number } | undefined;
  const count = candidates.length;
  for (let i = 0; i < count; i++)
    for (let j = i + 1; j < count; j++)
      for (let k = j + 1; k < count; k++)
        for (let l = k + 1; l < count; l++) {
          const marks = [i, j, k, l].flatMap((at) => candidates[at] ?? []);
          const sizes = marks.map(({ size }) => size);
          if (Math.max(...sizes) > MOST_UNLIKE * Math.min(...sizes)) continue;
          const round = fromFirst(clockwise(marks));
          if (!round) continue;
          const area = areaOf(round);
          if (area > (best?.area ?? 0)) best = { marks: round, area };
        }
  return best?.marks;
}

/** As seen on a screen, where y grows downwards. */
function clockwise(marks: readonly Candidate[]): readonly Candidate[] {
  const [cx, cy] = [
    marks.reduce((sum, { x }) => sum + x, 0) / marks.length,
    marks.reduce((sum, { y }) => sum + y, 0) / marks.length,
  ];
  return [...marks].sort(
    (one, other) => Math.atan2(one.y - cy, one.x - cx) - Math.atan2(other.y - cy, other.x - cx),
  );
}

function fromFirst(marks: readonly Candidate[]): readonly Candidate[] | undefined {
  const byDot = [...marks].sort((one, other) => other.dotShare - one.dotShare);
  const [first, second] = byDot;
  if (!first || !second || first.dotShare < FIRST_LARGER * second.dotShare) return undefined;
  const at = marks.indexOf(first);
  const round = [...marks.slice(at), ...marks.slice(0, at)];
  const turns = round.map(({ x, y }, i) => {
    const [next, after] = [round[(i + 1) % 4], round[(i + 2) % 4]];
    return next && after ? (next.x - x) * (after.y - next.y) - (next.y - y) * (after.x - next.x) : -1;
  });
  return turns.every((turn) => turn > 0) ? round : undefined;
}

function areaOf(marks: readonly Candidate[]): number {
  return (
    Math.abs(
      marks.reduce((sum, { x, y }, i) => {
        const next = marks[(i + 1) % marks.length];
        return sum + (next ? x * next.y - next.x * y : 0);
      }, 0),
    ) / 2
  );
}
