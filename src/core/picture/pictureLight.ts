/**
 * The light of a photo, from things of known colour in it: a white or grey card, patches, a printed chart.
 *
 * Each linear channel c of the camera was wrong by a factor that changes evenly across the picture:
 *
 *   ln(true_c / seen_c) = a_c + p·x + q·y           x, y from the middle, in lengths of the longer side
 *
 * a_c is exposure and cast (von Kries' rule in the camera's own channels), p and q a light that falls off to
 * one side. All five are found together, as the most probable ones: a slope needs references that lie apart,
 * or the shading over one large card, and stays at zero without.
 */
import { labFromLinearSrgb, linearSrgbFromLab } from "../color/srgb";
import { type LabD65, linearSrgb } from "../color/types";
import { solveSymmetric } from "../optimize/solveSymmetric";
import { fail, type Result, succeed } from "../result";
import {
  type PictureLight,
  type PixelImage,
  PixelReader,
  pixelsInRing,
  placeOf,
  type Sample,
} from "./pixels";

/** Usual cards: a sheet of uncoated paper or a painted white, and the photographers' grey of 18 % reflectance. */
export const CARD_LIGHTNESS = { white: 94, grey: 49.5 } as const;

/** How light falls off over a reference itself: change of ln(seen) per length of the longer side. */
export type Shading = {
  readonly x: number;
  readonly y: number;
  /** One standard deviation of both. */
  readonly uncertainty: number;
};

export type LightReference = {
  /** Read without any light taken out. */
  readonly sample: Sample;
  /** From the middle of the picture, as {@link placeOf} gives it. */
  readonly place: readonly [number, number];
  readonly truth: LabD65;
  readonly shading?: Shading | undefined;
};

export type ReferenceFailure =
  | { readonly code: "none" }
  /** So many of its pixels are at the end of a channel that their mean says nothing. */
  | { readonly code: "burnt-out"; readonly index: number; readonly clippedShare: number }
  | { readonly code: "too-dark"; readonly index: number }
  /** No light is so coloured: the circle did not lie on what it was said to lie on. */
  | { readonly code: "coloured"; readonly index: number; readonly ratio: number }
  /** The references do not belong to one light: this one is off by the factor. */
  | { readonly code: "contradicting"; readonly index: number; readonly factor: number };

export type FoundLight = PictureLight & {
  /** Largest factor by which a reference is still off after the correction, 1 for none. */
  readonly worstFactor: number;
  /** True when the references say something about a slope. */
  readonly knowsSlope: boolean;
};

const MOST_CLIPPED = 0.02;
const LEAST_LINEAR = 0.004;
/** Candle light against daylight is about five to one between the camera's red and blue. */
const MOST_RATIO = 6;
/**
 * A reference's own error: dust, print, the angle that it lies at; and the camera's bytes in the dark. The first
 * is common to its three channels, which are counted as three: hence larger than each by itself.
 */
const REFERENCE_NOISE = 0.035;
const BYTE_NOISE = 0.0015;
/** How much lights usually fall off over a picture, as a standard deviation of the logarithm. */
const SLOPE_PRIOR = 0.5;
/** Exposure and cast are unknown beforehand. */
const GAIN_PRIOR = 4;
/** A slope counts as known when the references narrow it to a quarter. */
const SLOPE_KNOWN = SLOPE_PRIOR / 4;
const MOST_CONTRADICTION = 1.35;

