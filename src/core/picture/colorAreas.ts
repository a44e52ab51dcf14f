/** The colours of a picture with the areas that they take up. */
import { decodeChannel, labFromLinearSrgb } from "../color/srgb";
import { type LabD65, labD65, linearSrgb } from "../color/types";
import type { PixelImage } from "./pixels";

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
const LINEAR_OF_BYTE = Float64Array.from({ length: 256 }, (_, byte) => decodeChannel(byte / 255));

/** Pixels gathered in cells of CIELAB, largest first; the rarest cells are left out. Empty for no pixels. */
export function colorAreas(image: PixelImage): ColorArea[] {
  const { widthPx, heightPx, rgba } = image;
  const count = widthPx * heightPx;
  const stride = Math.max(1, Math.floor(count / MOST_PIXELS));
  const cells = new Map<string, { sum: [number, number, number]; count: number }>();
  for (let pixel = 0; pixel < count; pixel += stride) {
    const lab = labFromLinearSrgb(
      linearSrgb(
        LINEAR_OF_BYTE[rgba[4 * pixel] ?? -1] ?? Number.NaN,
        LINEAR_OF_BYTE[rgba[4 * pixel + 1] ?? -1] ?? Number.NaN,
        LINEAR_OF_BYTE[rgba[4 * pixel + 2] ?? -1] ?? Number.NaN,
      ),
    );
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
