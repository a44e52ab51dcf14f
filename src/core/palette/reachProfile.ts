/**
 * The limits of a palette: for each of the twelve hue places the most chroma at each value, the cleanest greys,
 * the darkest and the lightest mixture.
 *
 * The most chroma at a hue and value is the mixture of that hue and value nearest to a chroma that no paint has,
 * hue and value being held by their weights. Each search starts from the most vivid samples of about that hue
 * and value and from the nearest one, since the edge of what a palette reaches has several valleys.
 */
import type { DeltaE2000Factors } from "../color/ciede2000";
import { hueDifferenceDegrees, labFromLch, lchFromLab, chromaOf } from "../color/cieLab";
import { type LabD65, labD65, lchUnder } from "../color/types";
import { HUE_PLACES, type HuePlace } from "../describe/huePlaces";
import type { SolverEffort } from "../recipe/subsetSolver";
import type { NearestColor, NearestMixture } from "./nearestMixture";

export type EdgeColor = {
  readonly lab: LabD65;
  readonly shares: readonly number[];
};

export type ReachProfile = {
  /** L* of the columns. */
  readonly lightnesses: readonly number[];
  /** One for each hue place in order; a cell is undefined where the palette has no colour of that hue and value. */
  readonly rows: readonly { readonly place: HuePlace; readonly cells: readonly (EdgeColor | undefined)[] }[];
  readonly darkest: EdgeColor;
  readonly lightest: EdgeColor;
  /** The mixture of least chroma at each of {@link GREY_LIGHTNESSES}; undefined where no mixture has that value. */
  readonly greys: readonly { readonly lightness: number; readonly grey: EdgeColor | undefined }[];
};

export const GREY_LIGHTNESSES = [70, 50, 30] as const;

const BEYOND_PAINT = 140;
const SAME_VALUE = 1;
/** Hue holds to within this, or within what so small a chroma lets one see. */
const SAME_HUE_DEGREES = 4;
const LEAST_CHROMA = 2;
/** The first step further out, and where the climb ends, C*ab. */
const FIRST_CLIMB = 1.5;
const CHROMA_RESOLUTION = 0.5;
/** A mixture is found when it is within this of the aim, ΔE00. */
const FOUND = 0.3;
const CLIMB_EFFORT: SolverEffort = { maxIterations: 40, goodEnough: 0.02, relativeGain: 3e-3 };
/** The aim itself lies far outside, and only its direction counts. */
const AIM_EFFORT: SolverEffort = { maxIterations: 40, goodEnough: 1e-4, relativeGain: 1e-3 };
const HOLD_HUE: DeltaE2000Factors = { kL: 0.04, kC: 4, kH: 0.04 };
const HOLD_VALUE: DeltaE2000Factors = { kL: 0.03, kC: 1, kH: 1 };
const ONLY_VALUE: DeltaE2000Factors = { kL: 0.1, kC: 50, kH: 50 };
/** Samples that count as about of a hue and value, and how many of them start a search. */
const NEAR_VALUE = 8;
const COS_NEAR = Math.cos((16 * Math.PI) / 180);
const VIVID_STARTS = 3;

/**
 * @param lightnesses - L* of the levels, 0 to 100, rising.
 */
export function reachProfile(palette: NearestMixture, lightnesses: readonly number[]): ReachProfile {
  return {
    lightnesses,
    rows: HUE_PLACES.map((place) => ({
      place,
      cells: lightnesses.map((lightness) => mostChroma(palette, place.centreDegrees, lightness)),
    })),
    darkest: palette.to(labD65(0, 0, 0), ONLY_VALUE),
    lightest: palette.to(labD65(100, 0, 0), ONLY_VALUE),
    greys: GREY_LIGHTNESSES.map((lightness) => ({ lightness, grey: cleanestGrey(palette, lightness) })),
  };
}

/**
 * Undefined when the palette has no colour of about that hue and value.
 *
 * @param lightness - L*, 0 to 100.
 */
export function mostChroma(
  palette: NearestMixture,
  hueDegrees: number,
  lightness: number,
): EdgeColor | undefined {
  const aim = labFromLch(lchUnder<"D65">(lightness, BEYOND_PAINT, hueDegrees));
  const found = [
    palette.to(aim, HOLD_HUE, palette.nearSamples(aim, HOLD_HUE), AIM_EFFORT),
    palette.to(aim, HOLD_HUE, vividSamples(palette.samples.labs, hueDegrees, lightness), AIM_EFFORT),
  ].filter((color) => isOf(color, hueDegrees, lightness));
  const first = found.reduce<EdgeColor | undefined>(
    (best, color) => (!best || chromaOf(color.lab) > chromaOf(best.lab) ? color : best),
    undefined,
  );
  return climb(palette, hueDegrees, lightness, first);
}

/**
 * Further out while a mixture of a chroma beyond is still found: its nearest samples are other ones than those
 * of the impossible aim, and may lie in another valley.
 */
function climb(
  palette: NearestMixture,
  hueDegrees: number,
  lightness: number,
  first: EdgeColor | undefined,
): EdgeColor | undefined {
  let best = first;
  let low = first ? chromaOf(first.lab) : LEAST_CHROMA;
  let high = BEYOND_PAINT;
  let step = FIRST_CLIMB;
  while (high - low > CHROMA_RESOLUTION) {
    const chroma = Math.min(low + step, (low + high) / 2);
    const further = labFromLch(lchUnder<"D65">(lightness, chroma, hueDegrees));
    const tried = palette.to(further, undefined, palette.nearSamples(further), CLIMB_EFFORT);
    if (tried.deltaE2000 <= FOUND && (!best || chromaOf(tried.lab) > chromaOf(best.lab))) {
      best = tried;
      low = chroma;
      step *= 2;
    } else {
      high = chroma;
    }
  }
  return best;
}

/**
 * The mixture of least chroma at a value; undefined when no mixture has it.
 *
 * @param lightness - L*, 0 to 100.
 */
export function cleanestGrey(palette: NearestMixture, lightness: number): NearestColor | undefined {
  const grey = palette.to(labD65(lightness, 0, 0), HOLD_VALUE);
  return Math.abs(grey.lab[0] - lightness) <= SAME_VALUE ? grey : undefined;
}

function isOf({ lab }: EdgeColor, hueDegrees: number, lightness: number): boolean {
  const [l, c, h] = lchFromLab(lab);
  return (
    Math.abs(l - lightness) <= SAME_VALUE &&
    c >= LEAST_CHROMA &&
    Math.abs(hueDifferenceDegrees(h, hueDegrees)) <= SAME_HUE_DEGREES
  );
}

/** The most vivid samples of about a hue and value. */
function vividSamples(labs: Float64Array, hueDegrees: number, lightness: number): number[] {
  const near: { readonly sample: number; readonly chroma: number }[] = [];
  const [, cos, sin] = labFromLch(lchUnder<"D65">(lightness, 1, hueDegrees));
  for (let sample = 0; 3 * sample < labs.length; sample++) {
    if (Math.abs((labs[3 * sample] as number) - lightness) > NEAR_VALUE) continue;
    const a = labs[3 * sample + 1] as number;
    const b = labs[3 * sample + 2] as number;
    const chroma = Math.sqrt(a * a + b * b);
    if (a * cos + b * sin >= chroma * COS_NEAR) near.push({ sample, chroma });
  }
  return near
    .sort((a, b) => b.chroma - a.chroma || a.sample - b.sample)
    .slice(0, VIVID_STARTS)
    .map(({ sample }) => sample);
}
