/** What of a picture a palette can mix, shown by lines and not by colour. */
import type { PaletteTable } from "./paletteTable";

/** Width of a line and its gap as a share of the picture's longer side. */
const PERIOD = 1 / 110;

/**
 * ΔE00 of a pixel's colour from the palette's nearest, interpolated in the cube of corners.
 *
 * @param rgba - sRGB bytes, four to a pixel.
 * @param pixel - its index, in rows from the top left.
 */
export function missOfPixel(
  { size, missDeltaE2000 }: Pick<PaletteTable, "size" | "missDeltaE2000">,
  rgba: Uint8ClampedArray,
  pixel: number,
): number {
  const scale = (size - 1) / 255;
  const last = size - 2;
  const at = 4 * pixel;
  const r = (rgba[at] as number) * scale;
  const g = (rgba[at + 1] as number) * scale;
  const b = (rgba[at + 2] as number) * scale;
  const r0 = Math.min(r | 0, last);
  const g0 = Math.min(g | 0, last);
  const b0 = Math.min(b | 0, last);
  const [fr, fg, fb] = [r - r0, g - g0, b - b0];
  const stepB = size * size;
  const corner = r0 + size * g0 + stepB * b0;
  const side = (from: number): number =>
    (1 - fg) * ((1 - fr) * (missDeltaE2000[from] as number) + fr * (missDeltaE2000[from + 1] as number)) +
    fg *
      ((1 - fr) * (missDeltaE2000[from + size] as number) + fr * (missDeltaE2000[from + size + 1] as number));
  return (1 - fb) * side(corner) + fb * side(corner + stepB);
}

/**
 * Draws slanting lines, black beside white, over what the palette misses by more than the tolerance; what it
 * reaches stays untouched. Returns the share of the area that it reaches.
 *
 * @param toleranceDeltaE2000 - ΔE00 that still counts as reached, above 0.
 */
export function hatchUnreached(
  rgba: Uint8ClampedArray,
  widthPx: number,
  table: Pick<PaletteTable, "size" | "missDeltaE2000">,
  toleranceDeltaE2000: number,
): number {
  const count = rgba.length / 4;
  const longer = Math.max(widthPx, count / widthPx);
  const period = Math.max(4, Math.round(longer * PERIOD));
  const line = Math.max(1, Math.round(period / 7));
  let reached = 0;
  for (let pixel = 0; pixel < count; pixel++) {
    if (missOfPixel(table, rgba, pixel) <= toleranceDeltaE2000) {
      reached++;
      continue;
    }
    const slant = ((pixel % widthPx) + Math.floor(pixel / widthPx)) % period;
    if (slant >= 2 * line) continue;
    const byte = slant < line ? 0 : 255;
    rgba.fill(byte, 4 * pixel, 4 * pixel + 3);
  }
  return reached / count;
}
