/**
 * How far a colour is from what was aimed at: the rule by which a palette's answers are chosen, in recipes, reach,
 * pictures and notes alike.
 *
 * Near the aim it is ΔE00. ΔE00 was made for small differences, and far away two things in it answer a vivid blue with a
 * grey: its rotation term cancels chroma against hue, and a grey has no hue to be wrong in. So
 *
 *   d² = l² + (c + R h/2)² + h² (1 - R²/4) + w²,   R = R_T / (1 + (d₀/8)⁴),   d₀² = c² + h²
 *
 * where l, c, h and R_T are those of ΔE00, and w is how far a* b* of the colour lie outside of the wedge of 15° on either side
 * of the aim's hue: half of one of the twelve places of the wheel. A grey lies at its tip and costs nothing there, so a
 * palette that lacks the hue answers with less of it, not with another one. Aims of chroma below 10 have no wedge, from 25 on
 * all of it; up to ΔE00 3 of an aim the wedge is never left, and d differs from ΔE00 by less than a hundredth of it. A painter
 * who lets the hue go, by a large k_H, lets the wedge go with it.
 */
import { squareOf, zeros } from "../numbers";
import { type DeltaE2000Factors, REFERENCE_FACTORS, writeSquares, writeTermsOfDeltaE2000 } from "./ciede2000";
import type { LabD65 } from "./types";

const HALF_ROTATION = 8;
const WEDGE = (15 * Math.PI) / 180;
const COS_WEDGE = Math.cos(WEDGE);
const SIN_WEDGE = Math.sin(WEDGE);
/** ΔE00 that one CIELAB unit outside of the wedge costs: more than any gain in chroma. */
const WEDGE_COST = 1;
const NO_HUE_BELOW = 10;
const FULL_HUE_FROM = 25;

/** The wedge of an aim's hue. */
type HueWedge = {
  readonly cos: number;
  readonly sin: number;
  /** ΔE00 for one CIELAB unit outside; 0 for an aim that is too grey to have a hue. */
  readonly cost: number;
};

function hueWedge(a: number, b: number, { kH }: DeltaE2000Factors): HueWedge {
  const chroma = Math.sqrt(a * a + b * b);
  const share = Math.min(1, Math.max(0, (chroma - NO_HUE_BELOW) / (FULL_HUE_FROM - NO_HUE_BELOW)));
  return {
    cos: chroma > 0 ? a / chroma : 1,
    sin: chroma > 0 ? b / chroma : 0,
    cost: (WEDGE_COST * share * share * (3 - 2 * share)) / kH,
  };
}

/** What a colour costs for lying outside of a wedge, ΔE00, >= 0. */
export function outsideWedge({ cos, sin, cost }: HueWedge, a: number, b: number): number {
  if (cost === 0) return 0;
  const along = cos * a + sin * b;
  const across = Math.abs(cos * b - sin * a);
  const beyond = across * COS_WEDGE - along * SIN_WEDGE;
  if (beyond <= 0) return 0;
  // Behind the tip the tip itself is the nearest.
  const ahead = along * COS_WEDGE + across * SIN_WEDGE;
  return cost * (ahead > 0 ? beyond : Math.sqrt(a * a + b * b));
}

/** Value, chroma and hue as ΔE00 has them, then the way out of the wedge. */
export const AIM_RESIDUALS = 4;

/** A colour that is aimed at, with what is asked of it again and again worked out once. */
export type Aim = {
  readonly lab: LabD65;
  readonly factors: DeltaE2000Factors;
  readonly wedge: HueWedge;
};

export function aimAt(lab: LabD65, factors: DeltaE2000Factors = REFERENCE_FACTORS): Aim {
  return { lab, factors, wedge: hueWedge(lab[1], lab[2], factors) };
}

const terms = zeros(4);
const residuals = zeros(AIM_RESIDUALS);

/**
 * Residuals whose squares sum to d², for a least-squares solver. Signs are sample minus aim; L* acts on the first alone,
 * and the last is 0 inside of the wedge.
 *
 * @param out - {@link AIM_RESIDUALS} numbers.
 */
export function writeAimResiduals(
  out: Float64Array,
  { lab: [aimL, aimA, aimB], factors, wedge }: Aim,
  l: number,
  a: number,
  b: number,
): void {
  writeTermsOfDeltaE2000(terms, aimL, aimA, aimB, l, a, b, factors);
  const c = terms[1] as number;
  const h = terms[2] as number;
  const far = (c * c + h * h) / (HALF_ROTATION * HALF_ROTATION);
  writeSquares(out, 0, terms, (terms[3] as number) / (1 + far * far));
  out[3] = outsideWedge(wedge, a, b);
}

/** d of the rule above, >= 0. NaN in, NaN out. */
export function aimDistance(
  aim: LabD65,
  sample: LabD65,
  factors: DeltaE2000Factors = REFERENCE_FACTORS,
): number {
  return distanceTo(aimAt(aim, factors), sample);
}

/** The same for an aim that many colours are held against. */
export function distanceTo(aim: Aim, sample: LabD65): number {
  return distanceFrom(aim, sample[0], sample[1], sample[2]);
}

/** The same for loops that keep colours in typed arrays. */
export function distanceFrom(aim: Aim, l: number, a: number, b: number): number {
  writeAimResiduals(residuals, aim, l, a, b);
  return Math.sqrt(squareOf(residuals));
}
