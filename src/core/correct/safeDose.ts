/**
 * How much of an exact addition to put down when its tubes may be stronger or weaker than believed, in amounts that
 * a hand can lay.
 *
 * Doses around the exact addition and around shares of it are rounded to the hand, one step up and down. Of those
 * that are safe the one that comes nearest is taken. Safe is a dose that carries the pile past the target, on the
 * axis that is furthest off, in fewer than 4 % of the cases of a spread of strength errors, and leaves it
 * further off than before in none; each tube's error is taken as uniform and its own, as wide as what is known of it. The cases are points of an
 * additive recurrence, so the answer is repeatable.
 *
 * Source of the recurrence: H. Niederreiter, Random Number Generation and Quasi-Monte Carlo Methods (1992), ch. 3,
 * with the plastic-number generalisation of the golden ratio.
 */
import { ALMOST_ONE } from "../amounts/steps";
import type { Dosing } from "../amounts/dosing";
import { aimAt, distanceFrom, distanceTo } from "../color/aimDistance";
import type { DeltaE2000Factors } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import { type ThreeWayDifference, threeWayDifference } from "../describe/difference";
import { labIn } from "../mixing/mixedLab";
import { sumOf, zeros } from "../numbers";

const CASES = 128;
/** Under the 5 % that is promised, by about the sampling error of the cases. */
const MOST_CROSSINGS = Math.floor(0.035 * CASES);
const SHARES = [1, 0.95, 0.9, 0.85, 0.8, 0.75, 0.7, 0.65, 0.6, 0.55, 0.5, 0.45, 0.4, 0.35, 0.3] as const;
/** Doses whose risk is looked at, nearest first; further ones gain too little. */
const MOST_TRIED = 60;

export type SafeDose = {
  /** Volume of each part, in the order of the exact addition; 0 for one that is left out. */
  readonly volumes: readonly number[];
  readonly predicted: LabD65;
  /** Share of the exact addition, (0, 1]. */
  readonly share: number;
  /** Share of the cases in which it carries the pile past the target. */
  readonly crossingRisk: number;
  readonly isSafe: boolean;
};

export type DoseQuery = {
  readonly target: LabD65;
  /** Colour of the pile now. */
  readonly pile: LabD65;
  readonly factors: DeltaE2000Factors;
  /** Largest relative error of each part's strength, [0, 1), in the order of the exact addition. */
  readonly strengthErrors: readonly number[];
  /** What the hand can lay down; undefined for amounts as exact as they come. */
  readonly dosing: Dosing | undefined;
};

type Axis = "deltaLightness" | "deltaChroma" | "deltaHue";
export const AXES = ["deltaLightness", "deltaChroma", "deltaHue"] as const satisfies readonly Axis[];

/** The axis along which a pile is furthest from its target, in CIELAB units. */
export function leadingAxis(difference: ThreeWayDifference): Axis {
  return AXES.reduce((best, axis) => (Math.abs(difference[axis]) > Math.abs(difference[best]) ? axis : best));
}

/** Writes L*, a*, b* of the pile after volumes of each part; it keeps nothing of what it is given. */
export type WriteAfter = (out: Float64Array, volumes: ArrayLike<number>) => void;

/**
 * @param tubes - the tube of each part as the dosing names it.
 * @param exact - volumes that would lead all the way, 1 to 3 of them, each above 0.
 * @param after - the pile's colour after them.
 * @returns the best safe dose; the least risky one when none is safe.
 */
