/** What practice has come to: habits of the eye, how far off it is week by week, and the smallest difference it tells. */
import { type MeanInterval, meanInterval } from "../../core/describe/meanInterval";
import type { Axis } from "../../core/practice/drills";
import { type Threshold, ThresholdTrial } from "../../core/practice/threshold";
import type { Answered } from "./answered";
import { AXES } from "./score";
import type { Drill, SkillAxis } from "./practice";
import { HUE_REGIONS, type HueRegion, regionOf, VALUE_REGIONS, type ValueRegion } from "./skills";

const WEEK_MS = 7 * 24 * 3600 * 1000;

/** How far off, in steps, with its 90 % interval. */
export type WeekOfPractice = {
  /** Weeks since the first answer, from 1. */
  readonly week: number;
  readonly miss: MeanInterval;
};

export type Habit = {
  readonly axis: Axis;
  /** Undefined of all colours together. */
  readonly hue?: HueRegion | undefined;
  readonly value?: ValueRegion | undefined;
  /** L*, C*ab or ΔH*; positive: said too light, too bright, too far round. */
  readonly bias: MeanInterval;
};

export type Progress = {
  readonly answers: number;
  /** Colours that were seen and judged. */
  readonly swatches: number;
  readonly days: number;
  readonly weeks: Readonly<Record<SkillAxis, readonly WeekOfPractice[]>>;
  readonly habits: readonly Habit[];
  readonly thresholds: readonly { readonly axis: Axis; readonly threshold: Threshold }[];
};

/** Drills that train the eye or the hand; the check of the screen is none. */
const IS_TRAINING = ({ question }: Answered): boolean => question.drill !== "screen";

export function progressOf(all: readonly Answered[]): Progress {
  const answered = all.filter(IS_TRAINING);
  return {
    answers: answered.length,
    swatches: answered.reduce((sum, { question }) => sum + Math.max(1, question.patches.length), 0),
    days: new Set(answered.map(({ at }) => dayOf(at))).size,
    weeks: {
      value: weeksOf(answered, "value"),
      chroma: weeksOf(answered, "chroma"),
      hue: weeksOf(answered, "hue"),
      mixing: weeksOf(answered, "mixing"),
    },
    habits: habitsOf(answered),
    thresholds: AXES.flatMap((axis) => {
      const trial = thresholdOf(answered, axis);
      return trial ? [{ axis, threshold: trial.estimate() }] : [];
    }),
  };
}

function dayOf(at: number): string {
  const day = new Date(at);
  return `${day.getFullYear()}-${day.getMonth()}-${day.getDate()}`;
}

function weeksOf(answered: readonly Answered[], axis: SkillAxis): readonly WeekOfPractice[] {
  const first = answered[0]?.at ?? 0;
  const byWeek = new Map<number, number[]>();
  for (const { at, score } of answered) {
    const week = 1 + Math.floor((at - first) / WEEK_MS);
    const steps = score.misses.filter((miss) => miss.axis === axis).map((miss) => miss.steps);
    byWeek.set(week, [...(byWeek.get(week) ?? []), ...steps]);
  }
  return [...byWeek]
    .sort(([one], [other]) => one - other)
    .flatMap(([week, steps]) => {
      const miss = meanInterval(steps);
      return miss ? [{ week, miss }] : [];
    });
}

/** Which way an eye errs when it names: all together, by hue, by value. */
export function habitsOf(answered: readonly Answered[]): readonly Habit[] {
  const misses = answered.flatMap(({ score }) => (score.isNaming ? score.misses : []));
  return AXES.flatMap((axis) => {
    const own = misses.filter((miss) => miss.axis === axis);
    const of = (part: Pick<Habit, "hue" | "value">): Habit[] => {
      const bias = meanInterval(
        own
          .filter(({ about }) => {
            const { hue, value } = regionOf(about);
            return (part.hue ?? hue) === hue && (part.value ?? value) === value;
          })
          .map(({ size }) => size),
      );
      return bias ? [{ axis, ...part, bias }] : [];
    };
    return [
      ...of({}),
      ...HUE_REGIONS.flatMap((hue) => of({ hue })),
      ...VALUE_REGIONS.flatMap((value) => of({ value })),
    ];
  });
}

/** Whether the interval leaves out nought: more than chance. */
export function isSure({ bias }: Habit): boolean {
  return bias.least > 0 || bias.most < 0;
}

const CHOICES_OF_ODD = 4;
const CHOICES_OF_LIGHTER = 2;

/** What was told of odd ones; undefined before the first. */
function thresholdOf(answered: readonly Answered[], axis: Axis): ThresholdTrial | undefined {
  return trialOf(answered, "odd", axis, CHOICES_OF_ODD);
}

function trialOf(
  answered: readonly Answered[],
  drill: Drill,
  axis: Axis,
  choices: number,
): ThresholdTrial | undefined {
  const told = answered.flatMap(({ question, score }) =>
    question.drill === drill && question.axis === axis && question.by !== undefined
      ? [{ difference: question.by, isRight: score.isRight }]
      : [],
  );
  return told.length > 0 ? new ThresholdTrial(choices, told) : undefined;
}

/** A session asks about differences that most can tell, not about the very smallest alone. */
const EASIER = 1.25;

/** The differences to ask about next. */
export function nextApart(answered: readonly Answered[]): {
  readonly lighter: number;
  readonly value: number;
  readonly chroma: number;
  readonly hue: number;
} {
  const next = (drill: Drill, axis: Axis, choices: number): number =>
    EASIER * (trialOf(answered, drill, axis, choices) ?? new ThresholdTrial(choices)).next();
  return {
    lighter: next("lighter", "value", CHOICES_OF_LIGHTER),
    value: next("odd", "value", CHOICES_OF_ODD),
    chroma: next("odd", "chroma", CHOICES_OF_ODD),
    hue: next("odd", "hue", CHOICES_OF_ODD),
  };
}

/** How often the eye missed the same way lately: of so many answers on the axis, those off by a step or more. */
export function sameWay(
  answered: readonly Answered[],
  axis: Axis,
  sign: number,
): { readonly missed: number; readonly of: number } {
  const own = answered
    .flatMap(({ score }) => (score.isNaming ? score.misses.filter((miss) => miss.axis === axis) : []))
    .slice(-LATELY);
  return {
    missed: own.filter(({ size, steps }) => steps >= HALF_STEP && Math.sign(size) === Math.sign(sign)).length,
    of: own.length,
  };
}

const LATELY = 12;
const HALF_STEP = 0.5;

/** Hues look alike to this eye, or to this light: a chance hit is one in two, and it was no better. */
export function isHueUntold(answered: readonly Answered[]): boolean {
  const told = answered.filter(({ question }) => question.drill === "warmer").slice(-ENOUGH);
  return told.length === ENOUGH && told.filter(({ score }) => score.isRight).length <= CHANCE;
}
/** Of sixteen coin tosses, ten or fewer fall right nine times of ten. */
const ENOUGH = 16;
const CHANCE = 10;

/** Whether a level is known well enough to take more tubes: of its last answers, most were right. */
export function isLevelKnown(answered: readonly Answered[]): boolean {
  const last = answered.filter(IS_TRAINING).slice(-LEVEL_ANSWERS);
  return (
    last.length === LEVEL_ANSWERS &&
    last.filter(({ score }) => score.isRight).length >= LEVEL_SHARE * LEVEL_ANSWERS
  );
}
const LEVEL_ANSWERS = 40;
const LEVEL_SHARE = 0.75;
