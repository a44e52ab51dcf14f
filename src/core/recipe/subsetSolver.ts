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
import type { ColorModel } from "../mixing/colorModel";
import { LimitCosts, type SolverLimits } from "./solverLimits";

export const MAX_TUBES_PER_RECIPE = 6;

/** When to stop: enough to rank subsets, or enough to show. */
export type SolverEffort = {
  readonly maxIterations: number;
  /** ΔE00² below which nothing is gained. */
  readonly goodEnough: number;
  /** A step that gains less than this share of ΔE00² ends the search. */
  readonly relativeGain: number;
};
/** To a thirtieth of ΔE00, or until a step gains less than a hundredth. */
export const COARSE: SolverEffort = { maxIterations: 14, goodEnough: 1e-3, relativeGain: 0.01 };
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

export class SubsetSolver {
  /** Volumes of the last solution in the order of its tubes; opaque ones sum to one as scaled by strength. */
  readonly volumes: Float64Array;
  readonly lab = new Float64Array(3);
  evaluations = 0;

  private readonly scale: Float64Array;
  private readonly x: Float64Array;
  private readonly trial: Float64Array;
  private readonly trialVolumes: Float64Array;
  private readonly trialLab = new Float64Array(3);
  private readonly slopes: Float64Array;
  private readonly trialSlopes: Float64Array;
  private readonly residuals = new Float64Array(AIM_RESIDUALS);
  private readonly moved = new Float64Array(AIM_RESIDUALS);
  private readonly metric = new Float64Array(3 * AIM_RESIDUALS);
  private readonly jacobian: Float64Array;
  private readonly normal: Float64Array;
  private readonly gradient: Float64Array;
  private readonly factor: Float64Array;
  private readonly step: Float64Array;
  private readonly free: Uint8Array;
  private readonly floors: Float64Array;
  private required: readonly number[] = [];
  private limits: LimitCosts | undefined;

  /** @param capacity - the most tubes that one solve may hold. */
  constructor(
    private readonly mixer: ColorModel,
    private readonly capacity = MAX_TUBES_PER_RECIPE,
  ) {
    this.volumes = new Float64Array(capacity);
    this.x = new Float64Array(capacity);
    this.trial = new Float64Array(capacity);
    this.trialVolumes = new Float64Array(capacity);
    this.slopes = new Float64Array(3 * capacity);
    this.trialSlopes = new Float64Array(3 * capacity);
    this.jacobian = new Float64Array(AIM_RESIDUALS * capacity);
    this.normal = new Float64Array(capacity * capacity);
    this.gradient = new Float64Array(capacity);
    this.factor = new Float64Array(capacity * capacity);
    this.step = new Float64Array(capacity);
    this.free = new Uint8Array(capacity);
    this.floors = new Float64Array(capacity);
    this.scale = new Float64Array(mixer.tubeCount);
    for (let tube = 0; tube < mixer.tubeCount; tube++) this.scale[tube] = 1 / mixer.strengthOf(tube);
  }

  /** From the next solve on; undefined lifts all limits. */
  setLimits(limits: SolverLimits | undefined): void {
    // Required tubes are held by their floors alone.
    const { axes, mostShare, mostVolume } = limits ?? {};
    const hasCosts = axes !== undefined || mostShare !== undefined || mostVolume !== undefined;
    this.limits = limits && hasCosts ? new LimitCosts(limits, this.capacity) : undefined;
    this.required = limits?.required ?? [];
  }

  /** Volume of one scaled unit of a tube. */
  unitVolume(tube: number): number {
    return this.scale[tube] as number;
  }

