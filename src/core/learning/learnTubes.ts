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
 * How far the tubes of this box deviate from their models (τ) and what the model leaves out of every mixture (m) are
 * learned with them, by expectation and maximisation from priors worth a few readings:
 *
 *   τ² = (ν τ₀² + Σ (θ² + P_θθ)) / (ν + n),   m² = (ν m₀² + Σ E[e²]) / (ν + n)
 *
 * The covariance P of θ is the inverse of the normal matrix at the solution; predictions get their plus-or-minus
 * from it, times what leaving out each piece of evidence says of it: where the left-out ones are missed by more than
 * the covariance allows, all of it grows.
 *
 * Sources: K. L. Lange, R. J. A. Little, J. M. G. Taylor, J. Am. Stat. Assoc. 84, 881-896 (1989) for the weights;
 * A. P. Dempster, N. M. Laird, D. B. Rubin, J. R. Stat. Soc. B 39, 1-38 (1977) for the scales.
 */
import type { LabD65 } from "../color/types";
import type { SurfaceConstants } from "../mixing/saunderson";
import { areFinite, inner, isPositive, num, squareOf } from "../numbers";
import type { LeastSquaresStop } from "../optimize/levenbergMarquardt";
import { minimizeByNormalEquations } from "../optimize/normalEquations";
import { CholeskyFactor, solveSymmetric } from "../optimize/solveSymmetric";
import type { OpticalModel } from "../spectrum/types";
import { solvedRows } from "./sparseRows";
import { BoxModel, type BoxScales, type LearningConditions } from "./boxModel";
import type { Evidence, MixPart, PredictionTerms } from "./evidence";
import { ninetyPercentRadius } from "./covariance";

export type LearnedTubes = {
  /** Optics of each tube, same order; of those without evidence only what the whole box has in common. To be seen under `surface`. */
  readonly tubes: readonly OpticalModel[];
  /** Of all of them; as it was assumed where it is not learned. */
  readonly surface: SurfaceConstants;
  /** Colour of an opaque mixture as it is believed now. */
  readonly labOf: (parts: readonly MixPart[]) => LabD65;
  /** Weight of each piece of evidence: 1.75 when it fits, towards 0 for a gross outlier. */
  readonly weights: readonly number[];
  /** ΔE00 of each piece of evidence before and after. */
  readonly missBefore: readonly number[];
  readonly missAfter: readonly number[];
  readonly stop: LeastSquaresStop;
  /** What was learned of the box as a whole. */
  readonly scales: BoxScales;
  /** One standard deviation of a mixture's prediction, ΔE00: tubes, readings, what the model leaves out, doses. */
  readonly spreadOf: (parts: readonly MixPart[], terms?: PredictionTerms) => number;
  /** One standard deviation of what is believed of a mixture, ΔE00: tubes and readings alone. */
  readonly doubtOf: (parts: readonly MixPart[]) => number;
  /** One standard deviation of what is believed of a tube's strength, as a share of it. */
  readonly strengthDoubtOf: (tube: number) => number;
  /** ΔE00 within which the true colour lies in nine cases of ten. */
  readonly bandOf: (parts: readonly MixPart[], terms?: PredictionTerms) => number;
};

const STUDENT_FREEDOM = 4;
/** What the bands of a spectral reading add to its three numbers, as they are weighted. */
const SPECTRAL_DIMENSIONS = 5;
const ROUNDS = 8;
/** An outlier takes some rounds to lose its weight. */
const FEWEST_ROUNDS = 3;
const SETTLED = 0.01;
/** Of one round; the next starts where it ended. */
const STOP_AT = { maxIterations: 12, relativeTolerance: 1e-4 };

/**
 * Before anything is read of a box, and how many numbers that is worth. Boxes differ: most are closer to their models
 * than this, a student grade is further off. Measured over the kinds of paint of tests/support/paintKinds.
 */
