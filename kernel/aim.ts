/**
 * How far a colour is from what is aimed at, as four residuals: src/core/color/aimDistance and ciede2000 with angles taken
 * from products instead of inverse functions, since a search asks for it millions of times. Tests hold the two together.
 */
import { AIM, BESIDE } from "./layout";
import { at, put } from "./rows";

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

/** Below this chroma residuals bend too much for slopes: ΔH has no slope at a neutral. */
const NEARLY_NEUTRAL: f64 = 0.01;
/** Step in CIELAB units for the slopes there; elsewhere residuals are smooth on this scale. */
const LAB_STEP: f64 = 1e-4;

/** What the last residuals were made of. */
let chroma: f64 = 0;
let meanChroma: f64 = 0;
let stretched: f64 = 0;
let stretch: f64 = 1;
let c1: f64 = 0;
let c2: f64 = 0;
let root: f64 = 0;
let halfCosine: f64 = 1;
let cos: f64 = 1;
let sin: f64 = 0;
/** Of twice, three times and four times the mean hue. */
let cosTwice: f64 = 1;
let sinTwice: f64 = 0;
let cosThrice: f64 = 1;
let sinThrice: f64 = 0;
let cosFour: f64 = 1;
let sinFour: f64 = 0;
let cMean: f64 = 0;
let t: f64 = 1;
let sC: f64 = 1;
let sH: f64 = 1;
let c: f64 = 0;
let h: f64 = 0;
let rotation: f64 = 0;
let narrowed: f64 = 1;
let isRotated: bool = false;
let bump: f64 = 0;
let far: f64 = 0;
let angle: f64 = 0;
let sineOfAngle: f64 = 0;
let chromaShare: f64 = 0;
let ofChroma: f64 = 0;

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

/** The last three, on which L* has no say. What their slopes need of it is kept. */
export function writeColorResiduals(out: usize, a: f64, b: f64): void {
  const aimA = load<f64>(AIM + 8);
  const aimB = load<f64>(AIM + 16);
  chroma = Math.sqrt(a * a + b * b);
  meanChroma = (Math.sqrt(aimA * aimA + aimB * aimB) + chroma) / 2;
  const cab7 = seventh(meanChroma);
  stretched = Math.sqrt(cab7 / (cab7 + TWENTY_FIVE_TO_SEVENTH));
  stretch = 1.5 - 0.5 * stretched;
  const a1 = aimA * stretch;
  const a2 = a * stretch;
  c1 = Math.sqrt(a1 * a1 + aimB * aimB);
  c2 = Math.sqrt(a2 * a2 + b * b);
  const product = c1 * c2;
  // The mean hue as a direction, and the sine of half the way between the hues.
  cos = 1;
  sin = 0;
  let halfSine: f64 = 0;
  halfCosine = 1;
  if (product == 0) {
    // A neutral has no hue, so the mean is the other colour's.
    const own = c1 + c2;
    if (own > 0) {
      cos = (c1 > 0 ? a1 : a2) / own;
      sin = (c1 > 0 ? aimB : b) / own;
    }
  } else {
    const inverse = 1 / product;
    const dot = (a1 * a2 + aimB * b) * inverse;
    const cross = (a1 * b - aimB * a2) * inverse;
    halfCosine = Math.sqrt(Math.max(0, (1 + dot) / 2));
    halfSine =
      dot >= 0
        ? cross / (2 * halfCosine)
        : (cross < 0 ? -1 : 1) * Math.sqrt(Math.max(0, (1 - dot) / 2));
    const toUnit = c2 * inverse;
    cos = (a1 * halfCosine - aimB * halfSine) * toUnit;
    sin = (a1 * halfSine + aimB * halfCosine) * toUnit;
  }
  cMean = (c1 + c2) / 2;
  cosTwice = 2 * cos * cos - 1;
  sinTwice = 2 * sin * cos;
  cosThrice = cosTwice * cos - sinTwice * sin;
  sinThrice = sinTwice * cos + cosTwice * sin;
  cosFour = 2 * cosTwice * cosTwice - 1;
  sinFour = 2 * sinTwice * cosTwice;
  t =
    1 -
    0.17 * (cos * COS_30 + sin * SIN_30) +
    0.24 * cosTwice +
    0.32 * (cosThrice * COS_6 - sinThrice * SIN_6) -
    0.2 * (cosFour * COS_63 + sinFour * SIN_63);
  root = Math.sqrt(product);
  sC = load<f64>(AIM + 32) * (1 + 0.045 * cMean);
  sH = load<f64>(AIM + 40) * (1 + 0.015 * cMean * t);
  c = (c2 - c1) / sC;
  h = (2 * root * halfSine) / sH;
  rotation = 0;
  isRotated = cos * COS_275 + sin * SIN_275 > NO_ROTATION;
  if (isRotated) {
    let degrees = Math.atan2(sin, cos) / RADIANS;
    if (degrees < 0) degrees += 360;
    bump = (degrees - 275) / 25;
    const cMean7 = seventh(cMean);
    far = (c * c + h * h) / (HALF_ROTATION * HALF_ROTATION);
    angle = 60 * RADIANS * Math.exp(-bump * bump);
    sineOfAngle = sine(angle);
    chromaShare = cMean7 / (cMean7 + TWENTY_FIVE_TO_SEVENTH);
    ofChroma = 2 * Math.sqrt(chromaShare);
    rotation = (-sineOfAngle * ofChroma) / (1 + far * far);
  }
  narrowed = Math.sqrt(Math.max(0, 1 - (rotation * rotation) / 4));
  store<f64>(out + 8, c + (rotation * h) / 2);
  store<f64>(out + 16, h * narrowed);
  store<f64>(out + 24, outsideWedge(a, b));
}

