/**
 * Reading colours out of picture pixels.
 *
 * Pixels are gamma-encoded sRGB, four bytes each (RGBA), rows from the top. Colours are averaged in linear
 * light, as an eye that squints does; averaging the encoded bytes would come out too dark.
 */
import { deltaE2000OfNumbers } from "../color/ciede2000";
import { decodeChannel, encodeChannel, labFromLinearSrgb } from "../color/srgb";
import { type LabD65, linearSrgb } from "../color/types";

export type PixelImage = {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly rgba: { readonly length: number; readonly [index: number]: number };
};

export type Sample = {
  readonly lab: LabD65;
  /** Mean colour of the lightest and of the darkest quarter of the pixels. */
  readonly light: LabD65;
  readonly dark: LabD65;
  readonly pixelCount: number;
  /** Mean ΔE00 of the pixels from their mean. */
  readonly spreadDeltaE2000: number;
  /** Share of the pixels with a channel at either end of its range: what was there is lost. */
  readonly clippedShare: number;
};

const LINEAR_OF_BYTE = Float64Array.from({ length: 256 }, (_, byte) => decodeChannel(byte / 255));
/** Luminance factors of linear sRGB (the middle row of its matrix), IEC 61966-2-1. */
const LUMINANCE = [0.2126390058715102, 0.7151686787677559, 0.0721923153607337] as const;

function linearAt(image: PixelImage, index: number, channel: number): number {
  return LINEAR_OF_BYTE[image.rgba[4 * index + channel] ?? -1] ?? Number.NaN;
}

/**
 * Average over the pixels whose centres lie in a circle; parts outside the picture do not count.
 * Undefined when the circle holds no pixel at all.
 *
 * @param xPx, yPx - centre in pixels from the top left corner. @param radiusPx - > 0.
 */
export function samplePixels(
  image: PixelImage,
  xPx: number,
  yPx: number,
  radiusPx: number,
): Sample | undefined {
  const inside: number[] = [];
  const top = Math.max(0, Math.floor(yPx - radiusPx));
  const bottom = Math.min(image.heightPx - 1, Math.ceil(yPx + radiusPx));
  const left = Math.max(0, Math.floor(xPx - radiusPx));
  const right = Math.min(image.widthPx - 1, Math.ceil(xPx + radiusPx));
  for (let y = top; y <= bottom; y++) {
    for (let x = left; x <= right; x++) {
      if (Math.hypot(x + 0.5 - xPx, y + 0.5 - yPx) <= radiusPx) inside.push(y * image.widthPx + x);
    }
  }
  if (inside.length === 0) return undefined;
  const lab = meanOf(image, inside);
  let spread = 0;
  for (const index of inside) {
    const pixel = meanOf(image, [index]);
    spread += deltaE2000OfNumbers(lab[0], lab[1], lab[2], pixel[0], pixel[1], pixel[2]);
  }
  const byLightness = inside
    .map((index) => ({ index, luminance: luminanceAt(image, index) }))
    .sort((a, b) => a.luminance - b.luminance)
    .map(({ index }) => index);
  const quarter = Math.max(1, Math.floor(inside.length / 4));
  return {
    lab,
    light: meanOf(image, byLightness.slice(-quarter)),
    dark: meanOf(image, byLightness.slice(0, quarter)),
    pixelCount: inside.length,
    spreadDeltaE2000: spread / inside.length,
    clippedShare: inside.filter((index) => isClipped(image, index)).length / inside.length,
  };
}

function isClipped(image: PixelImage, index: number): boolean {
  return [0, 1, 2].some((channel) => {
    const byte = image.rgba[4 * index + channel];
    return byte === 0 || byte === 255;
  });
}

function luminanceAt(image: PixelImage, index: number): number {
  return (
    LUMINANCE[0] * linearAt(image, index, 0) +
    LUMINANCE[1] * linearAt(image, index, 1) +
    LUMINANCE[2] * linearAt(image, index, 2)
  );
}

function meanOf(image: PixelImage, indices: readonly number[]): LabD65 {
  let red = 0;
  let green = 0;
  let blue = 0;
  for (const index of indices) {
    red += linearAt(image, index, 0);
    green += linearAt(image, index, 1);
    blue += linearAt(image, index, 2);
  }
  const n = indices.length;
  return labFromLinearSrgb(linearSrgb(red / n, green / n, blue / n));
}

/**
 * The picture in grey by computed L*, written over the pixels: equal L* in, equal grey out. A camera's own
 * grey filter weighs the channels otherwise.
 */
export function writeGrey(rgba: Uint8ClampedArray): void {
  for (let at = 0; at < rgba.length; at += 4) {
    const luminance =
      LUMINANCE[0] * (LINEAR_OF_BYTE[rgba[at] as number] as number) +
      LUMINANCE[1] * (LINEAR_OF_BYTE[rgba[at + 1] as number] as number) +
      LUMINANCE[2] * (LINEAR_OF_BYTE[rgba[at + 2] as number] as number);
    const grey = encodeChannel(luminance) * 255;
    rgba[at] = grey;
    rgba[at + 1] = grey;
    rgba[at + 2] = grey;
  }
}
