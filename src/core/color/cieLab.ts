/**
 * CIE 1976 L*a*b* and its polar form.
 *
 *   f(t) = ∛t            for t > ε = 216/24389
 *        = (κt + 16)/116 otherwise, κ = 24389/27
 *   L* = 116 f(Y/Yn) - 16,  a* = 500 (f(X/Xn) - f(Y/Yn)),  b* = 200 (f(Y/Yn) - f(Z/Zn))
 *
 * The exact fractions keep f continuous (0.008856 and 903.3 do not).
 * Hue of a neutral is undefined; it is reported as 0 and callers must look at the chroma first.
 *
 * Source: CIE 15:2018, Colorimetry, section 8.2.1.
 */
import { type Lab, type Lch, type LightName, labUnder, lchUnder, type Xyz, xyzUnder } from "./types";

export const LAB_EPSILON = 216 / 24389;
export const LAB_KAPPA = 24389 / 27;

/**
 * @param t - tristimulus value over that of white, at least 0.
 */
export function labF(t: number): number {
  return t > LAB_EPSILON ? Math.cbrt(t) : (LAB_KAPPA * t + 16) / 116;
}

/**
 * Derivative of {@link labF}.
 *
 * @param t - tristimulus value over that of white, at least 0.
 * @param f - its {@link labF}.
 */
export function labFSlope(t: number, f: number): number {
  return t > LAB_EPSILON ? 1 / (3 * f * f) : LAB_KAPPA / 116;
}

function labFInverse(f: number): number {
  const cube = f * f * f;
  return cube > LAB_EPSILON ? cube : (116 * f - 16) / LAB_KAPPA;
}

/** @param white - XYZ of the perfect diffuser under the same light, Y = 1. */
export function labFromXyz<L extends LightName>(xyz: Xyz<L>, white: Xyz<L>): Lab<L> {
  const fx = labF(xyz[0] / white[0]);
  const fy = labF(xyz[1] / white[1]);
  const fz = labF(xyz[2] / white[2]);
  return labUnder<L>(116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz));
}

export function xyzFromLab<L extends LightName>(lab: Lab<L>, white: Xyz<L>): Xyz<L> {
  const fy = (lab[0] + 16) / 116;
  return xyzUnder<L>(
    white[0] * labFInverse(fy + lab[1] / 500),
    white[1] * labFInverse(fy),
    white[2] * labFInverse(fy - lab[2] / 200),
  );
}

/** L* of a luminance factor. @param y - Y of the perfect diffuser is 1. */
export function lightnessFromY(y: number): number {
  return 116 * labF(y) - 16;
}

/**
 * Luminance factor, [0, 1], of an L*.
 *
 * @param lightness - L*, 0 to 100.
 */
export function yFromLightness(lightness: number): number {
  return labFInverse((lightness + 16) / 116);
}

/**
 * Hue angle in degrees, [0, 360).
 *
 * @param a - CIELAB a*.
 * @param b - CIELAB b*.
 */
export function hueDegreesOf(a: number, b: number): number {
  if (a === 0 && b === 0) return 0;
  const degrees = (Math.atan2(b, a) * 180) / Math.PI;
  // A tiny negative angle plus 360 rounds to 360 itself, which is outside the range.
  return degrees < 0 ? (degrees + 360) % 360 : degrees;
}

export function lchFromLab<L extends LightName>(lab: Lab<L>): Lch<L> {
  return lchUnder<L>(lab[0], chromaOf(lab), hueDegreesOf(lab[1], lab[2]));
}

export function labFromLch<L extends LightName>(lch: Lch<L>): Lab<L> {
  const radians = (lch[2] * Math.PI) / 180;
  return labUnder<L>(lch[0], lch[1] * Math.cos(radians), lch[1] * Math.sin(radians));
}

/** Shortest way round from one hue to another, degrees in (-180, 180]. */
export function hueDifferenceDegrees(fromDegrees: number, toDegrees: number): number {
  const turn = (((toDegrees - fromDegrees) % 360) + 360) % 360;
  return turn > 180 ? turn - 360 : turn;
}

/** C*ab. */
export function chromaOf(lab: readonly [number, number, number]): number {
  return Math.hypot(lab[1], lab[2]);
}
