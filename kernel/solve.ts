/**
 * Best volumes for a given set of tubes: src/core/recipe/subsetSolver without hard limits, step for step. Tests hold the
 * two together.
 */
import { copy, inner, squareOf } from "./fours";
import { lightnessResidual, writeColorSlopes, writeResiduals } from "./aim";
import {
  AIM,
  EVALUATIONS,
  FACTOR,
  FLOORS,
  FREE,
  GRADIENT,
  JACOBIAN,
  KEPT_LAB,
  KEPT_SLOPES,
  LAB,
  METRIC,
  MOVED,
  NORMAL,
  RESIDUALS,
  SCALED,
  SLOPES,
  STEP,
  TRIAL,
  VOLUMES,
} from "./layout";
import { tubeAt, tubeFacts, writeLabAndSlopes } from "./mixture";
import { at, copyRow, put } from "./rows";

const CAPACITY: usize = 32;
const LARGEST_DAMPING: f64 = 1e10;
const PROMISE: f64 = 0.5;
const LAB_STEP: f64 = 1e-4;
const NOTHING: f64 = 1e-6;

/** Tubes that are free to move, listed in FREE; NORMAL, FACTOR and the matrix's trace are theirs, but the trace is of all. */
let freeCount: i32 = 0;
let trace: f64 = 0;
let isRough: bool = false;

// @ts-ignore: decorator
@inline
function cell(matrix: usize, i: i32, j: i32): usize {
  return matrix + ((<usize>i * CAPACITY + <usize>j) << 3);
}

/** Scales to a sum of one; false when nothing is left. */
function normalise(row: usize, count: i32): bool {
  let sum: f64 = 0;
  for (let j = 0; j < count; j++) sum += at(row, j);
  if (!(sum > 0)) return false;
  for (let j = 0; j < count; j++) put(row, j, at(row, j) / sum);
  return true;
}

function unscale(palette: usize, row: usize, count: i32): void {
  for (let j = 0; j < count; j++)
    put(VOLUMES, j, at(row, j) * load<f64>(tubeFacts(palette, tubeAt(j))));
}

/** Colour and slopes of the volumes, and the residuals of the colour to `residuals`. */
function evaluate(palette: usize, count: i32, residuals: usize): f64 {
  writeLabAndSlopes(palette, count, isRough);
  store<f64>(EVALUATIONS, load<f64>(EVALUATIONS) + 1);
  writeResiduals(residuals, load<f64>(LAB), load<f64>(LAB + 8), load<f64>(LAB + 16));
  return squareOf(residuals);
}

function keep(count: i32): void {
  copyRow(KEPT_LAB, LAB, 3);
  copyRow(KEPT_SLOPES, SLOPES, 3 * count);
}

/**
 * From SCALED, the first `count` places of TUBES, towards AIM; the solution is left in SCALED, VOLUMES and LAB.
 *
 * @param inSingles - single precision is enough, see `writeLabAndSlopes`.
 * @returns ΔE00² there.
 */
export function solve(
  palette: usize,
  count: i32,
  maxIterations: i32,
  goodEnough: f64,
  relativeGain: f64,
  inSingles: bool,
): f64 {
  isRough = inSingles;
  for (let j = 0; j < count; j++) put(SCALED, j, Math.max(at(SCALED, j), at(FLOORS, j)));
  store<f64>(EVALUATIONS, 0);
  normalise(SCALED, count);
  unscale(palette, SCALED, count);
  let sum = evaluate(palette, count, RESIDUALS);
  keep(count);
  let damping: f64 = 1e-3;
  for (let iteration = 0; iteration < maxIterations && sum > goodEnough; iteration++) {
    writeMetric();
    writeNormalEquations(palette, count);
    let gain: f64 = 0;
    while (damping < LARGEST_DAMPING) {
      const hasStep = writeStep(count, damping);
      if (hasStep && promisedGain(count) < PROMISE * relativeGain * sum) break;
      if (hasStep && writeTrial(count)) {
        unscale(palette, TRIAL, count);
        const trialSum = evaluate(palette, count, MOVED);
        if (trialSum < sum) {
          gain = (sum - trialSum) / sum;
          sum = trialSum;
          keep(count);
          copyRow(SCALED, TRIAL, count);
          copy(RESIDUALS, MOVED);
          damping = Math.max(damping * 0.3, 1e-9);
          break;
        }
      }
      damping *= 8;
    }
    if (gain <= relativeGain) break;
  }
  unscale(palette, SCALED, count);
  copyRow(LAB, KEPT_LAB, 3);
  return sum;
}

