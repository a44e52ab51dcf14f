/**
 * Learning tubes from what was mixed and what it became: maximum a posteriori, all tubes at once.
 *
 *   minimise Σ_e w_e |r_e|² / σ_e² + Σ θ²       r_e: the three residuals of ΔE00 of evidence e
 *
 * A tube test (masstone, tint of known ratio) and a pile with a reading are the same kind of evidence: known
 * volumes and the colour they gave, with a stated uncertainty. A wrong record must not poison the box, so
 * evidence is weighted by a Student-t likelihood (ν = 4) through iterated reweighting:
 *
 *   w = (ν + d) / (ν + |r|²/σ²)      d: numbers in the reading, 3 for a colour
 *
 * The covariance of θ is the inverse of the normal matrix at the solution; predictions get their
 * plus-or-minus from it.
 *
 * Source: K. L. Lange, R. J. A. Little, J. M. G. Taylor, J. Am. Stat. Assoc. 84, 881-896 (1989) for the weights.
 */
import { type LeastSquaresStop, minimizeLeastSquares } from "../optimize/levenbergMarquardt";
import type { OpticalModel } from "../spectrum/types";
import {
  BoxModel,
  type Evidence,
  type LearningConditions,
  type MixPart,
  type PredictionTerms,
  ninetyPercentRadius,
} from "./boxModel";
import { PARAMETERS_PER_TUBE } from "./tubeModel";

export type LearnedTubes = {
  /** Optics of each tube, same order; tubes without evidence stay generic. */
  readonly tubes: readonly OpticalModel[];
  /** Weight of each piece of evidence: 1.75 when it fits, towards 0 for a gross outlier. */
  readonly weights: readonly number[];
  /** ΔE00 of each piece of evidence before and after. */
  readonly missBefore: readonly number[];
  readonly missAfter: readonly number[];
  readonly stop: LeastSquaresStop;
  /** One standard deviation of a mixture's prediction, ΔE00: tubes, readings, what the model leaves out, doses. */
  readonly spreadOf: (parts: readonly MixPart[], terms?: PredictionTerms) => number;
  /** One standard deviation of what is believed of a mixture, ΔE00: tubes and readings alone. */
  readonly doubtOf: (parts: readonly MixPart[]) => number;
  /** ΔE00 within which the true colour lies in nine cases of ten. */
  readonly bandOf: (parts: readonly MixPart[], terms?: PredictionTerms) => number;
};

const STUDENT_FREEDOM = 4;
/** What the bands of a spectral reading add to its three numbers, as they are weighted. */
const SPECTRAL_DIMENSIONS = 5;
const REWEIGHTINGS = 4;

/** @throws RangeError when a piece of evidence has no tubes, no volume, no colour or no uncertainty. */
export function learnTubes(
  generic: readonly OpticalModel[],
  evidence: readonly Evidence[],
  conditions: LearningConditions,
): LearnedTubes {
  assertEvidence(evidence, generic.length);
  const involved = [...new Set(evidence.flatMap((entry) => entry.parts.map((part) => part.tube)))]
    .filter((tube) => conditions.fixed?.includes(tube) !== true)
    .sort((a, b) => a - b);
  const model = new BoxModel(generic, involved, conditions);
  const zero = new Array<number>(involved.length * PARAMETERS_PER_TUBE).fill(0);
  const missBefore = evidence.map((entry) => model.miss(entry, zero));
  let parameters: readonly number[] = zero;
  let weights = evidence.map(() => 1);
  let stop: LeastSquaresStop = "converged";
  for (let round = 0; round < (evidence.length > 0 ? REWEIGHTINGS : 0); round++) {
    const report = minimizeLeastSquares(
      (candidate) => model.weighted(evidence, weights, candidate),
      parameters,
      {
        maxIterations: 12,
        relativeTolerance: 1e-4,
      },
    );
    ({ parameters, stop } = report);
    weights = evidence.map((entry) => {
      const residuals = model.residuals(entry, parameters);
      const square = residuals.reduce((sum, residual) => sum + residual * residual, 0);
      if (entry.isStoodBy === true) return 1;
      const dimensions = entry.spectrum ? 3 + SPECTRAL_DIMENSIONS : 3;
      return (STUDENT_FREEDOM + dimensions) / (STUDENT_FREEDOM + square);
    });
  }
  const normal = model.normalMatrix(evidence, weights, parameters);
  return {
    tubes: model.allTubes(parameters),
    weights,
    missBefore,
    missAfter: evidence.map((entry) => model.miss(entry, parameters)),
    stop,
    spreadOf: (parts, terms) => Math.sqrt(model.covariance(parts, parameters, normal, terms).trace),
    doubtOf: (parts) => {
      // Evidence that fits well is no surer than it says.
      const plain = weights.map((weight) => Math.min(1, weight));
      const cautious = model.normalMatrix(evidence, plain, parameters);
      return Math.sqrt(model.covariance(parts, parameters, cautious, { isBeliefAlone: true }).trace);
    },
    bandOf: (parts, terms) => ninetyPercentRadius(model.covariance(parts, parameters, normal, terms)),
  };
}

function assertEvidence(evidence: readonly Evidence[], tubeCount: number): void {
  for (const entry of evidence) {
    const isGood =
      entry.parts.length > 0 &&
      entry.parts.every(
        (part) => part.tube >= 0 && part.tube < tubeCount && part.volume > 0 && Number.isFinite(part.volume),
      ) &&
      entry.lab.every(Number.isFinite) &&
      entry.uncertaintyDeltaE2000 > 0;
    if (!isGood)
      throw new RangeError(
        `Evidence needs tubes, volumes > 0, a colour and an uncertainty: ${JSON.stringify(entry)}`,
      );
  }
}
