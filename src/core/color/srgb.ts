/**
 * CIELAB D65 to and from sRGB.
 *
 * CIELAB is relative to its white, so L* 100, a* = b* = 0 maps to RGB (1, 1, 1) and every neutral to an
 * exact grey: the ratios X/Xn are carried over to the white of IEC 61966-2-1 instead of the (very slightly
 * different) white of the 10 nm sums. Matrices are the inverse pair at double precision.
 *
 * Colours outside the sRGB gamut are not clipped per channel, which would turn their hue. They are moved
 * along constant L* and hue to the largest chroma that a screen can show, and marked.
 *
 * Source: IEC 61966-2-1:1999 with the primaries' chromaticities; transfer constants at full precision.
 */
import { labFromXyz, xyzFromLab, chromaOf } from "./cieLab";
import { inverse3, type Matrix3, multiply3, rgbToXyzMatrix, transform3 } from "./rgbMatrices";
import { type LabD65, type LinearSrgb, labD65, linearSrgb, type Srgb, srgb, xyzUnder } from "./types";
import { areFinite } from "../numbers";

/** White of IEC 61966-2-1: x = 0.3127, y = 0.3290. */
const SRGB_WHITE = xyzUnder<"D65">(0.3127 / 0.329, 1, (1 - 0.3127 - 0.329) / 0.329);

const PRIMARIES = [
  [0.64, 0.33],
  [0.3, 0.6],
  [0.15, 0.06],
] as const;
/** Of Display P3: SMPTE EG 432-1 with the white and the transfer curve of sRGB. */
const DISPLAY_P3_PRIMARIES = [
  [0.68, 0.32],
  [0.265, 0.69],
  [0.15, 0.06],
] as const;

const RGB_TO_XYZ = rgbToXyzMatrix(PRIMARIES, SRGB_WHITE);
const XYZ_TO_RGB = inverse3(RGB_TO_XYZ);

/** Colour spaces that pictures come in. Both have the transfer curve of sRGB. */
export type RgbSpaceName = "srgb" | "display-p3";

const IDENTITY: Matrix3 = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/** From linear channels of a space to linear sRGB; the wider space goes outside [0, 1]. */
export const TO_LINEAR_SRGB: Readonly<Record<RgbSpaceName, Matrix3>> = {
  srgb: IDENTITY,
  "display-p3": multiply3(XYZ_TO_RGB, rgbToXyzMatrix(DISPLAY_P3_PRIMARIES, SRGB_WHITE)),
};

/** Luminance of linear sRGB channels; they sum to 1. */
export const SRGB_LUMINANCE: readonly [number, number, number] = RGB_TO_XYZ[1];

/** Rounding of the matrices; below one part in 10^9 a channel counts as inside. */
const GAMUT_SLACK = 1e-9;
/** Chroma of the mapped colour is found to a thousandth, far below what an 8-bit screen resolves. */
const CHROMA_RESOLUTION = 1e-3;

/**
 * @param linear - share of the light of white, 0 to 1.
 */
export function encodeChannel(linear: number): number {
  return linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055;
}

/**
 * @param encoded - sRGB channel, 0 to 1.
 */
export function decodeChannel(encoded: number): number {
  return encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4;
}

export function linearSrgbFromLab(lab: LabD65): LinearSrgb {
  return linearSrgb(...transform3(XYZ_TO_RGB, xyzFromLab(lab, SRGB_WHITE)));
}

export function labFromLinearSrgb(rgb: LinearSrgb): LabD65 {
  return labFromXyz(xyzUnder<"D65">(...transform3(RGB_TO_XYZ, rgb)), SRGB_WHITE);
}

export function labFromSrgb(rgb: Srgb): LabD65 {
  return labFromLinearSrgb(linearSrgb(decodeChannel(rgb[0]), decodeChannel(rgb[1]), decodeChannel(rgb[2])));
}

function isInside(rgb: LinearSrgb): boolean {
  return rgb.every((channel) => channel >= -GAMUT_SLACK && channel <= 1 + GAMUT_SLACK);
}

export type ScreenColor = {
  readonly rgb: Srgb;
  /** False when the screen cannot show the colour and a duller one of the same value and hue stands in. */
  readonly isExact: boolean;
};

/**
 * The screen colour of a CIELAB value. Throws on a non-finite input: a missing colour must never be shown
 * as a believable one.
 */
export function screenColorFromLab(lab: LabD65): ScreenColor {
  if (!areFinite(lab)) {
    throw new RangeError(`screenColorFromLab needs three finite numbers, got ${lab.join(", ")}`);
  }
  const lightness = Math.min(100, Math.max(0, lab[0]));
  const whole = linearSrgbFromLab(labD65(lightness, lab[1], lab[2]));
  if (lightness === lab[0] && isInside(whole)) return { rgb: encode(whole), isExact: true };
  if (isInside(whole)) return { rgb: encode(whole), isExact: false };
  let inside = 0;
  let outside = 1;
  const chroma = chromaOf(lab);
  while ((outside - inside) * chroma > CHROMA_RESOLUTION) {
    const middle = (inside + outside) / 2;
    const fits = isInside(linearSrgbFromLab(labD65(lightness, lab[1] * middle, lab[2] * middle)));
    if (fits) inside = middle;
    else outside = middle;
  }
  return {
    rgb: encode(linearSrgbFromLab(labD65(lightness, lab[1] * inside, lab[2] * inside))),
    isExact: false,
  };
}

function encode(linear: LinearSrgb): Srgb {
  const channel = (value: number): number => Math.min(1, Math.max(0, encodeChannel(value)));
  return srgb(channel(linear[0]), channel(linear[1]), channel(linear[2]));
}
