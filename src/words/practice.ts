/** What is asked and said in practice: the question, what each tap means, and why the right answer is right. */
import { lchFromLab } from "../core/color/cieLab";
import type { LabD65 } from "../core/color/types";
import { chromaOfWords, chromaWord } from "../core/describe/chromaWords";
import { missWords, differenceWords, stepsText, WORKING_TOLERANCE } from "../core/describe/difference";
import { readHue } from "../core/describe/huePlaces";
import { valueText } from "../core/describe/valueScale";
import type { Axis } from "../core/practice/drills";
import {
  chromaEnds,
  chromaOf,
  LEANS,
  lightnessOf,
  type NamingStep,
  placesOfFamily,
  stepsOfNaming,
  valueEnds,
} from "../domain/practice/naming";
import type { Drill, Level, PlacedDose, Question, SessionTube, SkillAxis } from "../domain/practice/practice";
import { AXES, type Score, WRONG_STEPS } from "../domain/practice/score";
import type { Region } from "../domain/practice/skills";
import type { LayingStart } from "../core/recipe/layingOrder";
import type { Settings } from "../domain/settings/settings";
import { handWords } from "./doses";
import { andWords } from "./lists";

export const DRILL_WORDS: Readonly<Record<Drill, string>> = {
  name: "Name it",
  place: "Place it on the value scale",
  order: "Put values in order",
  lighter: "Which is lighter?",
  odd: "Find the odd one",
  warmer: "Which is warmer?",
  wrong: "What is wrong?",
  add: "What to add?",
  predict: "What will it give?",
  path: "Where does it pass?",
  parents: "Which parents?",
  opposites: "Which opposite?",
  first: "Which goes first?",
  bench: "Match on the simulated bench",
  grey: "A neutral grey, twice",
  screen: "Can this screen show it?",
};

export const LEVEL_WORDS: Readonly<Record<Level, { readonly label: string; readonly hint: string }>> = {
  earth: { label: "black, white and one earth", hint: "values and greys first" },
  primaries: { label: "three primaries and white", hint: "hues, and what dulls them" },
  own: { label: "your palette", hint: "the tubes on your board" },
};

export const AXIS_WORDS: Readonly<Record<SkillAxis, string>> = {
  value: "value",
  chroma: "chroma",
  hue: "hue",
  mixing: "what tubes do",
};

/** "dark dull reds": colours of one part. */
export function regionWords({ hue, value, chroma }: Region): string {
  const plural = hue === "grey" ? "greys" : `${hue}s`;
  const lightness = value === "middle" ? "" : `${value} `;
  return hue === "grey" ? `${lightness}${plural}` : `${lightness}${chroma} ${plural}`;
}

/** The same by the key of a skill: "value of dark dull reds". */
export function skillWords(key: string): string {
  const [axis, hue, value, chroma] = key.split(" ");
  const region = { hue, value, chroma } as Region;
  return axis === "mixing" ? `mixing ${regionWords(region)}` : `${axis} of ${regionWords(region)}`;
}

/** What is asked, for the tap that comes next. @param step - how many taps were made. */
export function promptOf(question: Question, step: number): string {
  const { drill } = question;
  switch (drill) {
    case "name":
    case "place":
      return NAMING_PROMPTS[stepsOfNaming(question)[step] ?? "value"];
    case "order":
      return ORDER_PROMPTS[step] ?? "";
    case "lighter":
      return "Which of the two is lighter?";
    case "odd":
      return question.axis === "value"
        ? "One of the four has another value. Which?"
        : `One of the four has another ${question.axis}. Which?`;
    case "warmer":
      return "Which of the two is warmer?";
    case "wrong":
      return step === 0
        ? "Left the target, right the pile. What is furthest off?"
        : "Which way is the pile off, and how much?";
    case "add":
      return "Left the target, right the pile. What brings the pile there?";
    case "predict":
      return "What will these tubes give?";
    case "path":
      return "Both tubes with as much colour of each: where on the plan does the middle lie?";
    case "parents":
      return `Which two tubes give the brightest ${question.hue ?? "violet"}?`;
    case "opposites":
      return "Which tube takes most of its brightness?";
    case "first":
      return "Which of these do you lay down first?";
    case "screen":
      return "One of the four is another grey. Can you tell which?";
    case "bench":
      return "Mix this colour: as few additions and as little paint as you can.";
    case "grey":
      return "Mix this grey without any lean. Then mix it once more, from nothing.";
  }
}

const NAMING_PROMPTS: Readonly<Record<NamingStep, string>> = {
  "hue family": "Which family does its hue belong to?",
  "hue place": "Which place in it?",
  "hue lean": "Which way does it lean?",
  "value part": "Which part of the value scale?",
  value: "Which value?",
  "chroma part": "How bright is it?",
  chroma: "How bright exactly?",
};
const ORDER_PROMPTS = [
  "Tap the darkest of the five.",
  "Now the darkest of those that are left.",
  "And the next.",
  "Which of the last two is darker?",
];

