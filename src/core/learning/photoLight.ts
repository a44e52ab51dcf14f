/**
 * What is left wrong with the light of a photo after it was balanced: one factor for each linear channel, the same for all
 * that was read from it. Paper is never quite the white that it is taken for.
 */
import { labFromLinearSrgb, linearSrgbFromLab } from "../color/srgb";
import { type LabD65, linearSrgb } from "../color/types";
import { num } from "../numbers";
import { residualsBetween } from "./residualSlopes";
import type { SparseRows } from "./sparseRows";

export const PARAMETERS_OF_PHOTO = 3;
/** One standard deviation of the logarithm of a channel's factor. */
const CHANNEL_LOG_SD = 0.035;
const STEP = 1e-3;
const CHANNELS = [0, 1, 2] as const;

/** A reading as it would be without what is wrong with its photo's light. @param at - of the photo's first parameter. */
export function withoutLight(lab: LabD65, parameters: readonly number[], at: number): LabD65 {
  const [red, green, blue] = linearSrgbFromLab(lab);
  const factor = (channel: number): number => Math.exp(-CHANNEL_LOG_SD * num(parameters[at + channel]));
  return labFromLinearSrgb(linearSrgb(red * factor(0), green * factor(1), blue * factor(2)));
}

/**
 * Rows of residuals with their slopes by the light of the photo beside them.
 *
 * @param asRead - before the light is taken out.
 * @param at - of the photo's first parameter.
 * @param deviations - one for each residual.
 */
export function withLightRows(
  rows: SparseRows,
  asRead: LabD65,
  predicted: LabD65,
  parameters: readonly number[],
  at: number,
  deviations: readonly number[],
): SparseRows {
  const moved = (channel: number, step: number): readonly number[] => {
    const own = parameters.map((value, p) => value + (p === at + channel ? step : 0));
    return residualsBetween(predicted, withoutLight(asRead, own, at));
  };
  const slopes = CHANNELS.map((channel) => {
    const [high, low] = [moved(channel, STEP), moved(channel, -STEP)];
    return deviations.map((deviation, i) => (num(high[i]) - num(low[i])) / (2 * STEP * deviation));
  });
  return {
    ...rows,
    columns: [...rows.columns, ...CHANNELS.map((channel) => at + channel)],
    rows: rows.rows.map((row, i) => [...row, ...slopes.map((slope) => num(slope[i]))]),
  };
}
