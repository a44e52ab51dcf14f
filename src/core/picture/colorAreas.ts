/** The colours of a picture with the areas that they take up. */
import { type LabD65, labD65 } from "../color/types";
import { type PixelImage, PixelReader } from "./pixels";

export type ColorArea = {
  /** Mean of the pixels in it. */
  readonly lab: LabD65;
  /** Of the picture's area, (0, 1]; all of them sum to one. */
  readonly share: number;
};

/** Side of a cell in CIELAB: about what an eye parts at a glance. */
const CELL = 5;
/** Pixels that are looked at; more would change no share that matters. */
const MOST_PIXELS = 250_000;
const MOST_AREAS = 500;

/** Pixels gathered in cells of CIELAB, largest first; the rarest cells are left out. Empty for no pixels. */
export function colorAreas(image: PixelImage): ColorArea[] {
  const { widthPx, heightPx } = image;
  const count = widthPx * heightPx;
  const stride = Math.max(1, Math.floor(count / MOST_PIXELS));
  const reader = new PixelReader(image);
  const cells = new Map<string, { sum: [number, number, number]; count: number }>();
  for (let pixel = 0; pixel < count; pixel += stride) {
    const lab = reader.lab(pixel % widthPx, Math.floor(pixel / widthPx));
    const key = lab.map((value) => Math.round(value / CELL)).join();
    const cell = cells.get(key) ?? { sum: [0, 0, 0], count: 0 };
    for (const axis of [0, 1, 2] as const) cell.sum[axis] += lab[axis];
    cell.count++;
    cells.set(key, cell);
  }
  const kept = [...cells.values()].sort((a, b) => b.count - a.count).slice(0, MOST_AREAS);
  const total = kept.reduce((sum, cell) => sum + cell.count, 0);
  return kept.map(({ sum, count: size }) => ({
    lab: labD65(sum[0] / size, sum[1] / size, sum[2] / size),
    share: size / total,
  }));
}
