/** Pixels of a photo as linear channels: their light, their colour, and the middle of many. */
import { labFromLinearSrgb } from "../color/srgb";
import { type LabD65, linearSrgb } from "../color/types";

/** Linear red, green and blue; 1 is white. */
export type LitPixel = readonly [red: number, green: number, blue: number];

/** Relative luminance of linear sRGB, IEC 61966-2-1. */
export function luminance([red, green, blue]: LitPixel): number {
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

export function labOfLit([red, green, blue]: LitPixel): LabD65 {
  return labFromLinearSrgb(linearSrgb(red, green, blue));
}

/** Without the darkest and the lightest: the furrows of a brush, and glare. @param share - left out at each end, [0, 0.5). */
export function trimmed(pixels: readonly LitPixel[], share: number): readonly LitPixel[] {
  const sorted = [...pixels].sort((one, other) => luminance(one) - luminance(other));
  return sorted.slice(Math.floor(share * sorted.length), Math.ceil((1 - share) * sorted.length));
}

/** Undefined of none. */
export function meanOfLit(pixels: readonly LitPixel[]): LitPixel | undefined {
  if (pixels.length === 0) return undefined;
  const mean = (channel: 0 | 1 | 2): number =>
    pixels.reduce((sum, pixel) => sum + pixel[channel], 0) / pixels.length;
  return [mean(0), mean(1), mean(2)];
}
