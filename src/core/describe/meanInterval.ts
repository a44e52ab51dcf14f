/** Where a true mean lies, by a sample: Student's interval. */
import { sumOf } from "../numbers";

export type MeanInterval = {
  readonly mean: number;
  readonly least: number;
  readonly most: number;
  readonly count: number;
};

/** Upper 5 % point of the normal distribution. */
const Z = 1.6448536269514722;

/**
 * The mean, and the ends of its 90 % interval.
 *
 *   mean ± t(0.95, n - 1) s / √n
 *
 * t by the expansion of its quantile in 1/ν: M. Abramowitz, I. A. Stegun, Handbook of Mathematical Functions (1964),
 * 26.7.5; from ν = 3 on within 0.3 %.
 *
 * @returns undefined of fewer than four: an interval that wide says nothing.
 */
export function meanInterval(sample: readonly number[]): MeanInterval | undefined {
  const count = sample.length;
  if (count < 4) return undefined;
  const mean = sumOf(sample) / count;
  const squares = sample.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  const half = (studentQuantile(count - 1) * Math.sqrt(squares / (count - 1))) / Math.sqrt(count);
  return { mean, least: mean - half, most: mean + half, count };
}

/** t(0.95, ν). @param freedom - ν, 3 or more. */
export function studentQuantile(freedom: number): number {
  const [z3, z5, z7, z9] = [Z ** 3, Z ** 5, Z ** 7, Z ** 9];
  return (
    Z +
    (z3 + Z) / (4 * freedom) +
    (5 * z5 + 16 * z3 + 3 * Z) / (96 * freedom ** 2) +
    (3 * z7 + 19 * z5 + 17 * z3 - 15 * Z) / (384 * freedom ** 3) +
    (79 * z9 + 776 * z7 + 1482 * z5 - 1920 * z3 - 945 * Z) / (92160 * freedom ** 4)
  );
}
