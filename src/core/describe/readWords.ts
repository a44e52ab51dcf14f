/**
 * A reading in words: "a bit too red and a little dark", said of a pile beside its target.
 *
 * Each fault is an amount and a direction. Amounts are what the same words stand for when Gaman says them
 * (./difference); the reading that comes out is wide, as an eye is. A word with two studio meanings is never
 * guessed: it comes back as a question.
 */
import { hueDegreesOf, hueDifferenceDegrees, labFromLch, lchFromLab } from "../color/cieLab";
import { type LabD65, labD65, lchUnder } from "../color/types";
import { NEUTRAL_CHROMA } from "./chromaWords";
import { applyDifference } from "./difference";
import { HUE_PLACES } from "./huePlaces";
import { lightnessPerStep, type ValueScale } from "./valueScale";

export type WordQuestion = {
  readonly word: string;
  readonly meanings: readonly [string, string];
};

export type WordReading = {
  /** The pile's colour as the words put it; undefined while there is a question or nothing was understood. */
  readonly lab: LabD65 | undefined;
  /** One standard deviation on each axis of ΔE00: an eye's floor and a share of what was said. */
  readonly uncertaintyDeltaE2000: number;
  /** Words that have two meanings; put the chosen meaning in their place and read again. */
  readonly questions: readonly WordQuestion[];
  /** Words that mean nothing here. */
  readonly unknown: readonly string[];
};

type Fault =
  | { readonly axis: "value" | "chroma"; readonly sign: 1 | -1 }
  | { readonly axis: "hue"; readonly towardsDegrees: number };

/** CIELAB units of C* or ΔH*; a share of a value step. The middle of what differenceWords says for each. */
const AMOUNTS = {
  touch: { units: 3.5, steps: 0.25 },
  little: { units: 7, steps: 0.5 },
  plain: { units: 10, steps: 0.75 },
  clearly: { units: 14, steps: 1 },
  far: { units: 25, steps: 2 },
} as const satisfies Readonly<Record<string, { readonly units: number; readonly steps: number }>>;
type Amount = (typeof AMOUNTS)[keyof typeof AMOUNTS];
const AMOUNT_WORDS: Readonly<Record<string, keyof typeof AMOUNTS>> = {
  touch: "touch",
  hair: "touch",
  trace: "touch",
  slightly: "touch",
  barely: "touch",
  bit: "little",
  little: "little",
  somewhat: "little",
  rather: "plain",
  clearly: "clearly",
  much: "clearly",
  very: "clearly",
  far: "far",
  way: "far",
  extremely: "far",
};

const placeDegrees = (name: string): number =>
  HUE_PLACES.find((place) => place.name === name)?.centreDegrees ?? Number.NaN;

const FAULT_WORDS: Readonly<Record<string, Fault>> = {
  light: { axis: "value", sign: 1 },
  pale: { axis: "value", sign: 1 },
  dark: { axis: "value", sign: -1 },
  deep: { axis: "value", sign: -1 },
  vivid: { axis: "chroma", sign: 1 },
  colourful: { axis: "chroma", sign: 1 },
  saturated: { axis: "chroma", sign: 1 },
  dull: { axis: "chroma", sign: -1 },
  grey: { axis: "chroma", sign: -1 },
  muted: { axis: "chroma", sign: -1 },
  muddy: { axis: "chroma", sign: -1 },
  red: { axis: "hue", towardsDegrees: placeDegrees("red") },
  orange: { axis: "hue", towardsDegrees: placeDegrees("orange") },
  yellow: { axis: "hue", towardsDegrees: placeDegrees("yellow") },
  green: { axis: "hue", towardsDegrees: placeDegrees("green") },
  blue: { axis: "hue", towardsDegrees: placeDegrees("blue") },
  violet: { axis: "hue", towardsDegrees: placeDegrees("violet") },
  purple: { axis: "hue", towardsDegrees: placeDegrees("violet") },
  pink: { axis: "hue", towardsDegrees: placeDegrees("red-violet") },
};
/** Comparatives and spellings that mean the same. */
const SAME_WORDS: Readonly<Record<string, string>> = {
  lighter: "light",
  paler: "pale",
  darker: "dark",
  deeper: "deep",
  duller: "dull",
  greyer: "grey",
  gray: "grey",
  grayer: "grey",
  greyed: "grey",
  muddier: "muddy",
  colorful: "colourful",
  redder: "red",
  reddish: "red",
  yellower: "yellow",
  yellowish: "yellow",
  greener: "green",
  greenish: "green",
  bluer: "blue",
  bluish: "blue",
  violetish: "violet",
};
const QUESTIONS: Readonly<Record<string, readonly [string, string]>> = {
  bright: ["vivid", "light"],
  brighter: ["vivid", "light"],
  strong: ["vivid", "dark"],
  stronger: ["vivid", "dark"],
  weak: ["dull", "light"],
  weaker: ["dull", "light"],
  intense: ["vivid", "dark"],
  rich: ["vivid", "dark"],
  cold: ["blue", "green"],
  cool: ["blue", "green"],
  cooler: ["blue", "green"],
  warm: ["red", "yellow"],
  warmer: ["red", "yellow"],
  high: ["light", "vivid"],
  low: ["dark", "dull"],
};
const FILLERS: ReadonlySet<string> = new Set(
  "a an the it is looks seems too and but also of than mine pile colour color in hue value chroma step steps tad".split(
    " ",
  ),
);
/** Counted steps, as the painter or Gaman writes them, turned into plain numbers. */
const STEP_PHRASES: readonly (readonly [RegExp, string])[] = [
  [/three quarters of a step/g, "0.75 steps"],
  [/(a )?quarter( of a)? step/g, "0.25 steps"],
  [/half a step/g, "0.5 steps"],
  [/(\d*)¼/g, "$1.25"],
  [/(\d*)½/g, "$1.5"],
  [/(\d*)¾/g, "$1.75"],
  [/\b(one|a) step/g, "1 steps"],
  [/\btwo steps/g, "2 steps"],
  [/\bthree steps/g, "3 steps"],
];
const EYE_FLOOR = 1.4;
const EYE_SHARE = 0.3;

