/**
 * Best volumes for a given set of tubes: minimises the squared distance from the aim (../color/aimDistance) over
 * volumes >= 0.
 *
 * Damped Gauss-Newton on the three residuals of that distance with exact derivatives of the mixture. Volumes are
 * scaled by each tube's strength, so that a speck of a strong tube is as large a step as a part of a weak
 * one. A tube at zero stays out while the slope pushes it further out (active set). An opaque mixture is
 * unchanged when all volumes grow together, so each step is followed by scaling back to a sum of one; a film
 * is not, and keeps its sum. Hard limits enter as steep extra residuals (see ./solverLimits).
 */
import { type Aim, AIM_RESIDUALS, aimAt, writeAimResiduals } from "../color/aimDistance";
import { type DeltaE2000Factors, lightnessResidual } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import type { NumberRow } from "../spectrum/types";
import type { ColorModel, SolverEffort } from "../mixing/colorModel";
import { sumOf, zeros } from "../numbers";
import { LimitCosts, type SolverLimits } from "./solverLimits";

export const MAX_TUBES_PER_RECIPE = 6;

export type { SolverEffort } from "../mixing/colorModel";

/** To a thirtieth of ΔE00, or until a step gains less than a hundredth. */
export const COARSE: SolverEffort = {
  maxIterations: 14,
  goodEnough: 1e-3,
  relativeGain: 0.01,
  isRough: true,
};
/** To a millionth of ΔE00. */
export const FINE: SolverEffort = { maxIterations: 60, goodEnough: 1e-12, relativeGain: 1e-7 };

const LARGEST_DAMPING = 1e10;
/** A step is tried unless it promises less than this share of the gain below which the search ends. */
const PROMISE = 0.5;
/** Step in CIELAB units for the slopes of the residuals; they are smooth on this scale. */
const LAB_STEP = 1e-4;
/** Scaled volumes below this are none: it is less than a thousandth of a speck. */
const NOTHING = 1e-6;
/** A required tube keeps at least so much as scaled by strength: about what an eye can just see. */
const LEAST_OF_REQUIRED = 0.01;

export type SubsetSolver = {
  /** Volumes of the last solution in the order of its tubes; opaque ones sum to one as scaled by strength. */
  readonly volumes: Float64Array;
  readonly lab: Float64Array;
  /** Mixtures worked out since it was last set. */
  evaluations: number;
  /** From the next solve on; undefined lifts all limits. */
  readonly setLimits: (limits: SolverLimits | undefined) => void;
  /** Volume of one scaled unit of a tube. */
  readonly unitVolume: (tube: number) => number;
  /**
   * @param tubes - the first `count` entries take part.
   * @param start - scaled volumes to start from, same order; any positive sum.
   * @returns ΔE00² at the solution, which is left in `volumes` and `lab`; more where limits are broken.
   */
  readonly solve: (
    target: LabD65,
    factors: DeltaE2000Factors,
    tubes: Uint8Array,
    start: NumberRow,
    count: number,
    effort: SolverEffort,
  ) => number;
  /** The last solution as scaled by strength: where a further solve can go on. */
  readonly scaledVolumes: (count: number) => number[];
};