/** What stands on the buttons of a tap; undefined where patches are tapped themselves. */
export function optionsOf(
  question: Question,
  step: number,
  given: readonly number[],
  tubes: readonly SessionTube[],
  settings: Settings,
): readonly string[] | undefined {
  const { drill } = question;
  switch (drill) {
    case "name":
    case "place":
      return namingOptions(question, step, given, settings);
    case "wrong":
      return step === 0 ? AXES.map((axis) => AXIS_WORDS[axis]) : wrongOptions(question, given, settings);
    case "add":
    case "first":
      return question.choices.map(({ doses = [] }) => dosesWords(doses, tubes, settings, drill === "add"));
    case "opposites":
      return question.choices.map(({ doses = [] }) => tubes[doses[1]?.tube ?? -1]?.label ?? "");
    case "parents":
      return question.choices.map(({ doses = [] }) =>
        andWords(doses.map(({ tube }) => tubes[tube]?.label ?? "")),
      );
    default:
      return undefined;
  }
}

function namingOptions(
  question: Question,
  step: number,
  given: readonly number[],
  settings: Settings,
): readonly string[] {
  const steps = stepsOfNaming(question);
  const tapped = (name: NamingStep): number => given[steps.indexOf(name)] ?? 0;
  const family = tapped("hue family");
  switch (steps[step]) {
    case "hue family":
      return [0, 1, 2, 3].map((one) => {
        const names = placesOfFamily(one).map(({ name }) => name);
        return `${names[0] ?? ""} to ${names.at(-1) ?? ""}`;
      });
    case "hue place":
      return placesOfFamily(family).map(({ name }) => name);
    case "hue lean": {
      const place = placesOfFamily(family)[tapped("hue place")];
      return LEANS.map((lean) =>
        lean === undefined || !place
          ? "in its middle"
          : `leaning ${lean === "up" ? place.leanUp : place.leanDown}`,
      );
    }
    case "value part":
      return [0, 1, 2, 3].map((part) => {
        const [low, high] = valueEnds(part);
        return `${valueText(low, settings.scale)} to ${valueText(high, settings.scale)}`;
      });
    case "value":
      return [0, 1, 2, 3].map((fine) => valueText(lightnessOf(tapped("value part"), fine), settings.scale));
    case "chroma part":
      return [0, 1, 2, 3].map((part) => {
        const [low, high] = chromaEnds(part);
        const words = chromaOfWords(settings.chromaWords)
          .filter(({ chroma }) => chroma > low && chroma < high)
          .map(({ word }) => word);
        return [...new Set([words[0], words.at(-1)])].join(" to ");
      });
    case "chroma":
      return [0, 1, 2, 3].map((fine) => {
        const chroma = chromaOf(tapped("chroma part"), fine);
        return `${chromaWord(chroma, settings.chromaWords)} (${Math.round(chroma)})`;
      });
    default:
      return [];
  }
}

function wrongOptions(
  { patches }: Question,
  given: readonly number[],
  settings: Settings,
): readonly string[] {
  const [target] = patches;
  const axis = AXES[given[0] ?? 0] ?? "value";
  const { place } = readHue(target ? lchFromLab(target)[2] : 0);
  return WRONG_STEPS.map((steps) => {
    const isUp = steps > 0;
    const isFar = Math.abs(steps) > 1;
    switch (axis) {
      case "value":
        return `${stepsText(5 * steps, settings.scale)} too ${isUp ? "light" : "dark"}`;
      case "chroma":
        return `${isFar ? "clearly" : "a little"} too ${isUp ? "bright" : "dull"}`;
      case "hue":
        return `${isFar ? "clearly" : "a little"} too ${isUp ? place.leanUp : place.leanDown}`;
    }
  });
}

/** "1 part Raw umber and a touch Viridian". */
export function dosesWords(
  doses: readonly PlacedDose[],
  tubes: readonly SessionTube[],
  settings: Settings,
  withAmounts = true,
): string {
  return andWords(
    doses.map(({ tube, parts }) => {
      const label = tubes[tube]?.label ?? "";
      return withAmounts ? `${handWords(parts, settings)} ${label}` : label;
    }),
  );
}

/** How the answer misses, in words and quarter steps: "half a step too dark, slightly too red". */
export function missesWords({ isRight, truth, said, misses }: Score, settings: Settings): string {
  if (isRight) return "Right.";
  const worst = [...misses].sort((one, other) => Math.abs(other.size) - Math.abs(one.size))[0];
  // Of an order there is no one answer: the patch that lies furthest from its place is told.
  if (!truth && worst?.axis === "value" && worst.size !== 0)
    return `The ${valueText(worst.about[0], settings.scale)} was taken for ${stepsText(worst.size, settings.scale)} ${worst.size > 0 ? "lighter" : "darker"} than it is.`;
  if (!truth || !said) return "Not this one.";
  const words = missWords(differenceWords(truth, said, WORKING_TOLERANCE, settings.scale));
  return words.length > 0
    ? `Your answer is ${words.join(", ")}.`
    : "Not this one; the two look nearly alike.";
}

