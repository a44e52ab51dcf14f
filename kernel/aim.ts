/**
 * How far a colour is from what is aimed at, as four residuals: src/core/color/aimDistance and ciede2000 with angles taken
 * from products instead of inverse functions, since a search asks for it millions of times. Tests hold the two together.
 */
import { AIM } from "./layout";

const RADIANS: f64 = Math.PI / 180;
const TWENTY_FIVE_TO_SEVENTH: f64 = 6103515625;
const COS_30: f64 = 0.8660254037844387;
const SIN_30: f64 = 0.5;
const COS_6: f64 = 0.9945218953682733;
const SIN_6: f64 = 0.10452846326765347;
const COS_63: f64 = 0.4539904997395468;
const SIN_63: f64 = 0.8910065241883678;
const COS_275: f64 = 0.08715574274765817;
const SIN_275: f64 = -0.9961946980917455;
/** Further than 120° from 275° the rotation is below 1e-10. */
const NO_ROTATION: f64 = -0.5;
const HALF_ROTATION: f64 = 8;
const COS_WEDGE: f64 = 0.9659258262890683;
const SIN_WEDGE: f64 = 0.25881904510252074;

// @ts-ignore: decorator
@inline
function seventh(x: f64): f64 {
  const square = x * x;
  return square * square * square * x;
}

// @ts-ignore: decorator
@inline
export function lightnessResidual(aimed: f64, l: f64, kL: f64): f64 {
  const fromMiddle = (aimed + l) / 2 - 50;
  const square = fromMiddle * fromMiddle;
  return (l - aimed) / (kL * (1 + (0.015 * square) / Math.sqrt(20 + square)));
}

/** Of an angle from 0 to 60°, to the last bit but one: the series to its 17th power. */
function sine(x: f64): f64 {
  const square = x * x;
  let sum = 1 - square * (1.0 / 272);
  sum = 1 - square * (1.0 / 210) * sum;
  sum = 1 - square * (1.0 / 156) * sum;
  sum = 1 - square * (1.0 / 110) * sum;
  sum = 1 - square * (1.0 / 72) * sum;
  sum = 1 - square * (1.0 / 42) * sum;
  sum = 1 - square * (1.0 / 20) * sum;
  sum = 1 - square * (1.0 / 6) * sum;
  return x * sum;
}

function outsideWedge(a: f64, b: f64): f64 {
  const cost = load<f64>(AIM + 64);
  if (cost == 0) return 0;
  const cos = load<f64>(AIM + 48);
  const sin = load<f64>(AIM + 56);
  const along = cos * a + sin * b;
  const across = Math.abs(cos * b - sin * a);
  const beyond = across * COS_WEDGE - along * SIN_WEDGE;
  if (beyond <= 0) return 0;
  const ahead = along * COS_WEDGE + across * SIN_WEDGE;
  return cost * (ahead > 0 ? beyond : Math.sqrt(a * a + b * b));
}

/** Four residuals of a colour from the aim to `out`. */
export function writeResiduals(out: usize, l: f64, a: f64, b: f64): void {
  store<f64>(out, lightnessResidual(load<f64>(AIM), l, load<f64>(AIM + 24)));
  writeColorResiduals(out, a, b);
}

/** The last three, on which L* has no say. */
export function writeColorResiduals(out: usize, a: f64, b: f64): void {
  const aimA = load<f64>(AIM + 8);
  const aimB = load<f64>(AIM + 16);
  const cabMean7 = seventh((Math.sqrt(aimA * aimA + aimB * aimB) + Math.sqrt(a * a + b * b)) / 2);
  const stretch = 1.5 - 0.5 * Math.sqrt(cabMean7 / (cabMean7 + TWENTY_FIVE_TO_SEVENTH));
  const a1 = aimA * stretch;
  const a2 = a * stretch;
  const c1 = Math.sqrt(a1 * a1 + aimB * aimB);
  const c2 = Math.sqrt(a2 * a2 + b * b);
  const product = c1 * c2;
  // The mean hue as a direction, and the sine of half the way between the hues.
  let cos: f64 = 1;
  let sin: f64 = 0;
  let halfSine: f64 = 0;
  if (product == 0) {
    // A neutral has no hue, so the mean is the other colour's.
    const chroma = c1 + c2;
    if (chroma > 0) {
      cos = (c1 > 0 ? a1 : a2) / chroma;
      sin = (c1 > 0 ? aimB : b) / chroma;
    }
  } else {
    const inverse = 1 / product;
    const dot = (a1 * a2 + aimB * b) * inverse;
    const cross = (a1 * b - aimB * a2) * inverse;
    const halfCosine = Math.sqrt(Math.max(0, (1 + dot) / 2));
    halfSine =
      dot >= 0
        ? cross / (2 * halfCosine)
        : (cross < 0 ? -1 : 1) * Math.sqrt(Math.max(0, (1 - dot) / 2));
    const toUnit = c2 * inverse;
    cos = (a1 * halfCosine - aimB * halfSine) * toUnit;
    sin = (a1 * halfSine + aimB * halfCosine) * toUnit;
  }
  const cMean = (c1 + c2) / 2;
  const cosTwice = 2 * cos * cos - 1;
  const sinTwice = 2 * sin * cos;
  const t =
    1 -
    0.17 * (cos * COS_30 + sin * SIN_30) +
    0.24 * cosTwice +
    0.32 * ((cosTwice * cos - sinTwice * sin) * COS_6 - (sinTwice * cos + cosTwice * sin) * SIN_6) -
    0.2 * ((2 * cosTwice * cosTwice - 1) * COS_63 + 2 * sinTwice * cosTwice * SIN_63);
  const c = (c2 - c1) / (load<f64>(AIM + 32) * (1 + 0.045 * cMean));
  const h = (2 * Math.sqrt(product) * halfSine) / (load<f64>(AIM + 40) * (1 + 0.015 * cMean * t));
  let rotation: f64 = 0;
  if (cos * COS_275 + sin * SIN_275 > NO_ROTATION) {
    let degrees = Math.atan2(sin, cos) / RADIANS;
    if (degrees < 0) degrees += 360;
    const bump = (degrees - 275) / 25;
    const cMean7 = seventh(cMean);
    const far = (c * c + h * h) / (HALF_ROTATION * HALF_ROTATION);
    rotation =
      (-sine(60 * RADIANS * Math.exp(-bump * bump)) *
        2 *
        Math.sqrt(cMean7 / (cMean7 + TWENTY_FIVE_TO_SEVENTH))) /
      (1 + far * far);
  }
  store<f64>(out + 8, c + (rotation * h) / 2);
  store<f64>(out + 16, h * Math.sqrt(Math.max(0, 1 - (rotation * rotation) / 4)));
  store<f64>(out + 24, outsideWedge(a, b));
}
