/**
 * Photos of painted sheets as a camera might take them: the blank as it is printed, painted by a brush, lit from one
 * side by a coloured light, turned, tilted, bent by the lens, blurred, grainy, and squeezed into a JPEG.
 */
import sharp from "sharp";
import { encodeChannel, linearSrgbFromLab } from "@/core/color/srgb";
import type { LabD65 } from "@/core/color/types";
import type { PixelImage } from "@/core/picture/pixels";
import type { SheetArea, SheetLayout, SheetPoint } from "@/core/picture/squaredSheet";
import { createRng } from "@/core/random/rng";
import type { Drawing } from "@/domain/sheet/drawing";
import { svgOf } from "@/kit/sheet/svgOf";

export type PaintedCell = { readonly key: string; readonly lab: LabD65 | undefined };

export type PaintedPage = {
  /** As it was printed. */
  readonly printed: Drawing;
  readonly layout: SheetLayout;
  readonly painted: readonly PaintedCell[];
  /** A card that lies in its place. */
  readonly card?: LabD65;
  /** Left out, it is white. */
  readonly paper?: LabD65;
};

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
  /** What the lens bends: share of its length by which half the diagonal grows. */
  readonly barrel: number;
  /** Standard deviation, px. */
  readonly blur: number;
  /** 1 to 100. */
  readonly jpegQuality: number;
  readonly seed: number;
};

type Corners = readonly [SheetPoint, SheetPoint, SheetPoint, SheetPoint];

/** Sides of the photo, px. */
const SHORTER = 1200;
const LONGER = 1500;
/** How far the camera is from the page, in lengths of it, and how much of the frame the page fills. */
const CAMERA = 2.6;
const FILLED = 0.84;
const WHITE_PAPER = [0.86, 0.86, 0.86];
const INK = 0.05;
const TABLE = 0.1;
/** Units of the page to a pixel of its print. */
const UNITS_PER_PIXEL = 2;
/** A brush ends a little short of the lines. */
const SHORT = 12;

type Frame = { readonly width: number; readonly height: number };

/** A page that lies is photographed with the camera turned. */
function frameOf(marks: SheetLayout["marks"]): Frame {
  const isTall = marks[2][1] - marks[0][1] > marks[2][0] - marks[0][0];
  return isTall ? { width: SHORTER, height: LONGER } : { width: LONGER, height: SHORTER };
}

/** Where a page stands in the photo: turned about its middle, tilted, seen whole by a camera in front of it. */
export function cornersOf({ marks }: SheetLayout, taken: Taken): Corners {
  const frame = frameOf(marks);
  const [a, b, c, d] = flatCorners(marks, taken).map((corner) => bent(corner, taken.barrel, frame));
  if (!a || !b || !c || !d) throw new Error("four marks");
  return [a, b, c, d];
}

/** As a lens without fault would see it. */
function flatCorners(marks: SheetLayout["marks"], { tilt, rotation, seed }: Taken): Corners {
  const rng = createRng(seed);
  const [pitch, yaw] = [rng.between(-1, 1) * tilt, rng.between(-1, 1) * tilt].map(
    (degrees) => (degrees * Math.PI) / 180,
  );
  const turn = (rotation * Math.PI) / 180;
  const [cx, cy] = [(marks[0][0] + marks[2][0]) / 2, (marks[0][1] + marks[2][1]) / 2];
  const size = Math.max(marks[2][1] - marks[0][1], marks[2][0] - marks[0][0]);
  const seen = marks.map((mark): SheetPoint => {
    const [x, y] = [(mark[0] - cx) / size, (mark[1] - cy) / size];
    const [rx, ry] = [x * Math.cos(turn) - y * Math.sin(turn), x * Math.sin(turn) + y * Math.cos(turn)];
    const near = CAMERA / (CAMERA + rx * Math.sin(yaw ?? 0) + ry * Math.sin(pitch ?? 0));
    return [near * rx * Math.cos(yaw ?? 0), near * ry * Math.cos(pitch ?? 0)];
  });
  const [xs, ys] = [seen.map(([x]) => x), seen.map(([, y]) => y)];
  const { width, height } = frameOf(marks);
  const [across, down] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
  const scale = FILLED * Math.min(width / across, height / down);
  const at = ([x, y]: SheetPoint): SheetPoint => [
    width / 2 + scale * (x - (Math.max(...xs) + Math.min(...xs)) / 2),
    height / 2 + scale * (y - (Math.max(...ys) + Math.min(...ys)) / 2),
  ];
  const [a, b, c, d] = seen.map(at);
  if (!a || !b || !c || !d) throw new Error("four marks");
  return [a, b, c, d];
}

