/**
 * CIEDE2000 colour difference, with its three parts.
 *
 *   ΔE00² = l² + c² + h² + R_T c h,   l = ΔL'/(k_L S_L), c = ΔC'/(k_C S_C), h = ΔH'/(k_H S_H)
 *
 * Defined for CIELAB of one white; it has small jumps where two hues are 180° apart.
 * Completing the square turns the cross term into a plain sum of three squares,
 *
 *   ΔE00² = l² + (c + R_T h/2)² + h² (1 - R_T²/4),   |R_T| <= 2
 *
 * which is what a least-squares solver needs (residualsOfDeltaE2000).
 *
 * Source: G. Sharma, W. Wu, E. N. Dalal, Color Res. Appl. 30(1), 21-30 (2005), doi:10.1002/col.20070.
 */
import { squareOf, zeros } from "../numbers";
import type { Lab, LightName } from "./types";

/** Parametric factors: a larger k forgives more along its axis. CIE reference conditions: 1, 1, 1. */
export type DeltaE2000Factors = { readonly kL: number; readonly kC: number; readonly kH: number };
export const REFERENCE_FACTORS: DeltaE2000Factors = { kL: 1, kC: 1, kH: 1 };

const TWENTY_FIVE_TO_SEVENTH = 25 ** 7;
const RADIANS = Math.PI / 180;
const COS_30 = Math.cos(30 * RADIANS);
const SIN_30 = Math.sin(30 * RADIANS);
const COS_6 = Math.cos(6 * RADIANS);
const SIN_6 = Math.sin(6 * RADIANS);
const COS_63 = Math.cos(63 * RADIANS);
const SIN_63 = Math.sin(63 * RADIANS);

/** Hue in [0, 2π): the published rule for opposite hues depends on this range. */
function hueRadians(a: number, b: number): number {
  if (a === 0 && b === 0) return 0;
  const h = Math.atan2(b, a);
  return h < 0 ? h + 2 * Math.PI : h;
}

function seventh(x: number): number {
  const x2 = x * x;
  return x2 * x2 * x2 * x;
}

/**
 * Writes l, c, h and R_T into `out`. Signs are sample minus reference.
 *
 * @param out - at least four numbers.
 */
export function writeTermsOfDeltaE2000(
  out: Float64Array,
  l1: number,
  a1: number,
  b1: number,
  l2: number,
  a2: number,
  b2: number,
  factors: DeltaE2000Factors,
): void {
  const cab1 = Math.sqrt(a1 * a1 + b1 * b1);
  const cab2 = Math.sqrt(a2 * a2 + b2 * b2);
  const cabMean7 = seventh((cab1 + cab2) / 2);
  // a* is stretched near the neutral axis, where equal steps look larger.
  const stretch = 1.5 - 0.5 * Math.sqrt(cabMean7 / (cabMean7 + TWENTY_FIVE_TO_SEVENTH));
  const ap1 = a1 * stretch;
  const ap2 = a2 * stretch;
  const c1 = Math.sqrt(ap1 * ap1 + b1 * b1);
  const c2 = Math.sqrt(ap2 * ap2 + b2 * b2);
  const neutral = c1 * c2 === 0;
  const h1 = hueRadians(ap1, b1);
  const h2 = hueRadians(ap2, b2);

  let dh = neutral ? 0 : h2 - h1;
  if (dh > Math.PI) dh -= 2 * Math.PI;
  else if (dh < -Math.PI) dh += 2 * Math.PI;
  const dH = 2 * Math.sqrt(c1 * c2) * Math.sin(dh / 2);

  const cMean = (c1 + c2) / 2;
  // A neutral has no hue, so the mean is the other colour's; otherwise the mean along the shorter way.
  const hMean = neutral ? h1 + h2 : h1 + dh / 2;

  // T = 1 - 0.17 cos(h - 30°) + 0.24 cos 2h + 0.32 cos(3h + 6°) - 0.20 cos(4h - 63°), by multiple angles:
  // searches ask for it millions of times.
  const cos = Math.cos(hMean);
  const sin = Math.sin(hMean);
  const cos2 = 2 * cos * cos - 1;
  const sin2 = 2 * sin * cos;
  const t =
    1 -
    0.17 * (cos * COS_30 + sin * SIN_30) +
    0.24 * cos2 +
    0.32 * ((cos2 * cos - sin2 * sin) * COS_6 - (sin2 * cos + cos2 * sin) * SIN_6) -
    0.2 * ((2 * cos2 * cos2 - 1) * COS_63 + 2 * sin2 * cos2 * SIN_63);
  let meanDegrees = hMean / RADIANS;
  if (meanDegrees < 0) meanDegrees += 360;
  else if (meanDegrees >= 360) meanDegrees -= 360;
  const bump = (meanDegrees - 275) / 25;
  const rotation = 30 * RADIANS * Math.exp(-bump * bump);
  const cMean7 = seventh(cMean);
  const rC = 2 * Math.sqrt(cMean7 / (cMean7 + TWENTY_FIVE_TO_SEVENTH));
  const rT = -Math.sin(2 * rotation) * rC;
  const sC = 1 + 0.045 * cMean;
  const sH = 1 + 0.015 * cMean * t;

  const c = (c2 - c1) / (factors.kC * sC);
  const h = dH / (factors.kH * sH);
  out[0] = lightnessResidual(l1, l2, factors.kL);
  out[1] = c;
  out[2] = h;
  out[3] = rT;
}

