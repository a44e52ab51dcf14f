/**
 * A tube as a generic model and what has been learned about it.
 *
 *   K(λ) = K_generic(λ) exp(g + Σ_j α_j B_j(λ)),   S(λ) = S_generic(λ) exp(Σ_j β_j B_j(λ))
 *
 * g is the batch strength; B_j are smooth bumps, scaled so that independent unit coefficients give a curve
 * of unit variance everywhere. Coefficients are kept in units of their prior standard deviation, so that
 * all zeros is the generic model and their squares are the prior.
 */
import { num, squareOf } from "../numbers";
import type { OpticalModel } from "../spectrum/types";

const BUMP_COUNT = 5;
/** One for batch strength, then absorption, then scattering. */
export const PARAMETERS_PER_TUBE = 1 + 2 * BUMP_COUNT;

/** Prior standard deviations of the logarithms: about what separates two makes of one pigment. */
export type TubePrior = {
  readonly strength: number;
  readonly absorption: number;
  readonly scattering: number;
};
export const USUAL_PRIOR: TubePrior = { strength: 0.15, absorption: 0.25, scattering: 0.2 };

/** Rows of bump values, [band][bump]. */
function bumpsOf(bandCount: number): readonly (readonly number[])[] {
  const spacing = (bandCount - 1) / (BUMP_COUNT - 1);
  return Array.from({ length: bandCount }, (_, band) => {
    const heights = Array.from({ length: BUMP_COUNT }, (__, bump) => {
      const distance = (band - bump * spacing) / spacing;
      return Math.exp((-distance * distance) / 2);
    });
    const power = Math.sqrt(squareOf(heights));
    return heights.map((height) => height / power);
  });
}

const bumpTables = new Map<number, readonly (readonly number[])[]>();

function bumpTable(bandCount: number): readonly (readonly number[])[] {
  const known = bumpTables.get(bandCount);
  if (known) return known;
  const table = bumpsOf(bandCount);
  bumpTables.set(bandCount, table);
  return table;
}

/**
 * Optics of a tube with learned coefficients.
 *
 * @param coefficients - {@link PARAMETERS_PER_TUBE} numbers from `offset`, in prior standard deviations.
 */
export function tubeOptics(
  generic: OpticalModel,
  coefficients: readonly number[],
  offset: number,
  prior: TubePrior,
): OpticalModel {
  const { grid } = generic;
  const table = bumpTable(grid.count);
  const absorption = new Array<number>(grid.count);
  const scattering = new Array<number>(grid.count);
  const strength = prior.strength * num(coefficients[offset]);
  for (let band = 0; band < grid.count; band++) {
    const row = table[band] ?? [];
    let logK = strength;
    let logS = 0;
    for (let bump = 0; bump < BUMP_COUNT; bump++) {
      const height = num(row[bump]);
      logK += prior.absorption * height * num(coefficients[offset + 1 + bump]);
      logS += prior.scattering * height * num(coefficients[offset + 1 + BUMP_COUNT + bump]);
    }
    absorption[band] = num(generic.absorption[band]) * Math.exp(logK);
    scattering[band] = num(generic.scattering[band]) * Math.exp(logS);
  }
  return { ...generic, absorption, scattering };
}

/** Slopes of a tube's strength, the mean of ln K over the bands, by its {@link PARAMETERS_PER_TUBE} coefficients. */
export function strengthSlopes(bandCount: number, prior: TubePrior): readonly number[] {
  const table = bumpTable(bandCount);
  const meanOf = (bump: number): number =>
    table.reduce((sum, heights) => sum + num(heights[bump]), 0) / bandCount;
  return [
    prior.strength,
    ...Array.from({ length: BUMP_COUNT }, (_, bump) => prior.absorption * meanOf(bump)),
    ...new Array<number>(BUMP_COUNT).fill(0),
  ];
}

/**
 * Writes the slopes of one number by the coefficients of one tube.
 *
 * @param out - gets {@link PARAMETERS_PER_TUBE} numbers from `offset`.
 * @param byBand - slopes of the number by the bands of something.
 * @param byLogAbsorption - slopes of those bands by ln K of this tube, band by band; likewise for S.
 */
export function writeTubeSlopes(
  out: number[],
  offset: number,
  byBand: Float64Array,
  byLogAbsorption: Float64Array,
  byLogScattering: Float64Array,
  prior: TubePrior,
): void {
  const table = bumpTable(byBand.length);
  for (let p = 0; p < PARAMETERS_PER_TUBE; p++) out[offset + p] = 0;
  for (let band = 0; band < byBand.length; band++) {
    const slope = num(byBand[band]);
    const ofK = slope * num(byLogAbsorption[band]);
    const ofS = slope * prior.scattering * num(byLogScattering[band]);
    add(out, offset, prior.strength * ofK);
    const row = table[band] ?? [];
    for (let bump = 0; bump < BUMP_COUNT; bump++) {
      const height = num(row[bump]);
      add(out, offset + 1 + bump, prior.absorption * ofK * height);
      add(out, offset + 1 + BUMP_COUNT + bump, ofS * height);
    }
  }
}

function add(out: number[], at: number, value: number): void {
  out[at] = num(out[at]) + value;
}