export function safeDose(
  query: DoseQuery,
  tubes: readonly number[],
  exact: readonly number[],
  after: WriteAfter,
): SafeDose {
  const { target, pile, factors, strengthErrors, dosing } = query;
  const now = threeWayDifference(target, pile);
  const axis = leadingAxis(now);
  const side = Math.sign(now[axis]);
  const sideOf = sideOn(axis, target);
  const aim = aimAt(target, factors);
  const missNow = distanceTo(aim, pile);
  const exactSum = sumOf(exact);
  const doses = dosesAround(tubes, exact, dosing)
    .map((volumes) => {
      const there = zeros(3);
      after(there, volumes);
      const predicted = labIn(there);
      return { volumes, predicted, miss: distanceTo(aim, predicted) };
    })
    .sort((one, other) => one.miss - other.miss);
  const cases = strengthErrors.every((error) => error === 0) ? [] : strengthCases(strengthErrors);
  const there = zeros(3);
  const real = zeros(exact.length);
  /** Undefined as soon as a dose is not safe, and crosses at least so often. */
  const judge = ({ volumes, predicted }: (typeof doses)[number], enough: number): SafeDose | undefined => {
    let crossings = 0;
    let isWorse = false;
    for (const strengths of cases) {
      for (let i = 0; i < real.length; i++) real[i] = (volumes[i] as number) * (strengths[i] as number);
      after(there, real);
      const [l, a, b] = [there[0] as number, there[1] as number, there[2] as number];
      if (sideOf(l, a, b) === -side) crossings++;
      isWorse ||= distanceFrom(aim, l, a, b) > missNow;
      if ((isWorse || crossings > MOST_CROSSINGS) && crossings >= enough) return undefined;
    }
    return {
      volumes,
      predicted,
      share: Math.min(1, sumOf(volumes) / exactSum),
      crossingRisk: crossings / CASES,
      isSafe: crossings <= MOST_CROSSINGS && !isWorse,
    };
  };
  const tried = doses.slice(0, MOST_TRIED);
  // Mostly one of them is safe, and then nobody asks how risky the nearer ones are.
  for (const dose of tried) {
    const safe = judge(dose, 0);
    if (safe) return safe;
  }
  let leastRisky: SafeDose | undefined;
  for (const dose of tried)
    leastRisky =
      judge(dose, leastRisky ? CASES * leastRisky.crossingRisk : Number.POSITIVE_INFINITY) ?? leastRisky;
  if (!leastRisky) throw new RangeError("An addition takes at least one tube");
  return leastRisky;
}

/** On which side of the target a colour lies, along one axis: the sign of its {@link threeWayDifference}. */
function sideOn(
  axis: Axis,
  [targetL, targetA, targetB]: LabD65,
): (l: number, a: number, b: number) => number {
  const chroma = Math.hypot(targetA, targetB);
  switch (axis) {
    case "deltaLightness":
      return (l) => Math.sign(l - targetL);
    case "deltaChroma":
      return (_, a, b) => Math.sign(Math.hypot(a, b) - chroma);
    case "deltaHue":
      return (_, a, b) => Math.sign(targetA * b - targetB * a);
  }
}

/** Shares of the exact addition, each amount rounded to the hand, one step less and one more. */
function dosesAround(
  tubes: readonly number[],
  exact: readonly number[],
  dosing: Dosing | undefined,
): (readonly number[])[] {
  if (!dosing) return SHARES.map((share) => exact.map((volume) => volume * share));
  const doses = new Map<string, readonly number[]>();
  for (const share of SHARES) {
    let all: (readonly number[])[] = [[]];
    exact.forEach((volume, i) => {
      const choices = choicesOf(volume * share, tubes[i] ?? -1, dosing, exact.length > 1);
      all = all.flatMap((dose) => choices.map((choice) => [...dose, choice]));
    });
    for (const dose of all) if (sumOf(dose) > 0) doses.set(dose.join(), dose);
  }
  return [...doses.values()];
}

function choicesOf(volume: number, tube: number, dosing: Dosing, canLeaveOut: boolean): readonly number[] {
  const smallest = dosing.smallest(tube);
  const rounded = dosing.round(volume, tube);
  const step = dosing.step(rounded, tube);
  const laid = [rounded, rounded - step, rounded + step]
    .filter((choice) => choice >= smallest * ALMOST_ONE)
    .map((choice) => dosing.round(choice, tube));
  return canLeaveOut && volume < smallest ? [0, ...laid] : laid;
}

/** Roots of x^(d+1) = x + 1: the golden ratio and its kin for two and three dimensions. */
const RECURRENCE_ROOTS = [1.618033988749895, 1.324717957244746, 1.2207440846057596] as const;

function strengthCases(errors: readonly number[]): readonly (readonly number[])[] {
  const root = RECURRENCE_ROOTS[errors.length - 1];
  if (root === undefined) throw new RangeError(`An addition takes 1 to 3 tubes, got ${errors.length}`);
  return Array.from({ length: CASES }, (_, i) =>
    errors.map((error, tube) => {
      const position = (0.5 + (i + 1) * root ** -(tube + 1)) % 1;
      return 1 + error * (2 * position - 1);
    }),
  );
}
