/**
 * How much of an exact addition to put down when its tubes may be stronger or weaker than believed.
 *
 * The dose is the largest share of the exact addition that carries the pile past the target, on the axis
 * that is furthest off, in fewer than 4 % of the cases of a spread of strength errors; each tube's error is
 * taken as uniform and its own. The cases are points of an additive recurrence, so the answer is repeatable.
 *
 * Source of the recurrence: H. Niederreiter, Random Number Generation and Quasi-Monte Carlo Methods (1992), ch. 3,
 * with the plastic-number generalisation of the golden ratio.
 */
import type { LabD65 } from "../color/types";
import { type ThreeWayDifference, threeWayDifference } from "../describe/difference";

const CASES = 128;
/** Under the 5 % that is promised, by about the sampling error of the cases. */
const MOST_CROSSINGS = 0.035;
const DOSES = [1, 0.95, 0.9, 0.85, 0.8, 0.75, 0.7, 0.65, 0.6, 0.55, 0.5, 0.45, 0.4, 0.35, 0.3] as const;

export type Dose = {
  /** Share of the exact addition, (0, 1]. */
  readonly share: number;
  /** Share of the cases in which it carries the pile past the target. */
  readonly crossingRisk: number;
  readonly isSafe: boolean;
};

type Axis = "deltaLightness" | "deltaChroma" | "deltaHue";
export const AXES = ["deltaLightness", "deltaChroma", "deltaHue"] as const satisfies readonly Axis[];

/** The axis along which a pile is furthest from its target, in CIELAB units. */
export function leadingAxis(difference: ThreeWayDifference): Axis {
  return AXES.reduce((best, axis) => (Math.abs(difference[axis]) > Math.abs(difference[best]) ? axis : best));
}

/**
 * @param tubeCount - tubes in the addition, 1 to 3.
 * @param strengthError - largest relative error of a strength, [0, 1).
 * @param after - the pile's colour after the addition, each tube multiplied by its factor.
 * @returns the largest safe share of the exact addition, or the smallest share with its risk when none is safe.
 */
export function safeDose(
  target: LabD65,
  pile: LabD65,
  tubeCount: number,
  strengthError: number,
  after: (factors: readonly number[]) => LabD65,
): Dose {
  if (strengthError === 0) return { share: 1, crossingRisk: 0, isSafe: true };
  const now = threeWayDifference(target, pile);
  const axis = leadingAxis(now);
  const side = Math.sign(now[axis]);
  const cases = strengthCases(tubeCount, strengthError);
  let last: Dose = { share: 1, crossingRisk: 1, isSafe: false };
  for (const dose of DOSES) {
    let crossings = 0;
    for (const factors of cases) {
      const there = threeWayDifference(target, after(factors.map((factor) => factor * dose)))[axis];
      if (Math.sign(there) === -side) crossings++;
    }
    const crossingRisk = crossings / CASES;
    last = { share: dose, crossingRisk, isSafe: crossingRisk <= MOST_CROSSINGS };
    if (last.isSafe) return last;
  }
  return last;
}

/** Roots of x^(d+1) = x + 1: the golden ratio and its kin for two and three dimensions. */
const RECURRENCE_ROOTS = [1.618033988749895, 1.324717957244746, 1.2207440846057596] as const;

function strengthCases(tubeCount: number, strengthError: number): readonly (readonly number[])[] {
  const root = RECURRENCE_ROOTS[tubeCount - 1];
  if (root === undefined) throw new RangeError(`An addition takes 1 to 3 tubes, got ${tubeCount}`);
  return Array.from({ length: CASES }, (_, i) =>
    Array.from({ length: tubeCount }, (__, tube) => {
      const position = (0.5 + (i + 1) * root ** -(tube + 1)) % 1;
      return 1 + strengthError * (2 * position - 1);
    }),
  );
}
