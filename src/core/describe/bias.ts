/** What one's eye does again and again: mean and spread of signed errors, axis by axis. */
import type { LabD65 } from "../color/types";
import { threeWayDifference } from "./difference";
import { sumOf } from "../numbers";

export type AxisBias = {
  /** Arithmetic mean of the signed errors, in L*, C*ab or ΔH*. */
  readonly mean: number;
  /** Standard deviation of the sample (n - 1); 0 for one trial. */
  readonly spread: number;
};

export type BiasReport = {
  readonly count: number;
  /** Positive: said or mixed too light. */
  readonly lightness: AxisBias;
  /** Positive: too bright. */
  readonly chroma: AxisBias;
  /** Positive: turned towards the higher hue angle (red to yellow to green to blue). */
  readonly hue: AxisBias;
  /** Δa*; positive: too red, negative: too green. Unlike the turn of the hue it means the same for every colour. */
  readonly redness: AxisBias;
  /** Δb*; positive: too yellow, negative: too blue. */
  readonly yellowness: AxisBias;
};

/** @returns undefined without any trial. */
export function biasReport(
  trials: readonly { readonly truth: LabD65; readonly said: LabD65 }[],
): BiasReport | undefined {
  if (trials.length === 0) return undefined;
  const errors = trials.map(({ truth, said }) => threeWayDifference(truth, said));
  return {
    count: trials.length,
    lightness: axisBias(errors.map(({ deltaLightness }) => deltaLightness)),
    chroma: axisBias(errors.map(({ deltaChroma }) => deltaChroma)),
    hue: axisBias(errors.map(({ deltaHue }) => deltaHue)),
    redness: axisBias(trials.map(({ truth, said }) => said[1] - truth[1])),
    yellowness: axisBias(trials.map(({ truth, said }) => said[2] - truth[2])),
  };
}

/** Less than this is no habit, in CIELAB units. */
const WORTH_A_WORD = 0.5;
/** Twice the standard error of a mean: beyond it, chance alone seldom reaches. */
const STANDARD_ERRORS = 2;

/**
 * Whether a mean error is large enough to see and larger than chance would make it.
 *
 * @param count - how many errors the mean is of.
 */
export function isHabit({ mean, spread }: AxisBias, count: number): boolean {
  return Math.abs(mean) >= Math.max(WORTH_A_WORD, (STANDARD_ERRORS * spread) / Math.sqrt(count));
}

function axisBias(errors: readonly number[]): AxisBias {
  const mean = sumOf(errors) / errors.length;
  const squares = errors.reduce((sum, error) => sum + (error - mean) ** 2, 0);
  return { mean, spread: errors.length > 1 ? Math.sqrt(squares / (errors.length - 1)) : 0 };
}