  /**
   * @param tubes - the first `count` entries take part.
   * @param start - scaled volumes to start from, same order; any positive sum.
   * @returns ΔE00² at the solution, which is left in `volumes` and `lab`; more where limits are broken.
   */
  solve(
    target: LabD65,
    factors: DeltaE2000Factors,
    tubes: Uint8Array,
    start: Float64Array,
    count: number,
    effort: SolverEffort,
  ): number {
    const { x, trial, lab, residuals } = this;
    const aim = aimAt(target, factors);
    for (let j = 0; j < count; j++) {
      this.floors[j] = this.required.includes(tubes[j] as number) ? LEAST_OF_REQUIRED : 0;
      x[j] = Math.max(start[j] as number, this.floors[j] as number);
    }
    if (!this.limits && this.mixer.solveSet) {
      const { floors, volumes } = this;
      const set = { aim, tubes, count, ...effort, floors, scaled: x, volumes, lab };
      const solved = this.mixer.solveSet(set);
      if (solved) {
        this.evaluations += solved.evaluations;
        return solved.squared;
      }
    }
    if (this.mixer.isScaleFree) normalise(x, count);
    this.unscale(x, this.volumes, tubes, count);
    this.mixer.writeLabAndSlopes(lab, this.slopes, tubes, this.volumes, count);
    this.evaluations++;
    this.writeResiduals(residuals, aim, lab);
    let sum = squareSum(residuals) + (this.limits?.cost(target, lab, tubes, this.volumes, count) ?? 0);
    let damping = 1e-3;
    for (let iteration = 0; iteration < effort.maxIterations && sum > effort.goodEnough; iteration++) {
      this.writeMetric(aim);
      this.writeNormalEquations(tubes, count);
      if (this.limits) this.addLimits(this.limits, target, tubes, count);
      let gain = 0;
      while (damping < LARGEST_DAMPING) {
        const hasStep = this.writeStep(count, damping);
        // At the end of a valley no step gains: a trial would only prove it.
        if (hasStep && this.promisedGain(count) < PROMISE * effort.relativeGain * sum) break;
        if (hasStep && this.writeTrial(count)) {
          this.unscale(trial, this.trialVolumes, tubes, count);
          // Most trials are accepted, so the derivatives for the next step come with the colour.
          this.mixer.writeLabAndSlopes(this.trialLab, this.trialSlopes, tubes, this.trialVolumes, count);
          this.evaluations++;
          this.writeResiduals(this.moved, aim, this.trialLab);
          const trialSum =
            squareSum(this.moved) +
            (this.limits?.cost(target, this.trialLab, tubes, this.trialVolumes, count) ?? 0);
          if (trialSum < sum) {
            gain = (sum - trialSum) / sum;
            sum = trialSum;
            this.acceptTrial(count);
            damping = Math.max(damping * 0.3, 1e-9);
            break;
          }
        }
        damping *= 8;
      }
      if (gain <= effort.relativeGain) break;
    }
    this.unscale(x, this.volumes, tubes, count);
    return sum;
  }

  /** The last solution as scaled by strength: where a further solve can go on. */
  scaledVolumes(count: number): Float64Array {
    return this.x.slice(0, count);
  }

  /** By hand: for so few numbers a call of TypedArray.set costs more than the copying. */
  private acceptTrial(count: number): void {
    for (let j = 0; j < count; j++) this.x[j] = this.trial[j] as number;
    for (let j = 0; j < 3 * count; j++) this.slopes[j] = this.trialSlopes[j] as number;
    for (let axis = 0; axis < 3; axis++) this.lab[axis] = this.trialLab[axis] as number;
    for (let row = 0; row < AIM_RESIDUALS; row++) this.residuals[row] = this.moved[row] as number;
  }

  /** What the quadratic model of ΔE00² promises for the step; clipping at zero can only lessen it. */
  private promisedGain(count: number): number {
    let gain = 0;
    for (let j = 0; j < count; j++) gain -= (this.gradient[j] as number) * (this.step[j] as number);
    return gain;
  }

  /** The step applied, cut off at zero and scaled back to a sum of one; false when nothing would be left. */
  private writeTrial(count: number): boolean {
    for (let j = 0; j < count; j++) {
      const next = (this.x[j] as number) + (this.step[j] as number);
      this.trial[j] = next > NOTHING ? Math.max(next, this.floors[j] as number) : (this.floors[j] as number);
    }
    return this.mixer.isScaleFree ? normalise(this.trial, count) : isSomething(this.trial, count);
  }

  private unscale(scaled: Float64Array, out: Float64Array, tubes: Uint8Array, count: number): void {
    for (let j = 0; j < count; j++)
      out[j] = (scaled[j] as number) * (this.scale[tubes[j] as number] as number);
  }

  private writeResiduals(out: Float64Array, aim: Aim, lab: Float64Array): void {
    writeAimResiduals(out, aim, lab[0] as number, lab[1] as number, lab[2] as number);
  }

