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
  tad: "touch",
  shade: "touch",
  fraction: "touch",
  slightly: "touch",
  barely: "touch",
  bit: "little",
  little: "little",
  somewhat: "little",
  rather: "plain",
  quite: "plain",
  clearly: "clearly",
  much: "clearly",
  very: "clearly",
  far: "far",
  lot: "far",
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
  neutral: { axis: "chroma", sign: -1 },
  dirty: { axis: "chroma", sign: -1 },
  clean: { axis: "chroma", sign: 1 },
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
  chalky: ["light", "dull"],
  washed: ["light", "dull"],
  heavy: ["dark", "vivid"],
  high: ["light", "vivid"],
  low: ["dark", "dull"],
};
const FILLERS: ReadonlySet<string> = new Set(
  "a an the it is looks seems too and but also of than mine pile colour color in hue value chroma step steps more out enough to be almost nearly just , ; .".split(
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
  [/no difference/g, "same"],
  [/\b(one|a) step/g, "1 steps"],
  [/\btwo steps/g, "2 steps"],
  [/\bthree steps/g, "3 steps"],
];
/** Said of what the pile should become: each fault is then meant the other way round. */
const ADVICE_WORDS: ReadonlySet<string> = new Set("needs need should could wants".split(" "));
/** Said of one fault: the pile has less of it than the target. */
const LACK_WORDS: ReadonlySet<string> = new Set("less lacks lacking missing".split(" "));
const SENTENCE_ENDS: ReadonlySet<string> = new Set([",", ";", ".", "but"]);
const SAMENESS: ReadonlySet<string> = new Set("same identical matches match vanishes".split(" "));

const EYE_FLOOR = 1.4;
const EYE_SHARE = 0.3;

/** @param target - what the pile was compared with. */
export function readWords(text: string, target: LabD65, scale: ValueScale): WordReading {
  const counted = STEP_PHRASES.reduce(
    (phrase, [pattern, number]) => phrase.replace(pattern, number),
    text.toLowerCase(),
  );
  const words: readonly string[] = counted.match(/\d*\.?\d+|[a-z]+|[,;.]/g) ?? [];
  const isEnough = words.includes("enough");
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
  let isAdvice = false;
  let isLacking = false;
  let isDenied = false;
  let before = "";
  for (const spoken of words) {
    const word = SAME_WORDS[spoken] ?? spoken;
    const fault = FAULT_WORDS[word];
    const meanings = QUESTIONS[word];
    const amountWord = AMOUNT_WORDS[word];
    const count = Number(word);
    if (SENTENCE_ENDS.has(word)) isAdvice = false;
    if (fault && isDenied && !isEnough) {
      // "Not dark" says what is not wrong, and nothing of what is.
      unknown.push(`not ${spoken}`);
      isDenied = false;
    } else if (fault) {
      isUnderstood = true;
      // "Less red" in advice is more red in the pile.
      const sign = isAdvice !== (isLacking || isDenied) ? -1 : 1;
      if (fault.axis === "hue")
        hues.push({ towardsDegrees: fault.towardsDegrees, units: sign * amount.units });
      else if (fault.axis === "chroma") deltaChroma += sign * fault.sign * amount.units;
      else deltaLightness += sign * fault.sign * perStep * (steps ?? amount.steps);
      isAmountSaid = false;
      isLacking = false;
      isDenied = false;
      steps = undefined;
      amount = AMOUNTS.plain;
    } else if (meanings) questions.push({ word: spoken, meanings });
    else if (amountWord) {
      // "A little bit", "far too much": the first amount that is said counts, except "very slightly".
      if (!isAmountSaid || before === "very") amount = AMOUNTS[amountWord];
      isAmountSaid = true;
    } else if (word === "not") isDenied = true;
    else if (LACK_WORDS.has(word)) isLacking = true;
    else if (ADVICE_WORDS.has(word)) isAdvice = true;
    else if (SAMENESS.has(word)) isUnderstood = true;
    else if (/\d/.test(word) && Number.isFinite(count)) steps = count;
    else if (!FILLERS.has(word)) unknown.push(spoken);
    before = word;
  }
  const size = Math.hypot(deltaLightness, deltaChroma, ...hues.map(({ units }) => units));
  return {
    lab:
      isUnderstood && questions.length === 0 ? applied(target, deltaLightness, deltaChroma, hues) : undefined,
    uncertaintyDeltaE2000: Math.hypot(EYE_FLOOR, (EYE_SHARE * size) / Math.sqrt(3)),
    questions,
    unknown,
  };
}

/** "Too red" turns a colour towards red by the shorter way, and quiets what lies opposite; a grey takes a step of chroma in that direction. */
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
  let deltaHue = 0;
  let fromOpposite = 0;
  for (const { towardsDegrees, units } of hues) {
    const turn = hueDifferenceDegrees(hue, towardsDegrees);
    // What leans to the other side of the wheel is duller first of all: the two hues quiet each other.
    const across = Math.max(0, -Math.cos((turn * Math.PI) / 180));
    deltaHue += Math.sign(turn) * units * Math.sqrt(1 - across * across);
    fromOpposite -= units * across;
  }
  const seen = applyDifference(target, {
    deltaLightness,
    deltaChroma: Math.max(-chroma, deltaChroma + fromOpposite),
    deltaHue,
  });
  return labFromLch(lchUnder<"D65">(seen.lightness, seen.chroma, seen.hueDegrees));
}
