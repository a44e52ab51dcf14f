/** Synthetic photographs: flat colours under a light that has a cast and falls off, in grained bytes. */
import { encodeChannel, linearSrgbFromLab } from "../../src/core/color/srgb";
import type { LabD65 } from "../../src/core/color/types";
import { type PixelImage, placeOf } from "../../src/core/picture/pixels";
import type { Rng } from "../../src/core/random/rng";

export type PhotoLight = {
  /** Factors of the linear channels at the middle. */
  readonly cast: readonly [number, number, number];
  /** Change of the logarithm of the light per length of the longer side, to the right and downwards. */
  readonly slope: readonly [number, number];
};

export const PLAIN_LIGHT: PhotoLight = { cast: [1, 1, 1], slope: [0, 0] };

export function pictureOf(
  widthPx: number,
  heightPx: number,
  bytesAt: (x: number, y: number) => readonly number[],
): PixelImage {
  const rgba = new Uint8ClampedArray(4 * widthPx * heightPx);
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) rgba.set([...bytesAt(x, y), 255], 4 * (y * widthPx + x));
  }
  return { widthPx, heightPx, rgba, space: "srgb" };
}

/** @param grain - standard deviation of the pixel noise, as a share of the light. */
export function photographed(
  widthPx: number,
  heightPx: number,
  labAt: (x: number, y: number) => LabD65,
  light: PhotoLight,
  rng: Rng,
  grain = 0.03,
): PixelImage {
  const known = new Map<LabD65, readonly number[]>();
  return pictureOf(widthPx, heightPx, (x, y) => {
    const lab = labAt(x, y);
    const linear = known.get(lab) ?? linearSrgbFromLab(lab);
    known.set(lab, linear);
    const [across, down] = placeOf({ widthPx, heightPx }, x + 0.5, y + 0.5);
    const falling = Math.exp(light.slope[0] * across + light.slope[1] * down);
    return linear.map((channel, i) => {
      const lit = channel * (light.cast[i] ?? Number.NaN) * falling * (1 + grain * rng.normal());
      return Math.round(255 * Math.min(1, Math.max(0, encodeChannel(lit))));
    });
  });
}
