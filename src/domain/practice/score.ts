/** What an answer is worth: axis by axis, with its sign, for the skill that it speaks of. */
import { deltaE2000 } from "../../core/color/ciede2000";
import { labFromLch } from "../../core/color/cieLab";
import { type LabD65, labD65, lchUnder } from "../../core/color/types";
import { applyDifference, threeWayDifference } from "../../core/describe/difference";
import { type Axis, STEP_OF_AXIS } from "../../core/practice/drills";
import { stepsOfNaming, saidByTaps } from "./naming";
import type { Answer, Question, SkillAxis } from "./practice";

export type Miss = {
  readonly axis: SkillAxis;
  /** The colour it was about. */
  readonly about: LabD65;
  /** Signed: L*, C*ab or ΔH*, said minus true; ΔE00 of a mixture. */
  readonly size: number;
  /** The same without its sign, in steps that an eye parts clearly; 0 for a right answer. */
  readonly steps: number;
};

export type Score = {
  readonly isRight: boolean;
  /** The two colours that are laid against each other. */
  readonly truth?: LabD65 | undefined;
  readonly said?: LabD65 | undefined;
  readonly misses: readonly Miss[];
  /** Whether the sizes say which way an eye errs. */
  readonly isNaming: boolean;
};

export const AXES = ["value", "chroma", "hue"] as const satisfies readonly Axis[];
/** Of "what is wrong": which way and how much, in steps. */
export const WRONG_STEPS = [-2, -1, 1, 2] as const;
/** A wrong choice between things that are told clearly. */
const PLAINLY_WRONG = 1.5;
/** ΔE00 between two mixtures that a painter tells clearly. */
const CLEAR_DELTA_E = 6;
const MOST_STEPS_OFF = 3;
/** Nearer than this a colour is said right: about what one tap covers. */
const RIGHT_STEPS = 1;

export function scoreOf(question: Question, { given, bench }: Answer): Score {
  const { drill, patches, choices, key } = question;
  const [first, second] = patches;
  switch (drill) {
    case "name":
    case "place":
      return first ? named(question, first, saidByTaps(question, given)) : NOTHING;
    case "order":
      return ordered(patches, key, given);
    case "lighter":
    case "odd":
    case "warmer":
    case "screen":
      return chosen(question, given);
    case "wrong":
      return first && second ? judged(question, first, second, given) : NOTHING;
    case "path":
      return first ? passed(question, given) : NOTHING;
    case "add":
    case "predict":
    case "parents":
    case "opposites":
    case "first": {
      const [truth, said] = [choices[key[0] ?? -1]?.lab, choices[given[0] ?? -1]?.lab];
      const isRight = given[0] === key[0];
      const about = truth ?? first ?? MIDDLE_GREY;
      const size = truth && said ? deltaE2000(truth, said) : 0;
      const steps = isRight ? 0 : truth && said ? inSteps(size, CLEAR_DELTA_E) : PLAINLY_WRONG;
      return {
        isRight,
        truth,
        said,
        isNaming: false,
        misses: [{ axis: "mixing", about, size, steps: isRight ? 0 : Math.max(RIGHT_STEPS, steps) }],
      };
    }
    case "bench":
    case "grey": {
      if (!first || !bench) return NOTHING;
      const size = Math.max(
        deltaE2000(first, bench.result),
        bench.again ? deltaE2000(bench.result, bench.again) : 0,
      );
      const steps = inSteps(size, CLEAR_DELTA_E);
      return {
        isRight: steps < RIGHT_STEPS,
        truth: first,
        said: bench.result,
        isNaming: false,
        misses: [{ axis: "mixing", about: first, size, steps }],
      };
    }
  }
}

const NOTHING: Score = { isRight: false, misses: [], isNaming: false };
const MIDDLE_GREY = labD65(50, 0, 0);