/** From a pixel of the bent photo to where a lens without fault would have it. */
function straightened([x, y]: SheetPoint, barrel: number, { width, height }: Frame): SheetPoint {
  const [u, v] = [x - width / 2, y - height / 2];
  const factor = 1 + barrel * ((u * u + v * v) / ((width * width + height * height) / 4));
  return [width / 2 + u * factor, height / 2 + v * factor];
}

function bent(point: SheetPoint, barrel: number, frame: Frame): SheetPoint {
  let [x, y] = point;
  for (let i = 0; i < 20; i++) {
    const [sx, sy] = straightened([x, y], barrel, frame);
    [x, y] = [x + point[0] - sx, y + point[1] - sy];
  }
  return [x, y];
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

type Print = { readonly width: number; readonly height: number; readonly black: Uint8Array };
const prints = new WeakMap<Drawing, Print>();

async function printOf(drawing: Drawing): Promise<Print> {
  const known = prints.get(drawing);
  if (known) return known;
  const [width, height] = [drawing.width, drawing.height].map((side) => Math.round(side / UNITS_PER_PIXEL));
  const { data, info } = await sharp(Buffer.from(svgOf(drawing)))
    .resize(width ?? 1, height ?? 1)
    .flatten({ background: "#ffffff" })
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const print = { width: info.width, height: info.height, black: new Uint8Array(data) };
  prints.set(drawing, print);
  return print;
}

/** Never a reflectance. */
const GLARE = -1;

/** Reflectance of the page, three numbers a pixel of its print: print, paint with the marks of a brush, a card, glare. */
function painting(
  { width, height, black }: Print,
  layout: SheetLayout,
  colors: ReadonlyMap<string, readonly number[] | undefined>,
  card: readonly number[] | undefined,
  glareCount: number,
  paper: readonly number[],
): Float32Array {
  const page = new Float32Array(3 * width * height);
  for (let i = 0; i < black.length; i++)
    for (let channel = 0; channel < 3; channel++)
      page[3 * i + channel] = INK + (((paper[channel] ?? 0) - INK) * (black[i] ?? 255)) / 255;
  const fill = (
    area: SheetArea,
    edge: number,
    colorAt: (x: number, y: number) => readonly number[] | undefined,
  ): void => {
    for (
      let row = Math.ceil((area.y + edge) / UNITS_PER_PIXEL);
      row < (area.y + area.height - edge) / UNITS_PER_PIXEL;
      row++
    )
      for (
        let column = Math.ceil((area.x + edge) / UNITS_PER_PIXEL);
        column < (area.x + area.width - edge) / UNITS_PER_PIXEL;
        column++
      ) {
        const color = colorAt(column * UNITS_PER_PIXEL, row * UNITS_PER_PIXEL);
        if (color) page.set(color, 3 * (row * width + column));
      }
  };
  for (const cell of layout.cells) {
    const color = colors.get(cell.key);
    if (color)
      fill(cell, SHORT, (x, y) => {
        const streak = 1 + 0.05 * Math.sin(x / 7 + 2 * Math.sin(y / 40));
        return color.map((value) => value * streak);
      });
  }
  if (card && layout.card) fill(layout.card, SHORT, () => card);
  for (const cell of layout.cells.filter((_, i) => i % 3 === 0).slice(0, glareCount))
    fill(cell, 0, (x, y) => {
      const [u, v] = [(x - cell.x) / cell.width - 0.4, (y - cell.y) / cell.height - 0.3];
      return Math.hypot(u, v) < 0.11 ? [GLARE, GLARE, GLARE] : undefined;
    });
  return page;
}

/** JPEG bytes of the photo, and the pixels as a program that opens it has them. */
export async function photoOf(
  { printed, layout, painted, card, paper }: PaintedPage,
  taken: Taken,
): Promise<{ readonly image: PixelImage; readonly jpeg: Buffer }> {
  const rng = createRng(taken.seed + 1);
  const print = await printOf(printed);
  const toPage = eliminated(flatCorners(layout.marks, taken), layout.marks);
  const frame = frameOf(layout.marks);
  const [across, down] = [frame.width, frame.height];
  const [width, height] = [printed.width, printed.height];
  const colors = new Map(painted.map(({ key, lab }) => [key, lab && linearSrgbFromLab(lab)]));
  const cardColor = card && linearSrgbFromLab(card);
  const page = painting(
    print,
    layout,
    colors,
    cardColor,
    taken.glares,
    paper ? linearSrgbFromLab(paper) : WHITE_PAPER,
  );
  const linear = new Float32Array(3 * across * down);
  for (let row = 0; row < down; row++)
    for (let column = 0; column < across; column++) {
      const flat = straightened([column, row], taken.barrel, frame);
      const [x, y] = toPage(flat[0], flat[1]);
      const onPage = x >= 0 && y >= 0 && x < width && y < height;
      const at =
        Math.min(print.height - 1, Math.floor(y / UNITS_PER_PIXEL)) * print.width +
        Math.min(print.width - 1, Math.floor(x / UNITS_PER_PIXEL));
      const fall = Math.exp(-taken.fallOff * (x / width) - 0.4 * taken.fallOff * (y / height) ** 2);
      for (let channel = 0; channel < 3; channel++) {
        const own = onPage ? (page[3 * at + channel] ?? 0) : TABLE;
        const light = 0.9 * fall * (taken.color[channel] ?? 1);
        linear[3 * (row * across + column) + channel] = own === GLARE ? 1 : own * light;
      }
    }
  blurred(linear, taken.blur, frame);
  const bytes = Buffer.alloc(linear.length);
  for (let i = 0; i < linear.length; i++)
    bytes[i] = Math.round(
      Math.min(
        255,
        Math.max(0, 255 * encodeChannel(Math.min(1, linear[i] ?? 0)) + taken.noise * rng.normal()),
      ),
    );
  const jpeg = await sharp(bytes, { raw: { width: across, height: down, channels: 3 } })
    .jpeg({ quality: taken.jpegQuality })
    .toBuffer();
  const rgba = await sharp(jpeg).ensureAlpha().raw().toBuffer();
  return {
    image: { widthPx: across, heightPx: down, rgba: new Uint8ClampedArray(rgba), space: "srgb" },
    jpeg,
  };
}

/** Light is blurred, not bytes: along the rows, then along the columns. */
function blurred(linear: Float32Array, deviation: number, { width, height }: Frame): void {
  if (deviation <= 0) return;
  const half = Math.ceil(2.5 * deviation);
  const weights = Array.from({ length: 2 * half + 1 }, (_, i) =>
    Math.exp(-((i - half) ** 2) / (2 * deviation * deviation)),
  );
  const whole = weights.reduce((sum, weight) => sum + weight, 0);
  for (const [step, length, lines, lineStep] of [
    [3, width, height, 3 * width],
    [3 * width, height, width, 3],
  ] as const) {
    const line = new Float32Array(length);
    for (let channel = 0; channel < 3; channel++)
      for (let l = 0; l < lines; l++) {
        const from = l * lineStep + channel;
        for (let i = 0; i < length; i++) line[i] = linear[from + i * step] ?? 0;
        for (let i = 0; i < length; i++) {
          let sum = 0;
          for (let j = -half; j <= half; j++)
            sum += (weights[j + half] ?? 0) * (line[Math.min(length - 1, Math.max(0, i + j))] ?? 0);
          linear[from + i * step] = sum / whole;
        }
      }
  }
}

/** Somewhere between a good photo and a poor one. */
export function anyTaken(seed: number): Taken {
  const rng = createRng(seed);
  return {
    tilt: 35 * rng.next(),
    rotation: 24 * rng.next() - 12,
    fallOff: 0.45 * rng.next(),
    color: [1, 0.8 + 0.2 * rng.next(), 0.6 + 0.4 * rng.next()],
    noise: 1 + 3 * rng.next(),
    glares: 3,
    barrel: 0.1 * rng.next() - 0.04,
    blur: 0.3 + 1.2 * rng.next(),
    jpegQuality: 70 + Math.floor(25 * rng.next()),
    seed,
  };
}
