/** Photos of painted sheets as a camera might take them, made pixel by pixel from a page whose colours are known. */
import { encodeChannel, linearSrgbFromLab } from "@/core/color/srgb";
import type { LabD65 } from "@/core/color/types";
import type { PixelImage } from "@/core/picture/pixels";
import type { SheetLayout, SheetPoint } from "@/core/picture/squaredSheet";
import { createRng } from "@/core/random/rng";

export type PaintedCell = { readonly key: string; readonly lab: LabD65 | undefined };

export type Taken = {
  /** Largest tilt of the page, degrees. */
  readonly tilt: number;
  readonly rotation: number;
  /** Share by which the light falls off over the page. */
  readonly fallOff: number;
  /** Of the light, per channel. */
  readonly color: readonly [number, number, number];
  /** Standard deviation of the encoded bytes. */
  readonly noise: number;
  /** How many cells have a spot of glare. */
  readonly glares: number;
  readonly seed: number;
};

const WIDTH = 900;
const HEIGHT = 1100;
const PAPER = 0.86;
/** Half the side of a mark, and half the width of a printed line, in units of the page. */
const MARK_HALF = 30;
const INK = 5;

/** Whether a place lies clear of the printed lines of its cell. */
function isFilled(x: number, y: number, cell: SheetLayout["cells"][number]): boolean {
  return (
    x > cell.x + INK && y > cell.y + INK && x < cell.x + cell.width - INK && y < cell.y + cell.height - INK
  );
}

/** Where a page stands in the photo: turned about its middle, tilted, seen by a camera in front of it. */
export function cornersOf(
  { marks }: SheetLayout,
  { tilt, rotation, seed }: Taken,
): readonly [SheetPoint, SheetPoint, SheetPoint, SheetPoint] {
  const rng = createRng(seed);
  const [pitch, yaw] = [rng.between(-1, 1) * tilt, rng.between(-1, 1) * tilt].map(
    (degrees) => (degrees * Math.PI) / 180,
  );
  const turn = (rotation * Math.PI) / 180;
  const [cx, cy] = [(marks[0][0] + marks[2][0]) / 2, (marks[0][1] + marks[2][1]) / 2];
  const size = marks[2][1] - marks[0][1];
  const seen = (mark: SheetPoint): SheetPoint => {
    const [x, y] = [(mark[0] - cx) / size, (mark[1] - cy) / size];
    const [rx, ry] = [x * Math.cos(turn) - y * Math.sin(turn), x * Math.sin(turn) + y * Math.cos(turn)];
    const depth = 2.6 + rx * Math.sin(yaw ?? 0) + ry * Math.sin(pitch ?? 0);
    const scale = (2.6 * 0.74 * HEIGHT) / depth;
    return [WIDTH / 2 + scale * rx * Math.cos(yaw ?? 0), HEIGHT / 2 + scale * ry * Math.cos(pitch ?? 0)];
  };
  return [seen(marks[0]), seen(marks[1]), seen(marks[2]), seen(marks[3])];
}

/** Eight unknowns of a projective map by elimination: an oracle that shares nothing with the reader. */
export function eliminated(
  from: readonly SheetPoint[],
  to: readonly SheetPoint[],
): (x: number, y: number) => SheetPoint {
  const rows = from.flatMap(([x, y], i) => {
    const [u = 0, v = 0] = to[i] ?? [];
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y, u],
      [0, 0, 0, x, y, 1, -v * x, -v * y, v],
    ];
  });
  for (let pivot = 0; pivot < 8; pivot++) {
    const best = rows
      .map((row, i) => ({ i, size: i < pivot ? -1 : Math.abs(row[pivot] ?? 0) }))
      .reduce((one, other) => (other.size > one.size ? other : one)).i;
    [rows[pivot], rows[best]] = [rows[best] ?? [], rows[pivot] ?? []];
    for (const [i, row] of rows.entries()) {
      if (i === pivot) continue;
      const factor = (row[pivot] ?? 0) / (rows[pivot]?.[pivot] ?? 1);
      for (let j = 0; j < 9; j++) row[j] = (row[j] ?? 0) - factor * (rows[pivot]?.[j] ?? 0);
    }
  }
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0] = rows.map(
    (row, i) => (row[8] ?? 0) / (row[i] ?? 1),
  );
  return (x, y) => {
    const w = g * x + h * y + 1;
    return [(a * x + b * y + c) / w, (d * x + e * y + f) / w];
  };
}

export function photoOf(layout: SheetLayout, painted: readonly PaintedCell[], taken: Taken): PixelImage {
  const rng = createRng(taken.seed + 1);
  const toPage = eliminated(cornersOf(layout, taken), layout.marks);
  const [width, height] = [layout.marks[2][0] - layout.marks[0][0], layout.marks[2][1] - layout.marks[0][1]];
  const colors = new Map(painted.map(({ key, lab }) => [key, lab && linearSrgbFromLab(lab)]));
  const glares = layout.cells.filter((_, i) => i % 3 === 0).slice(0, taken.glares);
  const rgba = new Uint8ClampedArray(4 * WIDTH * HEIGHT);
  for (let row = 0; row < HEIGHT; row++)
    for (let column = 0; column < WIDTH; column++) {
      const [x, y] = toPage(column, row);
      const onPage = x > -150 && y > -150 && x < width + 400 && y < height + 400;
      const cell = layout.cells.find(
        (one) => x > one.x && y > one.y && x < one.x + one.width && y < one.y + one.height,
      );
      // Painted a little short of the lines, with the marks of a brush.
      const isInside =
        cell &&
        x > cell.x + 12 &&
        y > cell.y + 12 &&
        x < cell.x + cell.width - 12 &&
        y < cell.y + cell.height - 12;
      const color = isInside ? colors.get(cell.key) : undefined;
      const streak = color ? 1 + 0.05 * Math.sin(x / 7 + 2 * Math.sin(y / 40)) : 1;
      const isGlare = glares.some(
        (one) =>
          Math.hypot((x - one.x - 0.4 * one.width) / one.width, (y - one.y - 0.3 * one.height) / one.height) <
          0.11,
      );
      // What the printer put there: open squares for marks, and the lines of the cells.
      const isMark = layout.marks.some(([mx, my]) => {
        const far = Math.max(Math.abs(x - mx), Math.abs(y - my));
        return far > MARK_HALF - INK && far < MARK_HALF + INK;
      });
      const isLine = cell !== undefined && !isInside && !isFilled(x, y, cell);
      const isInk = isMark || isLine;
      const fall = Math.exp(-taken.fallOff * (x / width) - 0.4 * taken.fallOff * (y / height) ** 2);
      for (let channel = 0; channel < 3; channel++) {
        const own = isInk ? 0.05 : color ? (color[channel] ?? 0) * streak : onPage ? PAPER : 0.1;
        const light = 0.9 * fall * (taken.color[channel] ?? 1);
        const linear = isGlare ? 1 : own * light;
        rgba[4 * (row * WIDTH + column) + channel] =
          255 * encodeChannel(Math.min(1, linear)) + taken.noise * rng.normal();
      }
      rgba[4 * (row * WIDTH + column) + 3] = 255;
    }
  return { widthPx: WIDTH, heightPx: HEIGHT, rgba, space: "srgb" };
}
