/**
 * A colour named by a few taps: hue place and lean, value, chroma. Each tap is one of at most four, so that no eye has to
 * search a list; together they part the whole of colour space, so that a habit is not cut off at an edge.
 */
import { hueDifferenceDegrees, labFromLch, lchFromLab } from "../../core/color/cieLab";
import { type LabD65, lchUnder } from "../../core/color/types";
import { degreesOfHue, HUE_PLACES, type HuePlace, readHue } from "../../core/describe/huePlaces";
import type { Question } from "./practice";

export type NamingStep =
  | "hue family"
  | "hue place"
  | "hue lean"
  | "value part"
  | "value"
  | "chroma part"
  | "chroma";

const HUE_STEPS = ["hue family", "hue place", "hue lean"] as const;
const VALUE_STEPS = ["value part", "value"] as const;
const CHROMA_STEPS = ["chroma part", "chroma"] as const;

/** Of a greyer colour no hue is asked, C*ab. */
export const HUE_FROM = 8;
const PARTS = 4;
const PLACES = 3;
export const LEANS = ["down", undefined, "up"] as const;
/** Ends of the four parts of chroma, C*ab. */
const CHROMA_ENDS = [0, 11, 22, 40, 84] as const;
/** The family that is asked first begins with red-violet. */
const FIRST_PLACE = 11;

/** Of the twelve places, by family: those around red, around yellow, around green, around blue. */
export function placesOfFamily(family: number): readonly HuePlace[] {
  return Array.from({ length: PLACES }, (_, i) => {
    const place = HUE_PLACES[(FIRST_PLACE + family * PLACES + i) % HUE_PLACES.length];
    if (!place) throw new RangeError(`No hue family ${family}`);
    return place;
  });
}

export function stepsOfNaming({
  drill,
  patches,
}: Pick<Question, "drill" | "patches">): readonly NamingStep[] {
  if (drill === "place") return VALUE_STEPS;
  const [lab] = patches;
  const hasHue = lab !== undefined && lchFromLab(lab)[1] >= HUE_FROM;
  return [...(hasHue ? HUE_STEPS : []), ...VALUE_STEPS, ...CHROMA_STEPS];
}

/** L* that a part and a place in it mean. */
export function lightnessOf(part: number, fine: number): number {
  return (100 * (part + (fine + 0.5) / PARTS)) / PARTS;
}

export function valueEnds(part: number): readonly [number, number] {
  return [(100 * part) / PARTS, (100 * (part + 1)) / PARTS];
}

export function chromaEnds(part: number): readonly [number, number] {
  return [CHROMA_ENDS[part] ?? 0, CHROMA_ENDS[part + 1] ?? 0];
}

export function chromaOf(part: number, fine: number): number {
  const [low, high] = chromaEnds(part);
  return low + ((fine + 0.5) * (high - low)) / PARTS;
}

/** The colour that the taps say; what was not asked is as it is. */
export function saidByTaps(question: Pick<Question, "drill" | "patches">, given: readonly number[]): LabD65 {
  const [truth] = question.patches;
  if (!truth) throw new RangeError("No colour to name");
  const steps = stepsOfNaming(question);
  const tap = (step: NamingStep): number => given[steps.indexOf(step)] ?? 0;
  const [l, c, h] = lchFromLab(truth);
  const place = placesOfFamily(tap("hue family"))[tap("hue place")];
  const hue = steps.includes("hue family") && place ? degreesOfHue(place, LEANS[tap("hue lean")]) : h;
  const lightness = steps.includes("value part") ? lightnessOf(tap("value part"), tap("value")) : l;
  const chroma = steps.includes("chroma part") ? chromaOf(tap("chroma part"), tap("chroma")) : c;
  return labFromLch(lchUnder<"D65">(lightness, chroma, hue));
}

/** The taps that name a colour best. */
export function tapsFor(question: Pick<Question, "drill" | "patches">, seen: LabD65): readonly number[] {
  const [lightness, chroma, hue] = lchFromLab(seen);
  const value = nearest(lightness, lightnessOf);
  const bright = nearest(chroma, chromaOf);
  const hues = huesNearest(hue);
  const taps: Readonly<Record<NamingStep, number>> = {
    "hue family": hues.family,
    "hue place": hues.place,
    "hue lean": hues.lean,
    "value part": value.part,
    value: value.fine,
    "chroma part": bright.part,
    chroma: bright.fine,
  };
  return stepsOfNaming(question).map((step) => taps[step]);
}

function nearest(
  size: number,
  at: (part: number, fine: number) => number,
): { readonly part: number; readonly fine: number } {
  const all = Array.from({ length: PARTS * PARTS }, (_, i) => ({
    part: Math.floor(i / PARTS),
    fine: i % PARTS,
  }));
  return all.reduce((best, one) =>
    Math.abs(at(one.part, one.fine) - size) < Math.abs(at(best.part, best.fine) - size) ? one : best,
  );
}

function huesNearest(hue: number): {
  readonly family: number;
  readonly place: number;
  readonly lean: number;
} {
  const { place } = readHue(hue);
  const at = (HUE_PLACES.indexOf(place) - FIRST_PLACE + HUE_PLACES.length) % HUE_PLACES.length;
  const offs = LEANS.map((lean) => Math.abs(hueDifferenceDegrees(degreesOfHue(place, lean), hue)));
  return {
    family: Math.floor(at / PLACES),
    place: at % PLACES,
    lean: offs.indexOf(Math.min(...offs)),
  };
}