/** dr/dLab; L* acts on the first residual alone, and on no other. */
function writeMetric(): void {
  const l = load<f64>(KEPT_LAB);
  const raised = lightnessResidual(load<f64>(AIM), l + LAB_STEP, load<f64>(AIM + 24));
  put(METRIC, 0, (raised - at(RESIDUALS, 0)) / LAB_STEP);
  writeColorSlopes(METRIC + 16, RESIDUALS, load<f64>(KEPT_LAB + 8), load<f64>(KEPT_LAB + 16));
}

/** J = dr/dLab · dLab/dx, then JᵀJ and Jᵀr, and which tubes are free to move. */
function writeNormalEquations(palette: usize, count: i32): void {
  for (let j = 0; j < count; j++) {
    const unit = load<f64>(tubeFacts(palette, tubeAt(j)));
    const l = unit * at(KEPT_SLOPES, 3 * j);
    const a = unit * at(KEPT_SLOPES, 3 * j + 1);
    const b = unit * at(KEPT_SLOPES, 3 * j + 2);
    put(JACOBIAN, 4 * j, at(METRIC, 0) * l);
    for (let row = 1; row < 4; row++)
      put(JACOBIAN, 4 * j + row, at(METRIC, 2 * row) * a + at(METRIC, 2 * row + 1) * b);
  }
  freeCount = 0;
  trace = 0;
  for (let i = 0; i < count; i++) {
    const own = JACOBIAN + (<usize>i << 5);
    const slope = inner(own, RESIDUALS);
    put(GRADIENT, i, slope);
    const square = squareOf(own);
    trace += square;
    put(STEP, i, 0);
    if (at(SCALED, i) <= at(FLOORS, i) && slope >= 0) continue;
    store<u8>(FREE + freeCount, <u8>i);
    store<f64>(cell(NORMAL, freeCount, freeCount), square);
    for (let j = 0; j < freeCount; j++)
      store<f64>(cell(NORMAL, freeCount, j), inner(own, JACOBIAN + (<usize>load<u8>(FREE + j) << 5)));
    freeCount++;
  }
}

/** What the quadratic model of ΔE00² promises for the step; clipping at zero can only lessen it. */
function promisedGain(count: i32): f64 {
  let gain: f64 = 0;
  for (let j = 0; j < count; j++) gain -= at(GRADIENT, j) * at(STEP, j);
  return gain;
}

/** The step applied, cut off at zero and scaled back to a sum of one; false when nothing would be left. */
function writeTrial(count: i32): bool {
  for (let j = 0; j < count; j++) {
    const next = at(SCALED, j) + at(STEP, j);
    const floor = at(FLOORS, j);
    put(TRIAL, j, next > NOTHING ? Math.max(next, floor) : floor);
  }
  return normalise(TRIAL, count);
}

// @ts-ignore: decorator
@inline
function freeAt(i: i32): i32 {
  return <i32>load<u8>(FREE + i);
}

/**
 * L D Lᵀ on the free tubes, with 1 / D on the diagonal of FACTOR, L below it and D Lᵀ above: one division a tube, where Cholesky's form
 * takes a root and divides by it again and again. False when the damped matrix is not positive definite.
 */
function writeStep(count: i32, damping: f64): bool {
  const lift = damping * (trace / <f64>count) + 1e-30;
  for (let i = 0; i < freeCount; i++) {
    let own = load<f64>(cell(NORMAL, i, i)) + lift;
    let step = -at(GRADIENT, freeAt(i));
    for (let j = 0; j < i; j++) {
      let scaled = load<f64>(cell(NORMAL, i, j));
      for (let k = 0; k < j; k++) scaled -= load<f64>(cell(FACTOR, k, i)) * load<f64>(cell(FACTOR, j, k));
      const factor = scaled * load<f64>(cell(FACTOR, j, j));
      store<f64>(cell(FACTOR, j, i), scaled);
      store<f64>(cell(FACTOR, i, j), factor);
      own -= scaled * factor;
      step -= factor * at(STEP, freeAt(j));
    }
    if (!(own > 0)) return false;
    store<f64>(cell(FACTOR, i, i), 1 / own);
    put(STEP, freeAt(i), step);
  }
  for (let i = freeCount - 1; i >= 0; i--) {
    let sum = at(STEP, freeAt(i)) * load<f64>(cell(FACTOR, i, i));
    for (let k = i + 1; k < freeCount; k++) sum -= load<f64>(cell(FACTOR, k, i)) * at(STEP, freeAt(k));
    put(STEP, freeAt(i), sum);
  }
  return true;
}