export const USUAL_SCALES: BoxScales = { deviation: 1.25, modelError: 0.32 };
const WORTH = { deviation: 10, modelError: 30, misses: 30 };
/**
 * Variance of a colour that leaving out cannot show, as a share. After few readings most of the doubt is about what was
 * not read, and that is large enough; after several readings a tube, leaving out shows what the model lacks. Between the
 * two, where all was read once, it does not. Fitted to how many truths lie inside the bands over the kinds of paint.
 */
const UNSEEN = 6;
const FEW_READINGS = 12;
/** A wrong record counts as no more than a bad miss, in variances. */
const WORST_MISS = 9;

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
  const photos = 1 + Math.max(-1, ...evidence.map(({ photo = -1 }) => photo));
  const model = new BoxModel(generic, involved, { ...conditions, photos });
  const missBefore = evidence.map((entry) => model.miss(entry, model.zero));
  let parameters = model.zero;
  let scales = USUAL_SCALES;
  let weights = evidence.map(() => 1);
  let stop: LeastSquaresStop = "converged";
  let known = factorOf(model, evidence, weights, parameters, scales);
  for (let round = 0; round < (evidence.length > 0 ? ROUNDS : 0); round++) {
    const problem = {
      sumAt: (at: readonly number[]) => model.sum(evidence, weights, at, scales),
      normalAt: (at: readonly number[]) => model.equations(evidence, weights, at, scales),
    };
    ({ parameters, stop } = minimizeByNormalEquations(problem, parameters, STOP_AT));
    weights = weightsOf(model, evidence, parameters, scales);
    known = factorOf(model, evidence, weights, parameters, scales);
    const before = scales;
    scales = scalesOf(model, evidence, weights, parameters, scales, known);
    if (round >= FEWEST_ROUNDS && isSettled(before, scales)) break;
  }
  const growth = growthOf(model, evidence, parameters, scales, known);
  const ofColors = growth * (1 + unseenShare(evidence.length, involved.length));
  const varianceOf = (parts: readonly MixPart[], terms?: PredictionTerms) => {
    const { trace, traceOfSquare } = model.covariance(parts, parameters, known, scales, terms);
    return { trace: ofColors * trace, traceOfSquare: ofColors * ofColors * traceOfSquare };
  };
  return {
    tubes: model.tubesAt(parameters),
    surface: model.surfaceOf(parameters),
    labOf: (parts) => model.lab(parts, parameters),
    weights,
    missBefore,
    missAfter: evidence.map((entry) => model.miss(entry, parameters)),
    stop,
    scales,
    spreadOf: (parts, terms) => Math.sqrt(varianceOf(parts, terms).trace),
    doubtOf: (parts) => {
      // Evidence that fits well is no surer than it says.
      const plain = weights.map((weight) => Math.min(1, weight));
      const cautious = factorOf(model, evidence, plain, parameters, scales);
      return Math.sqrt(model.covariance(parts, parameters, cautious, scales, { isBeliefAlone: true }).trace);
    },
    strengthDoubtOf: (tube) => Math.sqrt(growth * model.strengthVariance(tube, known, scales)),
    bandOf: (parts, terms) => ninetyPercentRadius(varianceOf(parts, terms)),
  };
}

function unseenShare(readings: number, tubes: number): number {
  const perTube = Math.max(1, readings / Math.max(1, tubes));
  return (UNSEEN * (readings / (readings + FEW_READINGS)) ** 2) / perTube ** 5;
}

/** No prediction is read to a hundredth of its plus-or-minus. */
function isSettled(before: BoxScales, after: BoxScales): boolean {
  return (["deviation", "modelError"] as const).every(
    (scale) => Math.abs(after[scale] / before[scale] - 1) < SETTLED,
  );
}

function factorOf(
  model: BoxModel,
  evidence: readonly Evidence[],
  weights: readonly number[],
  parameters: readonly number[],
  scales: BoxScales,
): CholeskyFactor {
  const { normal } = model.equations(evidence, weights, parameters, scales);
  const factor = CholeskyFactor.of(normal);
  // The prior is on its diagonal, so that only something that is no number can spoil it.
  if (!factor) throw new RangeError("What was read of these tubes has no finite colour");
  return factor;
}