/** @throws Error when the priors do not make the matrix positive definite, which is a bug. */
export function estimateLight(references: readonly LightReference[]): Result<FoundLight, ReferenceFailure> {
  if (references.length === 0) return fail({ code: "none" });
  const normal = Array.from({ length: 5 }, () => new Array<number>(5).fill(0));
  const right = new Array<number>(5).fill(0);
  const add = (row: readonly number[], observed: number, sigma: number): void => {
    const weight = 1 / sigma ** 2;
    for (let i = 0; i < 5; i++) {
      right[i] = (right[i] as number) + weight * (row[i] as number) * observed;
      for (let j = 0; j < 5; j++)
        (normal[i] as number[])[j] =
          ((normal[i] as number[])[j] as number) + weight * (row[i] as number) * (row[j] as number);
    }
  };
  for (let i = 0; i < 5; i++) add(unit(i), 0, i < 3 ? GAIN_PRIOR : SLOPE_PRIOR);

  const logs: { readonly index: number; readonly channel: number; readonly log: number }[] = [];
  for (const [index, { sample, place, truth, shading }] of references.entries()) {
    if (sample.clippedShare > MOST_CLIPPED)
      return fail({ code: "burnt-out", index, clippedShare: sample.clippedShare });
    const seen = linearSrgbFromLab(sample.lab);
    const known = linearSrgbFromLab(truth);
    if (Math.max(...seen) < LEAST_LINEAR) return fail({ code: "too-dark", index });
    const factors = [0, 1, 2].map((channel) => (known[channel] as number) / (seen[channel] as number));
    // A channel that is nearly empty, in the photo or in truth, says nothing about the light.
    const told = factors.filter(
      (_, channel) => (seen[channel] as number) >= LEAST_LINEAR && (known[channel] as number) >= LEAST_LINEAR,
    );
    if (told.length === 0) return fail({ code: "too-dark", index });
    const ratio = Math.max(...told) / Math.min(...told);
    if (ratio > MOST_RATIO) return fail({ code: "coloured", index, ratio });
    for (let channel = 0; channel < 3; channel++) {
      const level = seen[channel] as number;
      if (level < LEAST_LINEAR || (known[channel] as number) < LEAST_LINEAR) continue;
      const log = Math.log(factors[channel] as number);
      add([...unit(channel).slice(0, 3), ...place], log, REFERENCE_NOISE + BYTE_NOISE / level);
      logs.push({ index, channel, log });
    }
    if (shading) {
      add([0, 0, 0, 1, 0], -shading.x, shading.uncertainty);
      add([0, 0, 0, 0, 1], -shading.y, shading.uncertainty);
    }
  }
  const found = solveSymmetric(normal, right);
  if (!found) throw new Error("The priors make the matrix positive definite");
  const [r = 0, g = 0, b = 0, p = 0, q = 0] = found;
  let worst = { index: 0, off: 0 };
  for (const { index, channel, log } of logs) {
    const [x, y] = references[index]?.place ?? [0, 0];
    const off = Math.abs(log - (found[channel] as number) - p * x - q * y);
    if (off > worst.off) worst = { index, off };
  }
  const worstFactor = Math.exp(worst.off);
  if (worstFactor > MOST_CONTRADICTION)
    return fail({ code: "contradicting", index: worst.index, factor: worstFactor });
  // The diagonal of the inverse, a column at a time: how far the slopes are narrowed.
  const spreads = [3, 4].map((i) => Math.sqrt(solveSymmetric(normal, unit(i))?.[i] ?? Number.NaN));
  return succeed({
    gains: [Math.exp(r), Math.exp(g), Math.exp(b)],
    slope: [p, q],
    worstFactor,
    knowsSlope: Math.min(...spreads) < SLOPE_KNOWN,
  });
}

function unit(place: number): number[] {
  return Array.from({ length: 5 }, (_, i) => (i === place ? 1 : 0));
}

/** Pixels fewer than this show no shading. */
const LEAST_SHADED = 400;
/** A card is never quite flat nor quite even: shading is trusted to this much at best. */
const SHADING_FLOOR = 0.08;
/** Neighbouring pixels of a compressed photo share their noise: it averages out more slowly than it seems. */
const SHARED_NOISE = 3;

/** How the light falls off inside a circle on an even card; undefined when it is too small to tell. */
export function shadingInside(
  image: PixelImage,
  xPx: number,
  yPx: number,
  radiusPx: number,
): Shading | undefined {
  const pixels = pixelsInRing(image, xPx, yPx, 0, radiusPx);
  const count = pixels.length / 2;
  if (count < LEAST_SHADED) return undefined;
  const reader = new PixelReader({ ...image, light: undefined });
  const rows: { readonly x: number; readonly y: number; readonly log: number }[] = [];
  for (let i = 0; i < pixels.length; i += 2) {
    const px = pixels[i] as number;
    const py = pixels[i + 1] as number;
    reader.read(px, py);
    const level = Math.max(LEAST_LINEAR, (reader.red + reader.green + reader.blue) / 3);
    const [x, y] = placeOf(image, px + 0.5, py + 0.5);
    rows.push({ x, y, log: Math.log(level) });
  }
  const mean = (of: (row: (typeof rows)[number]) => number): number =>
    rows.reduce((sum, row) => sum + of(row), 0) / count;
  const [mx, my, ml] = [mean((row) => row.x), mean((row) => row.y), mean((row) => row.log)];
  const cross = (
    a: (row: (typeof rows)[number]) => number,
    b: (row: (typeof rows)[number]) => number,
  ): number => rows.reduce((sum, row) => sum + a(row) * b(row), 0);
  const dx = (row: (typeof rows)[number]): number => row.x - mx;
  const dy = (row: (typeof rows)[number]): number => row.y - my;
  const dl = (row: (typeof rows)[number]): number => row.log - ml;
  const solved = solveSymmetric(
    [
      [cross(dx, dx), cross(dx, dy)],
      [cross(dx, dy), cross(dy, dy)],
    ],
    [cross(dx, dl), cross(dy, dl)],
  );
  if (!solved) return undefined;
  const [x = 0, y = 0] = solved;
  const residual = Math.sqrt(mean((row) => (dl(row) - x * dx(row) - y * dy(row)) ** 2));
  return {
    x,
    y,
    uncertainty:
      SHADING_FLOOR + (SHARED_NOISE * residual) / Math.sqrt(Math.min(cross(dx, dx), cross(dy, dy))),
  };
}

/**
 * A colour of the photo at a place as it would be under the light that the references were judged in.
 * Lightness above the white is kept (a shine is lighter than any card), so that the caller can refuse it.
 */
export function underLight(
  lab: LabD65,
  { gains, slope }: PictureLight,
  [x, y]: readonly [number, number],
): LabD65 {
  const [red, green, blue] = linearSrgbFromLab(lab);
  const factor = Math.exp(slope[0] * x + slope[1] * y);
  return labFromLinearSrgb(
    linearSrgb(red * gains[0] * factor, green * gains[1] * factor, blue * gains[2] * factor),
  );
}