const terms = zeros(4);

/**
 * Writes [l, c + R_T h/2, h √(1 - R_T²/4)] into `out`; the sum of squares is ΔE00².
 * Signs are sample minus reference.
 *
 * @param out - at least three numbers from `offset`.
 */
export function writeResidualsOfDeltaE2000(
  out: Float64Array,
  offset: number,
  l1: number,
  a1: number,
  b1: number,
  l2: number,
  a2: number,
  b2: number,
  factors: DeltaE2000Factors,
): void {
  writeTermsOfDeltaE2000(terms, l1, a1, b1, l2, a2, b2, factors);
  writeSquares(out, offset, terms, terms[3] as number);
}

/**
 * The square completed, for the terms of {@link writeTermsOfDeltaE2000} and a rotation that may be less than theirs.
 *
 * @param out - at least three numbers from `offset`.
 */
export function writeSquares(out: Float64Array, offset: number, of: Float64Array, rotation: number): void {
  const h = of[2] as number;
  out[offset] = of[0] as number;
  out[offset + 1] = (of[1] as number) + (rotation * h) / 2;
  out[offset + 2] = h * Math.sqrt(Math.max(0, 1 - (rotation * rotation) / 4));
}

/**
 * The first of the three residuals, which alone depends on L*, and on nothing else.
 *
 * @param l1 - L* of the reference, 0 to 100.
 * @param l2 - L* of the sample, 0 to 100.
 * @param kL - weight of value; the larger, the less it counts.
 */
export function lightnessResidual(l1: number, l2: number, kL: number): number {
  const fromMiddle = (l1 + l2) / 2 - 50;
  const square = fromMiddle * fromMiddle;
  return (l2 - l1) / (kL * (1 + (0.015 * square) / Math.sqrt(20 + square)));
}

const scratch = zeros(3);

/** CIEDE2000 difference of two colours under the same light, >= 0. NaN in, NaN out. */
export function deltaE2000<L extends LightName>(
  reference: Lab<L>,
  sample: Lab<NoInfer<L>>,
  factors: DeltaE2000Factors = REFERENCE_FACTORS,
): number {
  return deltaE2000OfNumbers(
    reference[0],
    reference[1],
    reference[2],
    sample[0],
    sample[1],
    sample[2],
    factors,
  );
}

/** The same on bare numbers of one light, for loops that keep colours in typed arrays. */
export function deltaE2000OfNumbers(
  l1: number,
  a1: number,
  b1: number,
  l2: number,
  a2: number,
  b2: number,
  factors: DeltaE2000Factors = REFERENCE_FACTORS,
): number {
  writeResidualsOfDeltaE2000(scratch, 0, l1, a1, b1, l2, a2, b2, factors);
  return Math.sqrt(squareOf(scratch));
}