  /** dr/dLab; L* acts on the first residual alone. */
  private writeMetric(aim: Aim): void {
    const { metric, lab, moved, residuals } = this;
    const lightness = lab[0] as number;
    const raised = lightnessResidual(aim.lab[0], lightness + LAB_STEP, aim.factors.kL);
    metric[0] = (raised - (residuals[0] as number)) / LAB_STEP;
    for (let axis = 1; axis < 3; axis++) {
      const kept = lab[axis] as number;
      lab[axis] = kept + LAB_STEP;
      this.writeResiduals(moved, aim, lab);
      lab[axis] = kept;
      for (let row = 0; row < AIM_RESIDUALS; row++) {
        metric[3 * row + axis] = ((moved[row] as number) - (residuals[row] as number)) / LAB_STEP;
      }
    }
  }

  /** J = dr/dLab · dLab/dx, then JᵀJ and Jᵀr, and which tubes are free to move. */
  private writeNormalEquations(tubes: Uint8Array, count: number): void {
    const { metric, residuals, jacobian, slopes, normal, gradient, free, x } = this;
    for (let j = 0; j < count; j++) {
      const unit = this.scale[tubes[j] as number] as number;
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
      free[i] = (x[i] as number) > (this.floors[i] as number) || slope < 0 ? 1 : 0;
      for (let j = 0; j <= i; j++) {
        let product = 0;
        for (let row = 0; row < AIM_RESIDUALS; row++) {
          product +=
            (jacobian[AIM_RESIDUALS * i + row] as number) * (jacobian[AIM_RESIDUALS * j + row] as number);
        }
        normal[i * this.capacity + j] = product;
        normal[j * this.capacity + i] = product;
      }
    }
  }

  /** The limits' share of JᵀJ and Jᵀr, as scaled by strength. */
  private addLimits(limits: LimitCosts, target: LabD65, tubes: Uint8Array, count: number): void {
    const { x, normal, gradient, free, scale } = this;
    this.unscale(x, this.trialVolumes, tubes, count);
    limits.writeRows(target, this.lab, this.slopes, tubes, this.trialVolumes, count);
    for (let row = 0; row < limits.rowCount; row++) {
      const residual = limits.residuals[row] as number;
      for (let i = 0; i < count; i++) {
        const own =
          (limits.slopes[row * this.capacity + i] as number) * (scale[tubes[i] as number] as number);
        gradient[i] = (gradient[i] as number) + own * residual;
        for (let j = 0; j < count; j++) {
          const other =
            (limits.slopes[row * this.capacity + j] as number) * (scale[tubes[j] as number] as number);
          normal[i * this.capacity + j] = (normal[i * this.capacity + j] as number) + own * other;
        }
      }
    }
    for (let i = 0; i < count; i++)
      free[i] = (x[i] as number) > (this.floors[i] as number) || (gradient[i] as number) < 0 ? 1 : 0;
  }

  /** Cholesky on the free tubes; false when the damped matrix is not positive definite. */
  private writeStep(count: number, damping: number): boolean {
    const { normal, gradient, factor, step, free } = this;
    const n = this.capacity;
    let trace = 0;
    for (let i = 0; i < count; i++) trace += normal[i * n + i] as number;
    const lift = damping * (trace / count) + 1e-30;
    for (let i = 0; i < count; i++) {
      for (let j = 0; j <= i; j++) {
        const both = (free[i] as number) * (free[j] as number);
        let sum = both * (normal[i * n + j] as number) + (i === j ? lift + (1 - both) : 0);
        for (let k = 0; k < j; k++) sum -= (factor[i * n + k] as number) * (factor[j * n + k] as number);
        if (i === j) {
          if (!(sum > 0)) return false;
          factor[i * n + i] = Math.sqrt(sum);
        } else {
          factor[i * n + j] = sum / (factor[j * n + j] as number);
        }
      }
    }
    for (let i = 0; i < count; i++) {
      let sum = -(free[i] as number) * (gradient[i] as number);
      for (let k = 0; k < i; k++) sum -= (factor[i * n + k] as number) * (step[k] as number);
      step[i] = sum / (factor[i * n + i] as number);
    }
    for (let i = count - 1; i >= 0; i--) {
      let sum = step[i] as number;
      for (let k = i + 1; k < count; k++) sum -= (factor[k * n + i] as number) * (step[k] as number);
      step[i] = sum / (factor[i * n + i] as number);
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
  let sum = 0;
  for (let j = 0; j < count; j++) sum += x[j] as number;
  if (!(sum > 0)) return false;
  for (let j = 0; j < count; j++) x[j] = (x[j] as number) / sum;
  return true;
}
