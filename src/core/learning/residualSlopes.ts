/** The three residuals of ΔE00 between a prediction and a reading, and their slopes by the predicted reflectance. */
import { REFERENCE_FACTORS, writeResidualsOfDeltaE2000 } from "../color/ciede2000";
import { labF, labFSlope } from "../color/cieLab";
import { type LabD65, labD65 } from "../color/types";
import { num, zeros } from "../numbers";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { NumberRow } from "../spectrum/types";

export type Three<T> = readonly [T, T, T];

/** ΔL, ΔC and ΔH of ΔE00 with its weights, sample minus reference. */
export function residualsBetween(reference: LabD65, sample: LabD65): Three<number> {
  const out = zeros(3);
  writeResidualsOfDeltaE2000(
    out,
    0,
    reference[0],
    reference[1],
    reference[2],
    sample[0],
    sample[1],
    sample[2],
    REFERENCE_FACTORS,
  );
  return [num(out[0]), num(out[1]), num(out[2])];
}

/** L*, a*, b* of a reflectance, and of each its slopes by the bands. */
export function labWithSlopes(
  values: NumberRow,
  { x, y, z, white, grid }: ViewingWeights<"D65">,
): { readonly lab: LabD65; readonly slopes: Three<Float64Array> } {
  const at = (row: NumberRow, band: number): number => num(row[band]);
  let [sumX, sumY, sumZ] = [0, 0, 0];
  for (let band = 0; band < grid.count; band++) {
    sumX += at(x, band) * at(values, band);
    sumY += at(y, band) * at(values, band);
    sumZ += at(z, band) * at(values, band);
  }
  const [tx, ty, tz] = [sumX / white[0], sumY / white[1], sumZ / white[2]];
  const [fx, fy, fz] = [labF(tx), labF(ty), labF(tz)];
  const [sx, sy, sz] = [
    labFSlope(tx, fx) / white[0],
    labFSlope(ty, fy) / white[1],
    labFSlope(tz, fz) / white[2],
  ];
  const slopes: Three<Float64Array> = [zeros(grid.count), zeros(grid.count), zeros(grid.count)];
  for (let band = 0; band < grid.count; band++) {
    const [byX, byY, byZ] = [sx * at(x, band), sy * at(y, band), sz * at(z, band)];
    slopes[0][band] = 116 * byY;
    slopes[1][band] = 500 * (byX - byY);
    slopes[2][band] = 200 * (byY - byZ);
  }
  return { lab: labD65(116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)), slopes };
}

/** Small against what a reading can tell, large against rounding. */
const STEP = 1e-3;

/**
 * Slopes of {@link residualsBetween} by the three numbers of one of its colours, [residual][number].
 *
 * @param moved - which of the two moves.
 */
export function slopesBetween(
  reference: LabD65,
  sample: LabD65,
  moved: "reference" | "sample",
): Three<Three<number>> {
  const columns = ([0, 1, 2] as const).map((axis) => {
    const at = (step: number): Three<number> => {
      const from = moved === "reference" ? reference : sample;
      const lab = labD65(
        from[0] + (axis === 0 ? step : 0),
        from[1] + (axis === 1 ? step : 0),
        from[2] + (axis === 2 ? step : 0),
      );
      return moved === "reference" ? residualsBetween(lab, sample) : residualsBetween(reference, lab);
    };
    const [high, low] = [at(STEP), at(-STEP)];
    return high.map((value, i) => (value - num(low[i])) / (2 * STEP));
  });
  const row = (residual: number): Three<number> => [
    num(columns[0]?.[residual]),
    num(columns[1]?.[residual]),
    num(columns[2]?.[residual]),
  ];
  return [row(0), row(1), row(2)];
}