/** @param capacity - the most tubes that one solve may hold. */
export function subsetSolver(mixer: ColorModel, capacity = MAX_TUBES_PER_RECIPE): SubsetSolver {
  const volumes = zeros(capacity);
  const lab = zeros(3);
  const x = zeros(capacity);
  const trial = zeros(capacity);
  const trialVolumes = zeros(capacity);
  const trialLab = zeros(3);
  const slopes = zeros(3 * capacity);
  const trialSlopes = zeros(3 * capacity);
  const residuals = zeros(AIM_RESIDUALS);
  const moved = zeros(AIM_RESIDUALS);
  const metric = zeros(3 * AIM_RESIDUALS);
  const jacobian = zeros(AIM_RESIDUALS * capacity);
  const normal = zeros(capacity * capacity);
  const gradient = zeros(capacity);
  const factor = zeros(capacity * capacity);
  const step = zeros(capacity);
  const free = new Uint8Array(capacity);
  /** Of the tubes that are free to move. */
  const places = new Uint8Array(capacity);
  const floors = zeros(capacity);
  const scale = zeros(mixer.tubeCount);
  for (let tube = 0; tube < mixer.tubeCount; tube++) scale[tube] = 1 / mixer.strengthOf(tube);
  let required: readonly number[] = [];
  let limits: LimitCosts | undefined;
  let aim: Aim | undefined;
  const own: SubsetSolver = {
    volumes,
    lab,
    evaluations: 0,
    setLimits,
    unitVolume: (tube) => scale[tube] as number,
    solve,
    scaledVolumes: (count) => {
      // A typed array for so few numbers would cost as much as a mixture.
      const scaled: number[] = [];
      for (let j = 0; j < count; j++) scaled.push(x[j] as number);
      return scaled;
    },
  };
  return own;

  function setLimits(asked: SolverLimits | undefined): void {
    // Required tubes are held by their floors alone.
    const { axes, mostShare, mostVolume } = asked ?? {};
    const hasCosts = axes !== undefined || mostShare !== undefined || mostVolume !== undefined;
    limits = asked && hasCosts ? new LimitCosts(asked, capacity) : undefined;
    required = asked?.required ?? [];
  }

  function solve(
    target: LabD65,
    factors: DeltaE2000Factors,
    tubes: Uint8Array,
    start: NumberRow,
    count: number,
    effort: SolverEffort,
  ): number {
    // A search asks for one aim again and again.
    if (aim?.lab !== target || aim.factors !== factors) aim = aimAt(target, factors);
    for (let j = 0; j < count; j++) {
      floors[j] = required.includes(tubes[j] as number) ? LEAST_OF_REQUIRED : 0;
      x[j] = Math.max(start[j] as number, floors[j] as number);
    }
    if (!limits && mixer.solveSet) {
      const set = { aim, tubes, count, effort, floors, scaled: x, volumes, lab };
      const solved = mixer.solveSet(set);
      if (solved) {
        own.evaluations += solved.evaluations;
        return solved.squared;
      }
    }
    if (mixer.isScaleFree) normalise(x, count);
    unscale(x, volumes, tubes, count);
    mixer.writeLabAndSlopes(lab, slopes, tubes, volumes, count);
    own.evaluations++;
    writeResiduals(residuals, aim, lab);
    let sum = squareSum(residuals) + (limits?.cost(target, lab, tubes, volumes, count) ?? 0);
    let damping = 1e-3;
    for (let iteration = 0; iteration < effort.maxIterations && sum > effort.goodEnough; iteration++) {
      writeMetric(aim);
      writeNormalEquations(tubes, count);
      if (limits) addLimits(limits, target, tubes, count);
      let gain = 0;
      while (damping < LARGEST_DAMPING) {
        const hasStep = writeStep(count, damping);
        // At the end of a valley no step gains: a trial would only prove it.
        if (hasStep && promisedGain(count) < PROMISE * effort.relativeGain * sum) break;
        if (hasStep && writeTrial(count)) {
          unscale(trial, trialVolumes, tubes, count);
          // Most trials are accepted, so the derivatives for the next step come with the colour.
          mixer.writeLabAndSlopes(trialLab, trialSlopes, tubes, trialVolumes, count);
          own.evaluations++;
          writeResiduals(moved, aim, trialLab);
          const trialSum =
            squareSum(moved) + (limits?.cost(target, trialLab, tubes, trialVolumes, count) ?? 0);
          if (trialSum < sum) {
            gain = (sum - trialSum) / sum;
            sum = trialSum;
            acceptTrial(count);
            damping = Math.max(damping * 0.3, 1e-9);
            break;
          }
        }
        damping *= 8;
      }
      if (gain <= effort.relativeGain) break;
    }
    unscale(x, volumes, tubes, count);
    return sum;
  }

  /** By hand: for so few numbers a call of TypedArray.set costs more than the copying. */
  function acceptTrial(count: number): void {
    for (let j = 0; j < count; j++) x[j] = trial[j] as number;
    for (let j = 0; j < 3 * count; j++) slopes[j] = trialSlopes[j] as number;
    for (let axis = 0; axis < 3; axis++) lab[axis] = trialLab[axis] as number;
    for (let row = 0; row < AIM_RESIDUALS; row++) residuals[row] = moved[row] as number;
  }

  /** What the quadratic model of ΔE00² promises for the step; clipping at zero can only lessen it. */
  function promisedGain(count: number): number {
    let gain = 0;
    for (let j = 0; j < count; j++) gain -= (gradient[j] as number) * (step[j] as number);
    return gain;
  }

  /** The step applied, cut off at zero and scaled back to a sum of one; false when nothing would be left. */
  function writeTrial(count: number): boolean {
    for (let j = 0; j < count; j++) {
      const next = (x[j] as number) + (step[j] as number);
      trial[j] = next > NOTHING ? Math.max(next, floors[j] as number) : (floors[j] as number);
    }
    return mixer.isScaleFree ? normalise(trial, count) : isSomething(trial, count);
  }

  function unscale(scaled: Float64Array, out: Float64Array, tubes: Uint8Array, count: number): void {
    for (let j = 0; j < count; j++) out[j] = (scaled[j] as number) * (scale[tubes[j] as number] as number);
  }

  function writeResiduals(out: Float64Array, aim: Aim, lab: Float64Array): void {
    writeAimResiduals(out, aim, lab[0] as number, lab[1] as number, lab[2] as number);
  }

  /** dr/dLab; L* acts on the first residual alone. */
  function writeMetric(aim: Aim): void {
    const lightness = lab[0] as number;
    const raised = lightnessResidual(aim.lab[0], lightness + LAB_STEP, aim.factors.kL);
    metric[0] = (raised - (residuals[0] as number)) / LAB_STEP;
    for (let axis = 1; axis < 3; axis++) {
      const kept = lab[axis] as number;
      lab[axis] = kept + LAB_STEP;
      writeResiduals(moved, aim, lab);
      lab[axis] = kept;
      for (let row = 0; row < AIM_RESIDUALS; row++) {
        metric[3 * row + axis] = ((moved[row] as number) - (residuals[row] as number)) / LAB_STEP;
      }
    }
  }

  /** J = dr/dLab · dLab/dx, then JᵀJ and Jᵀr, and which tubes are free to move. */
  function writeNormalEquations(tubes: Uint8Array, count: number): void {
    for (let j = 0; j < count; j++) {
      const unit = scale[tubes[j] as number] as number;
      for (let row = 0; row < AIM_RESIDUALS; row++) {
        jacobian[AIM_RESIDUALS * j + row] =
          unit *
          ((metric[3 * row] as number) * (slopes[3 * j] as number) +
            (metric[3 * row + 1] as number) * (slopes[3 * j + 1] as number) +
            (metric[3 * row + 2] as number) * (slopes[3 * j + 2] as number));
      }
    }
    for (let i = 0; i < count; i++) {
      let slope = 0;
      for (let row = 0; row < AIM_RESIDUALS; row++)
        slope += (jacobian[AIM_RESIDUALS * i + row] as number) * (residuals[row] as number);
      gradient[i] = slope;
      free[i] = (x[i] as number) > (floors[i] as number) || slope < 0 ? 1 : 0;
      for (let j = 0; j <= i; j++) {
        let product = 0;
        for (let row = 0; row < AIM_RESIDUALS; row++) {
          product +=
            (jacobian[AIM_RESIDUALS * i + row] as number) * (jacobian[AIM_RESIDUALS * j + row] as number);
        }
        normal[i * capacity + j] = product;
        normal[j * capacity + i] = product;
      }
    }
  }

  /** The limits' share of JᵀJ and Jᵀr, as scaled by strength. */
  function addLimits(limits: LimitCosts, target: LabD65, tubes: Uint8Array, count: number): void {
    unscale(x, trialVolumes, tubes, count);
    limits.writeRows(target, lab, slopes, tubes, trialVolumes, count);
    for (let row = 0; row < limits.rowCount; row++) {
      const residual = limits.residuals[row] as number;
      for (let i = 0; i < count; i++) {
        const own = (limits.slopes[row * capacity + i] as number) * (scale[tubes[i] as number] as number);
        gradient[i] = (gradient[i] as number) + own * residual;
        for (let j = 0; j < count; j++) {
          const other = (limits.slopes[row * capacity + j] as number) * (scale[tubes[j] as number] as number);
          normal[i * capacity + j] = (normal[i * capacity + j] as number) + own * other;
        }
      }
    }
    for (let i = 0; i < count; i++)
      free[i] = (x[i] as number) > (floors[i] as number) || (gradient[i] as number) < 0 ? 1 : 0;
  }

  /** Cholesky on the free tubes; false when the damped matrix is not positive definite. */
  function writeStep(count: number, damping: number): boolean {
    const n = capacity;
    let trace = 0;
    let held = 0;
    for (let i = 0; i < count; i++) {
      trace += normal[i * n + i] as number;
      step[i] = 0;
      if (free[i]) places[held++] = i;
    }
    const lift = damping * (trace / count) + 1e-30;
    for (let i = 0; i < held; i++) {
      const own = (places[i] as number) * n;
      for (let j = 0; j <= i; j++) {
        let sum = (normal[own + (places[j] as number)] as number) + (i === j ? lift : 0);
        for (let k = 0; k < j; k++) sum -= (factor[i * n + k] as number) * (factor[j * n + k] as number);
        if (i === j) {
          if (!(sum > 0)) return false;
          factor[i * n + i] = Math.sqrt(sum);
        } else {
          factor[i * n + j] = sum / (factor[j * n + j] as number);
        }
      }
    }
    for (let i = 0; i < held; i++) {
      let sum = -(gradient[places[i] as number] as number);
      for (let k = 0; k < i; k++)
        sum -= (factor[i * n + k] as number) * (step[places[k] as number] as number);
      step[places[i] as number] = sum / (factor[i * n + i] as number);
    }
    for (let i = held - 1; i >= 0; i--) {
      let sum = step[places[i] as number] as number;
      for (let k = i + 1; k < held; k++)
        sum -= (factor[k * n + i] as number) * (step[places[k] as number] as number);
      step[places[i] as number] = sum / (factor[i * n + i] as number);
    }
    return true;
  }
}

function squareSum(r: Float64Array): number {
  return (r[0] as number) ** 2 + (r[1] as number) ** 2 + (r[2] as number) ** 2 + (r[3] as number) ** 2;
}

function isSomething(x: Float64Array, count: number): boolean {
  for (let j = 0; j < count; j++) if ((x[j] as number) > 0) return true;
  return false;
}

/** Scales to a sum of one; false when nothing is left. */
function normalise(x: Float64Array, count: number): boolean {
  const sum = sumOf(x, count);
  if (!(sum > 0)) return false;
  for (let j = 0; j < count; j++) x[j] = (x[j] as number) / sum;
  return true;
}
