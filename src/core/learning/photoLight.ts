/**
 * What is left wrong with the light of a photo after it was balanced: one factor for each linear channel, the same for all
 * that was read from it. Paper is never quite the white that it is taken for.
 */
import { labFromLinearSrgb, linearSrgbFromLab } from "../color/srgb";
import { type LabD65, linearSrgb } from "../color/types";
import { slopesBetween } from "./residualSlopes";
import type { SparseRows } from "./sparseRows";

export const PARAMETERS_OF_PHOTO = 3;
/** One standard deviation of the logarithm of a channel's factor. */
const CHANNEL_LOG_SD = 0.035;
const STEP = 1e-3;

/** A reading as it would be without what is wrong with its photo's light. @param at - of the photo's first parameter. */
export function withoutLight(lab: LabD65, parameters: readonly number[], at: number): LabD65 {
  const [red, green, blue] = linearSrgbFromLab(lab);
  const factor = (channel: number): number =>
    Math.exp(-CHANNEL_LOG_SD * (parameters[at + channel] ?? Number.NaN));
  return labFromLinearSrgb(linearSrgb(red * factor(0), green * factor(1), blue * factor(2)));
}

/** Slopes of L*, a*, b* of {@link withoutLight} by its three parameters, [axis][parameter]. */
function lightSlopes(lab: LabD65, parameters: readonly number[], at: number): readonly (readonly number[])[] {
  const columns = [0, 1, 2].map((channel) => {
    const moved = (step: number): LabD65 => {
      const own = [0, 1, 2].map((one) => (parameters[at + one] ?? Number.NaN) + (one === channel ? step : 0));
      return withoutLight(lab, own, 0);
    };
    const [high, low] = [moved(STEP), moved(-STEP)];
    return high.map((value, axis) => (value - (low[axis] ?? Number.NaN)) / (2 * STEP));
  });
  return [0, 1, 2].map((axis) => columns.map((column) => column[axis] ?? Number.NaN));
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
  const byLight = lightSlopes(asRead, parameters, at);
  const byLab = slopesBetween(predicted, withoutLight(asRead, parameters, at), "sample");
  const channels = [0, 1, 2];
  return {
    ...rows,
    columns: [...rows.columns, ...channels.map((channel) => at + channel)],
    rows: rows.rows.map((row, residual) => [
      ...row,
      ...channels.map((channel) => {
        const slope = channels.reduce(
          (sum, axis) =>
            sum + (byLab[residual]?.[axis] ?? Number.NaN) * (byLight[axis]?.[channel] ?? Number.NaN),
          0,
        );
        return slope / (deviations[residual] ?? Number.NaN);
      }),
    ]),
  };
}
