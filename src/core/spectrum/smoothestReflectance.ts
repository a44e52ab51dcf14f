/**
 * A reflectance for a colour that is known only as XYZ: of all spectra between 0 and 1 that give it, the
 * smoothest one.
 *
 *   ρ = (tanh z + 1)/2,  minimise Σ (z_{i+1} - z_i)²  so that  Aᵀρ = XYZ      A: viewing weights, 36 × 3
 *
 * Solved by Newton's method on the Lagrangian. The hyperbolic tangent keeps ρ inside (0, 1). Colours that
 * no reflectance can give (outside the object colour solid) have no solution.
 *
 * Source: S. A. Burns, Numerical methods for smoothest reflectance reconstruction, Color Res. Appl. 45(1),
 * 8-21 (2020), doi:10.1002/col.22437, method LHTSS.
 */
import { fail, type Result, succeed } from "../result";
import type { LightName, Xyz } from "../color/types";
import type { ViewingWeights } from "./colorimetry";
import type { Reflectance } from "./types";
import { areFinite, zeros } from "../numbers";

export type ReconstructionFailure = { readonly code: "no-such-reflectance" };

const MAX_ITERATIONS = 60;
/** Of XYZ, where Y of white is 1: far below what any reading resolves. */
const XYZ_TOLERANCE = 1e-8;
/** Longest step of z: tanh is flat beyond, where a full Newton step would get lost. */
const LONGEST_STEP = 2;

export function smoothestReflectance<L extends LightName>(
  xyz: Xyz<L>,
  view: ViewingWeights<L>,
): Result<Reflectance, ReconstructionFailure> {
  const { count } = view.grid;
  const weights = [view.x, view.y, view.z];
  const size = count + 3;
  const z = zeros(count);
  const multipliers = zeros(3);
  for (let iteration = 0; iteration < MAX_ITERATIONS; iteration++) {
    const matrix = Array.from({ length: size }, () => zeros(size + 1));
    let miss = 0;
    let gradient = 0;
    const rho = Float64Array.from(z, (value) => (Math.tanh(value) + 1) / 2);
    for (let i = 0; i < count; i++) {
      const row = matrix[i] as Float64Array;
      const tanh = Math.tanh(z[i] as number);
      const slope = (1 - tanh * tanh) / 2;
      let pull = 0;
      for (let axis = 0; axis < 3; axis++) {
        const weight = (weights[axis] as Float64Array)[i] as number;
        pull += weight * (multipliers[axis] as number);
        row[count + axis] = slope * weight;
        (matrix[count + axis] as Float64Array)[i] = slope * weight;
      }
      // Second differences of z: the derivative of the squared slopes, ends free.
      let bend = 0;
      for (const next of [i - 1, i + 1]) {
        if (next < 0 || next >= count) continue;
        row[next] = -2;
        row[i] = (row[i] as number) + 2;
        bend += 2 * ((z[i] as number) - (z[next] as number));
      }
      row[i] = (row[i] as number) - 2 * tanh * slope * pull;
      const residual = bend + slope * pull;
      gradient = Math.max(gradient, Math.abs(residual));
      row[size] = -residual;
    }
    for (let axis = 0; axis < 3; axis++) {
      let sum = 0;
      for (let i = 0; i < count; i++)
        sum += ((weights[axis] as Float64Array)[i] as number) * (rho[i] as number);
      const residual = sum - (xyz[axis] as number);
      miss = Math.max(miss, Math.abs(residual));
      (matrix[count + axis] as Float64Array)[size] = -residual;
    }
    if (miss < XYZ_TOLERANCE && gradient < XYZ_TOLERANCE) {
      return succeed({ grid: view.grid, values: Array.from(rho) });
    }
    const step = solveByElimination(matrix, size);
    if (!step) break;
    let longest = 0;
    for (let i = 0; i < count; i++) longest = Math.max(longest, Math.abs(step[i] as number));
    const scale = longest > LONGEST_STEP ? LONGEST_STEP / longest : 1;
    for (let i = 0; i < count; i++) z[i] = (z[i] as number) + scale * (step[i] as number);
    for (let axis = 0; axis < 3; axis++) {
      multipliers[axis] = (multipliers[axis] as number) + scale * (step[count + axis] as number);
    }
  }
  return fail({ code: "no-such-reflectance" });
}

/** Gauss elimination with row pivots; the last column is the right-hand side. Undefined when singular. */
function solveByElimination(matrix: readonly Float64Array[], size: number): Float64Array | undefined {
  const rows = [...matrix];
  for (let column = 0; column < size; column++) {
    let pivot = column;
    for (let row = column + 1; row < size; row++) {
      if (
        Math.abs((rows[row] as Float64Array)[column] as number) >
        Math.abs((rows[pivot] as Float64Array)[column] as number)
      ) {
        pivot = row;
      }
    }
    const lead = rows[pivot] as Float64Array;
    if (!(Math.abs(lead[column] as number) > Number.MIN_VALUE)) return undefined;
    rows[pivot] = rows[column] as Float64Array;
    rows[column] = lead;
    for (let row = column + 1; row < size; row++) {
      const target = rows[row] as Float64Array;
      const factor = (target[column] as number) / (lead[column] as number);
      if (factor === 0) continue;
      for (let k = column; k <= size; k++) target[k] = (target[k] as number) - factor * (lead[k] as number);
    }
  }
  const solution = zeros(size);
  for (let row = size - 1; row >= 0; row--) {
    const values = rows[row] as Float64Array;
    let sum = values[size] as number;
    for (let k = row + 1; k < size; k++) sum -= (values[k] as number) * (solution[k] as number);
    solution[row] = sum / (values[row] as number);
  }
  return areFinite(solution) ? solution : undefined;
}
