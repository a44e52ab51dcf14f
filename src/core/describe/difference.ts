/**
 * The difference of two colours along a painter's three questions: lighter or darker, brighter or duller,
 * and which way the hue is off.
 *
 *   ΔL* = L2 - L1,  ΔC* = C2 - C1,  ΔH* = 2 √(C1 C2) sin(Δh/2)     (signed; ΔE76² = ΔL² + ΔC² + ΔH²)
 *
 * Source of ΔH*: CIE 15:2018, section 8.2.1.
 */
import { deltaE2000 } from "../color/ciede2000";
import { chromaOf, hueDegreesOf, hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { NEUTRAL_CHROMA } from "./chromaWords";
import { HUE_PLACES, type HueName, readHue } from "./huePlaces";
import { lightnessPerStep, quarterText, type ValueScale } from "./valueScale";

/** Largest misses that still count as a match, in CIELAB units, > 0. */
export type AxisTolerance = { readonly lightness: number; readonly chroma: number; readonly hue: number };

/** About a quarter step of value, and what a trained eye lets pass in chroma and hue. */
export const WORKING_TOLERANCE: AxisTolerance = { lightness: 2, chroma: 3, hue: 3 };

export type ThreeWayDifference = {
  readonly deltaLightness: number;
  readonly deltaChroma: number;
  /** ΔH* in CIELAB units; positive turns from red through yellow and green to blue. */
  readonly deltaHue: number;
  readonly deltaE2000: number;
  /** Names of the two ends of the hue rail as seen from the reference. */
  readonly hueDown: HueName;
  readonly hueUp: HueName;
};

export type DifferenceWords = {
  readonly value: string;
  readonly chroma: string;
  readonly hue: string;
  /** True when all three are within tolerance. */
  readonly isMatch: boolean;
  /** What is beyond tolerance, in the order value, chroma, hue: how far, and which way it is off. */
  readonly misses: readonly AxisMiss[];
};

export type AxisMiss = {
  readonly axis: "value" | "chroma" | "hue";
  /** "half a step", "slightly", "clearly". */
  readonly amount: string;
  /** "light", "dark", "bright", "dull", or the name of a hue: what it is too much of. */
  readonly direction: string;
};

export function threeWayDifference(reference: LabD65, sample: LabD65): ThreeWayDifference {
  const [l1, c1, h1] = lchFromLab(reference);
  const [l2, c2, h2] = lchFromLab(sample);
  const turn = (hueDifferenceDegrees(h1, h2) * Math.PI) / 180;
  const { hueDown, hueUp } = hueRailEnds(reference);
  return {
    deltaLightness: l2 - l1,
    deltaChroma: c2 - c1,
    deltaHue: 2 * Math.sqrt(c1 * c2) * Math.sin(turn / 2),
    deltaE2000: deltaE2000(reference, sample),
    hueDown,
    hueUp,
  };
}

/** Which hue lies either way of a colour: what "too far round" would be called. */
export function hueRailEnds(reference: LabD65): { readonly hueDown: HueName; readonly hueUp: HueName } {
  const { place } = readHue(lchFromLab(reference)[2]);
  return { hueDown: place.leanDown, hueUp: place.leanUp };
}

/**
 * The colour that differs from a reference by a painter's three numbers: the way back from
 * {@link threeWayDifference}, for readings by eye. Chroma ends at zero, and a hue difference larger than
 * the two chromas allow ends at the opposite hue.
 *
 * @param difference - in L*, C*ab and ΔH*ab, sample minus reference.
 */
export function applyDifference(
  reference: LabD65,
  difference: { readonly deltaLightness: number; readonly deltaChroma: number; readonly deltaHue: number },
): { readonly lightness: number; readonly chroma: number; readonly hueDegrees: number } {
  const [l1, c1, h1] = lchFromLab(reference);
  const chroma = Math.max(0, c1 + difference.deltaChroma);
  const span = 2 * Math.sqrt(c1 * chroma);
  const sine = span === 0 ? 0 : Math.max(-1, Math.min(1, difference.deltaHue / span));
  const turnDegrees = (2 * Math.asin(sine) * 180) / Math.PI;
  return {
    lightness: Math.max(0, Math.min(100, l1 + difference.deltaLightness)),
    chroma,
    hueDegrees: (h1 + turnDegrees + 360) % 360,
  };
}

export function differenceWords(
  reference: LabD65,
  sample: LabD65,
  tolerance: AxisTolerance,
  scale: ValueScale,
): DifferenceWords {
  const difference = threeWayDifference(reference, sample);
  const { deltaLightness, deltaChroma, deltaHue } = difference;
  const valueHolds = Math.abs(deltaLightness) <= tolerance.lightness;
  const chromaHolds = Math.abs(deltaChroma) <= tolerance.chroma;
  const isNeutralPair = chromaOf(reference) < NEUTRAL_CHROMA && chromaOf(sample) >= NEUTRAL_CHROMA / 2;
  const hueHolds = Math.abs(deltaHue) <= tolerance.hue && !(isNeutralPair && !chromaHolds);
  const value: AxisMiss | undefined = valueHolds
    ? undefined
    : {
        axis: "value",
        amount: stepsText(deltaLightness, scale),
        direction: deltaLightness > 0 ? "light" : "dark",
      };
  const chroma: AxisMiss | undefined = chromaHolds
    ? undefined
    : { axis: "chroma", amount: degreeText(deltaChroma), direction: deltaChroma > 0 ? "bright" : "dull" };
  const hue: AxisMiss | undefined = hueHolds
    ? undefined
    : {
        axis: "hue",
        amount: degreeText(Math.max(Math.abs(deltaHue), isNeutralPair ? Math.abs(deltaChroma) : 0)),
        direction: tooWhat(reference, sample, difference, isNeutralPair),
      };
  const misses = [value, chroma, hue].filter((miss) => miss !== undefined);
  return {
    value: value ? tooText(value) : "value is right",
    chroma: chroma ? tooText(chroma) : "brightness is right",
    hue: hue ? tooText(hue) : "hue is right",
    isMatch: misses.length === 0,
    misses,
  };
}

function tooText({ amount, direction }: AxisMiss): string {
  return `${amount} too ${direction}`;
}

/** What is off, an axis each; nothing for a match. */
export function missWords({ misses }: Pick<DifferenceWords, "misses">): string[] {
  return misses.map(tooText);
}

/** Further round than this the hue of a colour that has one is no longer its neighbour's: it is named itself. */
const OTHER_HUE_DEGREES = 45;

/** From a grey every hue is a step outwards, so the direction of the difference itself is named. */
function tooWhat(
  reference: LabD65,
  sample: LabD65,
  difference: ThreeWayDifference,
  isNeutralPair: boolean,
): string {
  if (isNeutralPair)
    return readHue(hueDegreesOf(sample[1] - reference[1], sample[2] - reference[2])).place.name;
  const aimed = hueDegreesOf(reference[1], reference[2]);
  const own = hueDegreesOf(sample[1], sample[2]);
  const turn = hueDifferenceDegrees(aimed, own);
  if (Math.abs(turn) > OTHER_HUE_DEGREES && chromaOf(sample) >= NEUTRAL_CHROMA)
    return nearestHueOnTheWay(aimed, own, turn);
  return difference.deltaHue > 0 ? difference.hueUp : difference.hueDown;
}

/** Of the six, and of those only what lies this way round from the aim, so that what is said is read back the same way. */
function nearestHueOnTheWay(aimed: number, own: number, turn: number): string {
  let nearest = "";
  let least = Number.POSITIVE_INFINITY;
  for (const { name, centreDegrees } of HUE_PLACES) {
    const away = Math.abs(hueDifferenceDegrees(own, centreDegrees));
    if (name.includes("-") || away >= least || turn * hueDifferenceDegrees(aimed, centreDegrees) <= 0)
      continue;
    nearest = name;
    least = away;
  }
  return nearest;
}

/**
 * A difference of value as a painter says it: "half a step", "1¼ steps".
 *
 * @param deltaLightness - in L*; its sign is not said.
 */
export function stepsText(deltaLightness: number, scale: ValueScale): string {
  const steps = Math.max(0.25, Math.abs(deltaLightness) / lightnessPerStep(scale));
  const text = quarterText(steps);
  if (text === "¼") return "a quarter step";
  if (text === "½") return "half a step";
  if (text === "¾") return "three quarters of a step";
  return text === "1" ? "one step" : `${text} steps`;
}

function degreeText(amount: number): string {
  const size = Math.abs(amount);
  if (size < 5) return "slightly";
  if (size < 10) return "a little";
  return size < 20 ? "clearly" : "far";
}

/** Direction of warmth in CIELAB: from blue-green to red-orange. */
export const WARM_DEGREES = 55;
/** Along that axis, what an eye can tell apart side by side. */
const SAME_WARMTH = 1;

/**
 * Temperature exists only between two colours. Antisymmetric: if A is warmer than B, B is cooler than A.
 */
export function comparedTemperature(sample: LabD65, reference: LabD65): "warmer" | "cooler" | "as warm" {
  const radians = (WARM_DEGREES * Math.PI) / 180;
  const warmth =
    (sample[1] - reference[1]) * Math.cos(radians) + (sample[2] - reference[2]) * Math.sin(radians);
  if (Math.abs(warmth) < SAME_WARMTH) return "as warm";
  return warmth > 0 ? "warmer" : "cooler";
}