function weightsOf(
  model: BoxModel,
  evidence: readonly Evidence[],
  parameters: readonly number[],
  scales: BoxScales,
): number[] {
  return evidence.map((entry) => {
    if (entry.isStoodBy === true) return 1;
    const square = squareOf(model.residuals(entry, parameters, scales));
    const dimensions = entry.spectrum ? 3 + SPECTRAL_DIMENSIONS : 3;
    return (STUDENT_FREEDOM + dimensions) / (STUDENT_FREEDOM + square);
  });
}

/** One step of expectation and maximisation for the scales of the box. */
function scalesOf(
  model: BoxModel,
  evidence: readonly Evidence[],
  weights: readonly number[],
  parameters: readonly number[],
  scales: BoxScales,
  known: CholeskyFactor,
): BoxScales {
  const deviation = { sum: WORTH.deviation * USUAL_SCALES.deviation ** 2, count: WORTH.deviation };
  const variances = known.inverseDiagonal();
  for (const [p, value] of parameters.entries()) {
    if (!model.isOfTube(p)) continue;
    deviation.sum += value * value + num(variances[p]);
    deviation.count++;
  }
  const error = { sum: WORTH.modelError * USUAL_SCALES.modelError ** 2, count: WORTH.modelError };
  const own = scales.modelError ** 2;
  for (const [i, entry] of evidence.entries()) {
    const weight = Math.min(1, num(weights[i]));
    const residuals = model.residuals(entry, parameters, scales);
    const solved = solvedRows(model.residualRows(entry, parameters, scales), known, parameters.length);
    for (const axis of [0, 1, 2] as const) {
      const reading = num(model.readingDeviations(entry)[axis]) ** 2;
      const variance = reading + own;
      const spread = squareOf(solved[axis] ?? []);
      const expected = variance * (num(residuals[axis]) ** 2 + spread);
      const share = own / variance;
      error.sum += weight * (share * share * expected + own * (1 - share));
      error.count += weight;
    }
  }
  return {
    deviation: Math.sqrt(deviation.sum / deviation.count),
    modelError: Math.sqrt(error.sum / error.count),
  };
}

/** By how much the variance of predictions is too small, as the evidence says when each piece is left out. */
function growthOf(
  model: BoxModel,
  evidence: readonly Evidence[],
  parameters: readonly number[],
  scales: BoxScales,
  known: CholeskyFactor,
): number {
  let sum = WORTH.misses;
  let count = WORTH.misses;
  for (const entry of evidence) {
    const residuals = model.residuals(entry, parameters, scales).slice(0, 3);
    const { columns, rows } = model.residualRows(entry, parameters, scales);
    const solved = solvedRows({ columns, rows: rows.slice(0, 3) }, known, parameters.length);
    // I - H: what is left of the variance of a reading that took part in the fit.
    const left = solved.map((a, i) => solved.map((b, j) => (i === j ? 1 : 0) - inner(a, b)));
    const leftOut = solveSymmetric(left, residuals);
    if (!leftOut) continue;
    const miss = inner(residuals, leftOut);
    sum += Math.min(miss, 3 * WORST_MISS);
    count += 3;
  }
  return sum / count;
}

function assertEvidence(evidence: readonly Evidence[], tubeCount: number): void {
  for (const entry of evidence) {
    const isGood =
      entry.parts.length > 0 &&
      entry.parts.every((part) => part.tube >= 0 && part.tube < tubeCount && isPositive(part.volume)) &&
      areFinite(entry.lab) &&
      entry.uncertaintyDeltaE2000 > 0 &&
      (entry.photo === undefined || (Number.isInteger(entry.photo) && entry.photo >= 0));
    if (!isGood)
      throw new RangeError(
        `Evidence needs tubes, volumes > 0, a colour and an uncertainty: ${JSON.stringify(entry)}`,
      );
  }
}
