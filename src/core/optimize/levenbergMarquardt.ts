/**
 * Levenberg-Marquardt for small dense least-squares problems: minimises Σ r_i(p)².
 *
 *   (JᵀJ + μ diag(JᵀJ)) δ = -Jᵀ r
 *
 * The damping μ is scaled by the diagonal, so units of the parameters do not matter. Steps that do not
 * lower the sum are refused and damped more. Derivatives are forward differences unless given.
 *
 * Source: J. J. Moré, The Levenberg-Marquardt algorithm, LNM 630 (1978), doi:10.1007/BFb0067700.
 */
import { num, squareOf } from "../numbers";
import { solveSymmetric } from "./solveSymmetric";

export type LeastSquaresStop = "converged" | "stalled" | "iteration-limit" | "not-finite";

export type LeastSquaresReport = {
  readonly stop: LeastSquaresStop;
  readonly iterations: number;
  /** Σ r². */
  readonly sumOfSquares: number;
  readonly parameters: readonly number[];
  /** JᵀJ at the solution, row by row: its inverse is the covariance when residuals have unit variance. */
  readonly normalMatrix: readonly (readonly number[])[];
};

export type LeastSquaresOptions = {
  readonly maxIterations: number;
  /** Stop when a step lowers the sum by less than this share of it. */
  readonly relativeTolerance: number;
};

const FIRST_DAMPING = 1e-3;
const LARGEST_DAMPING = 1e12;
/** Step of a forward difference: the root of the double's resolution, relative to the parameter. */
const DIFFERENCE_STEP = 1.5e-8;

/**
 * @param residualsOf - residuals at given parameters, always as many.
 * @param start - parameters to begin with, finite.
 */
export function minimizeLeastSquares(
  residualsOf: (parameters: readonly number[]) => readonly number[],
  start: readonly number[],
  options: LeastSquaresOptions,
): LeastSquaresReport {
  let parameters = [...start];
  let residuals = residualsOf(parameters);
  let sum = sumOfSquares(residuals);
  let damping = FIRST_DAMPING;
  let normal: number[][] = [];
  const report = (stop: LeastSquaresStop, iterations: number): LeastSquaresReport => ({
    stop,
    iterations,
    sumOfSquares: sum,
    parameters,
    normalMatrix: normal,
  });
  if (!Number.isFinite(sum)) return report("not-finite", 0);

  for (let iteration = 1; iteration <= options.maxIterations; iteration++) {
    const jacobian = forwardDifferences(residualsOf, parameters, residuals);
    normal = normalMatrixOf(jacobian, parameters.length);
    const gradient = parameters.map((_, p) =>
      jacobian.reduce((total, row, i) => total + num(row[p]) * num(residuals[i]), 0),
    );
    let improved = false;
    while (damping < LARGEST_DAMPING) {
      const damped = normal.map((row, i) => row.map((v, j) => (i === j ? v * (1 + damping) + 1e-300 : v)));
      const step = solveSymmetric(
        damped,
        gradient.map((g) => -g),
      );
      const trial = step && parameters.map((p, i) => p + num(step[i]));
      const trialResiduals = trial ? residualsOf(trial) : [];
      const trialSum = trial ? sumOfSquares(trialResiduals) : Number.NaN;
      if (trial && trialSum < sum) {
        const gain = (sum - trialSum) / sum;
        parameters = trial;
        residuals = trialResiduals;
        sum = trialSum;
        damping = Math.max(damping / 5, 1e-12);
        improved = true;
        if (gain < options.relativeTolerance) return report("converged", iteration);
        break;
      }
      damping *= 4;
    }
    if (!improved) return report("stalled", iteration);
  }
  return report("iteration-limit", options.maxIterations);
}

function forwardDifferences(
  residualsOf: (parameters: readonly number[]) => readonly number[],
  parameters: readonly number[],
  residuals: readonly number[],
): number[][] {
  const columns = parameters.map((value, p) => {
    const step = DIFFERENCE_STEP * Math.max(1, Math.abs(value));
    const moved = residualsOf(parameters.map((v, i) => (i === p ? v + step : v)));
    return moved.map((r, i) => (r - num(residuals[i])) / step);
  });
  return residuals.map((_, i) => columns.map((column) => num(column[i])));
}

function normalMatrixOf(jacobian: readonly (readonly number[])[], size: number): number[][] {
  return Array.from({ length: size }, (_, i) =>
    Array.from({ length: size }, (__, j) =>
      jacobian.reduce((sum, row) => sum + num(row[i]) * num(row[j]), 0),
    ),
  );
}

function sumOfSquares(values: readonly number[]): number {
  return squareOf(values);
}

/** Reading past the end must poison the result, not pass as zero. */