/** "you missed this way in 5 of your last 12." */
export function sameWayWords({ missed, of }: { readonly missed: number; readonly of: number }): string {
  return of < LEAST_TO_SAY || missed < 2 ? "" : `you missed this way in ${missed} of your last ${of}.`;
}
const LEAST_TO_SAY = 4;

/** The direction of a miss, for its habit: "too dark". */
export function wayWords(axis: Axis, size: number): string {
  switch (axis) {
    case "value":
      return size > 0 ? "too light" : "too dark";
    case "chroma":
      return size > 0 ? "too bright" : "too dull";
    case "hue":
      return size > 0 ? "too far from red round to yellow, green and blue" : "too far back towards red";
  }
}

/** One sentence why the right answer is right. */
export function reasonOf(
  question: Question,
  tubes: readonly SessionTube[],
  settings: Settings,
  start: LayingStart,
): string {
  const { drill, patches, around, choices, key, mixture = [] } = question;
  const [first, second] = patches;
  const label = (dose: PlacedDose | undefined): string => tubes[dose?.tube ?? -1]?.label ?? "";
  const right = choices[key[0] ?? -1];
  switch (drill) {
    case "name":
    case "place":
      return first ? seenReason(first, around) : "";
    case "order":
    case "lighter":
      return "Bright colours look lighter than they are, and dull ones darker. Squint, or hold for grey: then only value is left.";
    case "odd":
      return question.axis === "value"
        ? "Value is told best where two colours touch: look along the edge, not at the middle."
        : question.axis === "chroma"
          ? "Chroma alone changed: its value and its place on the wheel are the same, only the grey in it is not."
          : "The hue alone turned: look which of them leans another way, not which is brighter.";
    case "warmer":
      return "Warm means nearer to red-orange, whatever the hue is called: compare the two, and never one alone.";
    case "wrong":
      return `Look at value first, then hue, then brightness. Here ${AXIS_WORDS[AXES[key[0] ?? 0] ?? "value"]} is furthest off; the others are within half of that.`;
    case "add":
      return first && second && right?.lab
        ? `The pile is ${missWords(differenceWords(first, second, WORKING_TOLERANCE, settings.scale)).join(", ") || "nearly there"}; ${label(right.doses?.[0])} moves just that. More of it, or another tube, passes the target.`
        : "";
    case "predict": {
      const white = mixture.find(({ tube }) => /white/i.test(tubes[tube]?.label ?? ""));
      return white
        ? "White lightens, and it cools and dulls what it lightens: the mixture lies off the straight line between the two."
        : "Paint does not meet in the middle: each tube takes light away, and the stronger one leads.";
    }
    case "path":
      return pathReason(question);
    case "parents":
      return `A parent that leans away from ${question.hue ?? "it"} brings a third primary in, and the mixture dulls: ${andWords((right?.doses ?? []).map(label))} bring least of it.`;
    case "opposites":
      return `${label(right?.doses?.[1])} lies nearly across the wheel from ${label(mixture[0])}: together they take away light of every hue alike.`;
    case "first":
      return start === "lightest"
        ? `Your school begins with the lightest: ${label(right?.doses?.[0])}. A little dark changes a light pile much; a little light hardly moves a dark one.`
        : start === "majority"
          ? `Your school begins with what most is needed of: ${label(right?.doses?.[0])}.`
          : `${label(right?.doses?.[0])} is the weakest here: a touch too much of it hardly moves the pile. The strong ones come last, in small steps.`;
    case "bench":
    case "grey":
      return "The paint on this bench differs from every label, as real tubes do: each reading tells more than the recipe did.";
    case "screen":
      return "";
  }
}

/** Against the straight line between the two, as a plan suggests it. */
function pathReason({ patches, choices }: Question): string {
  const [one, other] = patches;
  const middle = choices[0]?.lab;
  if (!one || !other || !middle) return "";
  const straight = Math.hypot((one[1] + other[1]) / 2, (one[2] + other[2]) / 2);
  return lchFromLab(middle)[1] < straight
    ? "The path between two tubes bends: each takes away light that the other would give back, so the middle lies nearer to grey than the straight line."
    : "The path between two tubes bends: both let the light between them pass, so the middle keeps more colour than the straight line.";
}

function seenReason(lab: LabD65, around: LabD65 | undefined): string {
  const [lightness, chroma, hue] = lchFromLab(lab);
  const [aroundL, aroundC] = around ? lchFromLab(around) : [lightness, 0];
  if (around && aroundC > 8)
    return "The surround pushes a colour towards its own opposite, and makes it look brighter than it is.";
  if (around && Math.abs(aroundL - lightness) > 15)
    return aroundL < lightness
      ? "A dark surround makes a colour look lighter than it is."
      : "A light surround makes a colour look darker than it is.";
  if (chroma > 40)
    return "A bright colour looks lighter than a grey of its value: hold for grey, and compare again.";
  const { place, lean } = readHue(hue);
  if (chroma > 8 && lean)
    return `It is ${place.name}, and leans ${lean}: ask of every colour which way it leans.`;
  return "A dull colour is told best beside a true grey: what it is not shows its hue.";
}
