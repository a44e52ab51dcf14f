/** Rows of slopes that know which parameters they touch: a mixture of three tubes says nothing of the other five. */
import { inner, num } from "../numbers";
import type { CholeskyFactor } from "../optimize/solveSymmetric";
import type { NumberRow } from "../spectrum/types";
import type { Three } from "./residualSlopes";
import { PARAMETERS_PER_TUBE, type TubePrior, writeTubeSlopes } from "./tubeModel";

/** Slopes of some rows by the parameters that they depend on, and by those that no evidence speaks of. */
export type SparseRows = {
  readonly columns: readonly number[];
  /** [row][column]. */
  readonly rows: readonly (readonly number[])[];
  /** [row][parameter of a tube without evidence]; such parameters keep their prior. */
  readonly free: readonly (readonly number[])[];
};

/** Slopes of the seen reflectance of a mixture, band by band. */
export type Slopes = {
  readonly values: Float64Array;
  /** Slopes of the bands by ln K and ln S of each tube; its place is missing where no evidence speaks of it. */
  readonly ofTubes: readonly {
    readonly place: number | undefined;
    readonly byLogAbsorption: Float64Array;
    readonly byLogScattering: Float64Array;
  }[];
  /** By single parameters, those of the surface. */
  readonly ofOthers: readonly { readonly parameter: number; readonly bands: Float64Array }[];
};

/** One residual's slopes by the bands, from those by L*, a*, b*. */
export function combined(row: Three<number>, ofLab: Three<Float64Array>, scale: number): Float64Array {
  const slopes = new Float64Array(ofLab[0].length);
  for (let band = 0; band < slopes.length; band++)
    slopes[band] =
      scale * (row[0] * num(ofLab[0][band]) + row[1] * num(ofLab[1][band]) + row[2] * num(ofLab[2][band]));
  return slopes;
}

/** @param byBands - slopes of each row by the bands. */
export function sparse(
  { ofTubes, ofOthers }: Slopes,
  byBands: readonly Float64Array[],
  prior: TubePrior,
): SparseRows {
  const taken = ofTubes.filter(({ place }) => place !== undefined);
  const free = ofTubes.filter(({ place }) => place === undefined);
  const rowOf = (tubes: typeof ofTubes, bands: Float64Array): number[] => {
    const row: number[] = [];
    for (const { byLogAbsorption, byLogScattering } of tubes)
      writeTubeSlopes(row, row.length, bands, byLogAbsorption, byLogScattering, prior);
    return row;
  };
  return {
    columns: [
      ...taken.flatMap(({ place = 0 }) =>
        Array.from({ length: PARAMETERS_PER_TUBE }, (_, p) => place * PARAMETERS_PER_TUBE + p),
      ),
      ...ofOthers.map(({ parameter }) => parameter),
    ],
    rows: byBands.map((bands) => [
      ...rowOf(taken, bands),
      ...ofOthers.map((other) => inner(bands, other.bands)),
    ]),
    free: byBands.map((bands) => rowOf(free, bands)),
  };
}

export function addScaled(
  target: number[],
  columns: readonly number[],
  row: readonly number[],
  scale: number,
): void {
  for (let d = 0; d < columns.length; d++) {
    const column = num(columns[d]);
    target[column] = num(target[column]) + scale * num(row[d]);
  }
}

function dense(row: readonly number[], columns: readonly number[], size: number): number[] {
  const full = new Array<number>(size).fill(0);
  for (const [c, column] of columns.entries()) full[column] = num(row[c]);
  return full;
}

/** Rows against the factor of the normal matrix: their inner products are the covariance of what the rows say. */
export function solvedRows(
  { columns, rows }: Pick<SparseRows, "columns" | "rows">,
  known: CholeskyFactor,
  size: number,
): readonly NumberRow[] {
  return rows.map((row) => known.forward(dense(row, columns, size)));
}
