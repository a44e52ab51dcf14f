/**
 * Levenberg-Marquardt on the normal equations, for problems that know their own derivatives.
 *
 *   (N + μ diag N) δ = -g      N = JᵀJ, g = Jᵀr
 *
 * N is built where the rows are known to be sparse, so its cost follows what each row touches.
 *
 * Source: J. J. Moré, The Levenberg-Marquardt algorithm, LNM 630 (1978), doi:10.1007/BFb0067700.
 */
import { num } from "../numbers";
import type { LeastSquaresOptions, LeastSquaresStop } from "./levenbergMarquardt";
import { solveSymmetric } from "./solveSymmetric";

export type NormalEquations = {
  /** Σ r². */
  readonly sum: number;
  /** JᵀJ, n rows of n. */
  readonly normal: readonly (readonly number[])[];
  /** Jᵀr, n numbers. */
  readonly gradient: readonly number[];
};

export type NormalProblem = {
  /** Σ r² at given parameters. */
  readonly sumAt: (parameters: readonly number[]) => number;
  readonly normalAt: (parameters: readonly number[]) => NormalEquations;
};

export type NormalReport = { readonly stop: LeastSquaresStop; readonly parameters: readonly number[] };

const FIRST_DAMPING = 1e-3;
const LARGEST_DAMPING = 1e12;

/** @param start - parameters to begin with, finite. */
export function minimizeByNormalEquations(
  problem: NormalProblem,
  start: readonly number[],
  { maxIterations, relativeTolerance }: LeastSquaresOptions,
): NormalReport {
  let parameters = start;
  let damping = FIRST_DAMPING;
  for (let iteration = 1; iteration <= maxIterations; iteration++) {
    const { sum, normal, gradient } = problem.normalAt(parameters);
    if (!Number.isFinite(sum)) return { stop: "not-finite", parameters };
    const downhill = gradient.map((slope) => -slope);
    let gain: number | undefined;
    while (gain === undefined && damping < LARGEST_DAMPING) {
      const damped = normal.map((row, i) => row.map((v, j) => (i === j ? v * (1 + damping) : v)));
      const step = solveSymmetric(damped, downhill);
      const trial = step && parameters.map((value, i) => value + num(step[i]));
      const trialSum = trial ? problem.sumAt(trial) : Number.NaN;
      if (trial && trialSum <= sum) {
        gain = sum > 0 ? (sum - trialSum) / sum : 0;
        parameters = trial;
        damping = Math.max(damping / 5, 1e-12);
      } else damping *= 4;
    }
    if (gain === undefined) return { stop: "stalled", parameters };
    if (gain < relativeTolerance) return { stop: "converged", parameters };
  }
  return { stop: "iteration-limit", parameters };
}