/** What was said, or seen, of a colour against what it is, on the axes that were asked. */
function named(question: Question, truth: LabD65, said: LabD65): Score {
  const asked = stepsOfNaming(question);
  const off = offOf(truth, said);
  const misses = AXES.filter((axis) =>
    asked.some((step) => step === axis || step.startsWith(`${axis} `)),
  ).map((axis): Miss => ({ axis, about: truth, size: off[axis], steps: stepsOff(axis, off[axis]) }));
  return {
    isRight: misses.every(({ steps }) => steps < RIGHT_STEPS),
    truth,
    said,
    misses,
    isNaming: true,
  };
}

/** Each patch was put where another belongs: its value was taken for that one's. */
function ordered(patches: readonly LabD65[], key: readonly number[], given: readonly number[]): Score {
  const misses = given.flatMap((place, rank): Miss[] => {
    const [about, belongs] = [patches[place], patches[key[rank] ?? -1]];
    if (!about || !belongs) return [];
    const size = belongs[0] - about[0];
    return [{ axis: "value", about, size, steps: stepsOff("value", size) }];
  });
  return { isRight: misses.every(({ size }) => size === 0), misses, isNaming: false };
}

function chosen({ drill, axis, patches, key, by = 0 }: Question, given: readonly number[]): Score {
  const isRight = given[0] === key[0];
  const about = patches[key[0] ?? 0] ?? MIDDLE_GREY;
  const other = patches[given[0] ?? 0];
  if (drill === "screen") return { isRight, misses: [], isNaming: false };
  const size = axis === "value" && other ? other[0] - about[0] : by;
  return {
    isRight,
    truth: about,
    said: patches.find((lab) => lab !== about),
    isNaming: false,
    misses: [
      { axis, about, size, steps: isRight ? 0 : Math.max(RIGHT_STEPS, inSteps(Math.abs(by), CLEAR_DELTA_E)) },
    ],
  };
}

function judged({ key, by = 0 }: Question, target: LabD65, pile: LabD65, given: readonly number[]): Score {
  const [trueAxis, saidAxis] = [AXES[key[0] ?? 0] ?? "value", AXES[given[0] ?? 0] ?? "value"];
  const saidBy = (WRONG_STEPS[given[1] ?? 0] ?? 0) * STEP_OF_AXIS[saidAxis];
  const { lightness, chroma, hueDegrees } = applyDifference(target, {
    deltaLightness: saidAxis === "value" ? saidBy : 0,
    deltaChroma: saidAxis === "chroma" ? saidBy : 0,
    deltaHue: saidAxis === "hue" ? saidBy : 0,
  });
  const isAxis = saidAxis === trueAxis;
  const size = isAxis ? saidBy - by : -by;
  const isRight = isAxis && given[1] === key[1];
  const steps = isAxis ? stepsOff(trueAxis, size) : Math.max(PLAINLY_WRONG, stepsOff(trueAxis, by));
  return {
    isRight,
    truth: pile,
    said: labFromLch(lchUnder<"D65">(lightness, chroma, hueDegrees)),
    isNaming: false,
    misses: [{ axis: trueAxis, about: target, size, steps: isRight ? 0 : steps }],
  };
}

/** Key and answer are a* and b* of the middle; its value was told. */
function passed({ key, choices }: Question, given: readonly number[]): Score {
  const lightness = choices[0]?.lab?.[0] ?? MIDDLE_GREY[0];
  const truth = labD65(lightness, key[0] ?? 0, key[1] ?? 0);
  const said = labD65(lightness, given[0] ?? 0, given[1] ?? 0);
  const size = deltaE2000(truth, said);
  const steps = inSteps(size, CLEAR_DELTA_E);
  return {
    isRight: steps < RIGHT_STEPS,
    truth,
    said,
    isNaming: false,
    misses: [{ axis: "mixing", about: truth, size, steps }],
  };
}

function offOf(truth: LabD65, said: LabD65): Readonly<Record<Axis, number>> {
  const { deltaLightness, deltaChroma, deltaHue } = threeWayDifference(truth, said);
  return { value: deltaLightness, chroma: deltaChroma, hue: deltaHue };
}

function stepsOff(axis: Axis, size: number): number {
  return inSteps(Math.abs(size), STEP_OF_AXIS[axis]);
}

function inSteps(size: number, step: number): number {
  return Math.min(MOST_STEPS_OFF, size / step);
}