/**
 * Slopes of the last three by a* and b* to `out`, two numbers a row: those of the residuals at `from`, which must be the last
 * that were written, of the same colour. Derived by the chain rule from the formulas above. Two terms come again:
 *
 *   s = √(C⁷ / (C⁷ + 25⁷)),  ds/dC = 3.5 s (1 - s²) / C
 *   hues turn by dh = (a db - b da) / C²,  chroma grows by dC = (a da + b db) / C
 */
export function writeColorSlopes(out: usize, from: usize, a: f64, b: f64): void {
  if (chroma < NEARLY_NEUTRAL || c1 < NEARLY_NEUTRAL || c2 < NEARLY_NEUTRAL) {
    writeColorDifferences(out, from, a, b);
    return;
  }
  const aimA = load<f64>(AIM + 8);
  const aimB = load<f64>(AIM + 16);
  // Of 1.5 - s / 2, where C is the mean of two chromas of which one moves: half of half of 3.5.
  const stretchByChroma = (-0.875 * stretched * (1 - stretched * stretched)) / meanChroma;
  const byA = (stretchByChroma * a) / chroma;
  const byB = (stretchByChroma * b) / chroma;
  const ofAim = (aimA * aimA * stretch) / c1;
  const turnOfAim = -(aimA * aimB) / (c1 * c1);
  const a2 = a * stretch;
  const inverse = 1 / c2;
  const turn = inverse * inverse;
  const stretchA = stretch + a * byA;
  const stretchB = a * byB;
  const tByHue =
    0.17 * (sin * COS_30 - cos * SIN_30) -
    0.48 * sinTwice -
    0.96 * (sinThrice * COS_6 + cosThrice * SIN_6) +
    0.8 * (sinFour * COS_63 - cosFour * SIN_63);
  writeAlong(
    out,
    tByHue,
    ofAim * byA,
    a2 * stretchA * inverse,
    turnOfAim * byA,
    -b * stretchA * turn,
  );
  writeAlong(
    out + 8,
    tByHue,
    ofAim * byB,
    (a2 * stretchB + b) * inverse,
    turnOfAim * byB,
    (a2 - b * stretchB) * turn,
  );
  writeWedgeSlopes(out + 32, a, b);
}

/** By what the chroma of the aim and of the colour change, and by what their hues turn. */
function writeAlong(out: usize, tByHue: f64, ofC1: f64, ofC2: f64, turn1: f64, turn2: f64): void {
  const mean = (ofC1 + ofC2) / 2;
  const turn = (turn1 + turn2) / 2;
  const ofC = (ofC2 - ofC1 - c * load<f64>(AIM + 32) * 0.045 * mean) / sC;
  const ofSpan = (h * sH * (ofC1 / c1 + ofC2 / c2)) / 2 + root * halfCosine * (turn2 - turn1);
  const ofH = (ofSpan - h * load<f64>(AIM + 40) * 0.015 * (mean * t + cMean * tByHue * turn)) / sH;
  let ofRotation: f64 = 0;
  if (isRotated) {
    const less = 1 + far * far;
    const ofAngle = (-2 * bump * angle * turn) / (25 * RADIANS);
    const cosine = Math.sqrt(1 - sineOfAngle * sineOfAngle);
    const ofFar = (2 * (c * ofC + h * ofH)) / (HALF_ROTATION * HALF_ROTATION);
    ofRotation =
      (-cosine * ofAngle * ofChroma) / less +
      rotation * ((3.5 * (1 - chromaShare) * mean) / cMean - (2 * far * ofFar) / less);
  }
  store<f64>(out, ofC + (ofRotation * h + rotation * ofH) / 2);
  store<f64>(out + 16, ofH * narrowed - (h * rotation * ofRotation) / (4 * narrowed));
}

function writeWedgeSlopes(out: usize, a: f64, b: f64): void {
  const cos = load<f64>(AIM + 48);
  const sin = load<f64>(AIM + 56);
  const cost = load<f64>(AIM + 64);
  const along = cos * a + sin * b;
  const left = cos * b - sin * a;
  const side: f64 = left < 0 ? -1 : 1;
  const across = side * left;
  let byA: f64 = 0;
  let byB: f64 = 0;
  if (cost != 0 && across * COS_WEDGE > along * SIN_WEDGE) {
    const isAhead = along * COS_WEDGE + across * SIN_WEDGE > 0;
    byA = cost * (isAhead ? -side * sin * COS_WEDGE - cos * SIN_WEDGE : a / chroma);
    byB = cost * (isAhead ? side * cos * COS_WEDGE - sin * SIN_WEDGE : b / chroma);
  }
  store<f64>(out, byA);
  store<f64>(out + 8, byB);
}

function writeColorDifferences(out: usize, from: usize, a: f64, b: f64): void {
  for (let axis = 0; axis < 2; axis++) {
    writeColorResiduals(BESIDE, axis == 0 ? a + LAB_STEP : a, axis == 1 ? b + LAB_STEP : b);
    for (let row = 1; row < 4; row++)
      put(out, 2 * row - 2 + axis, (at(BESIDE, row) - at(from, row)) / LAB_STEP);
  }
}