/** @param target - what the pile was compared with. */
export function readWords(text: string, target: LabD65, scale: ValueScale): WordReading {
  const counted = STEP_PHRASES.reduce(
    (phrase, [pattern, number]) => phrase.replace(pattern, number),
    text.toLowerCase(),
  );
  const words = counted.match(/\d*\.?\d+|[a-z]+/g) ?? [];
  const questions: WordQuestion[] = [];
  const unknown: string[] = [];
  const perStep = lightnessPerStep(scale);
  let amount: Amount = AMOUNTS.plain;
  let isAmountSaid = false;
  let steps: number | undefined;
  let deltaLightness = 0;
  let deltaChroma = 0;
  const hues: { readonly towardsDegrees: number; readonly units: number }[] = [];
  let isUnderstood = false;
  for (const spoken of words) {
    const word = SAME_WORDS[spoken] ?? spoken;
    const fault = FAULT_WORDS[word];
    const meanings = QUESTIONS[word];
    const amountWord = AMOUNT_WORDS[word];
    const count = Number(word);
    if (fault) {
      isUnderstood = true;
      if (fault.axis === "hue") hues.push({ towardsDegrees: fault.towardsDegrees, units: amount.units });
      else if (fault.axis === "chroma") deltaChroma += fault.sign * amount.units;
      else deltaLightness += fault.sign * perStep * (steps ?? amount.steps);
      isAmountSaid = false;
      steps = undefined;
      amount = AMOUNTS.plain;
    } else if (meanings) questions.push({ word: spoken, meanings });
    else if (amountWord) {
      // "A little bit", "very much": the first amount that is said counts.
      if (!isAmountSaid) amount = AMOUNTS[amountWord];
      isAmountSaid = true;
    } else if (Number.isFinite(count)) steps = count;
    else if (!FILLERS.has(word)) unknown.push(spoken);
  }
  const size = Math.hypot(deltaLightness, deltaChroma, ...hues.map((hue) => hue.units));
  return {
    lab:
      isUnderstood && questions.length === 0 ? applied(target, deltaLightness, deltaChroma, hues) : undefined,
    uncertaintyDeltaE2000: Math.hypot(EYE_FLOOR, (EYE_SHARE * size) / Math.sqrt(3)),
    questions,
    unknown,
  };
}

/** "Too red" turns a colour towards red by the shorter way; a grey takes a step of chroma in that direction. */
function applied(
  target: LabD65,
  deltaLightness: number,
  deltaChroma: number,
  hues: readonly { readonly towardsDegrees: number; readonly units: number }[],
): LabD65 {
  const [, chroma, hue] = lchFromLab(target);
  if (chroma < NEUTRAL_CHROMA) {
    const towards = (of: (radians: number) => number): number =>
      hues.reduce((sum, { towardsDegrees, units }) => sum + units * of((towardsDegrees * Math.PI) / 180), 0);
    const a = target[1] + towards(Math.cos);
    const b = target[2] + towards(Math.sin);
    const grown = Math.max(0, Math.hypot(a, b) + deltaChroma);
    const lightness = Math.max(0, Math.min(100, target[0] + deltaLightness));
    const direction = (hueDegreesOf(a, b) * Math.PI) / 180;
    return labD65(lightness, grown * Math.cos(direction), grown * Math.sin(direction));
  }
  const deltaHue = hues.reduce(
    (sum, { towardsDegrees, units }) => sum + Math.sign(hueDifferenceDegrees(hue, towardsDegrees)) * units,
    0,
  );
  const seen = applyDifference(target, { deltaLightness, deltaChroma, deltaHue });
  return labFromLch(lchUnder<"D65">(seen.lightness, seen.chroma, seen.hueDegrees));
}
