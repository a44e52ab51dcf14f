/**
 * Simulated tubes of paint: what might really be in a tube whose label names a pigment.
 *
 * A true tube differs from the generic model by a smooth factor on K and on S and by a batch strength, and
 * the film has surface constants of its own. Seeded, so that the same box can be opened again. Recipes and
 * predictions never see these; only the simulated bench and tests do.
 */
import type { SurfaceConstants } from "../core/mixing/saunderson";
import { createRng, type Rng } from "../core/random/rng";
import type { OpticalModel } from "../core/spectrum/types";

export type PaintDeviation = {
  /** Standard deviations of the logarithms. */
  readonly absorption: number;
  readonly scattering: number;
  readonly batchStrength: number;
};

/** About what separates two makes of one pigment. */
export const USUAL_DEVIATION: PaintDeviation = { absorption: 0.25, scattering: 0.2, batchStrength: 0.1 };

/** Bumps over the spectrum whose sum makes a smooth random curve of unit variance. */
const BUMP_COUNT = 6;

export function simulateTube(generic: OpticalModel, deviation: PaintDeviation, rng: Rng): OpticalModel {
  const strength = Math.exp(deviation.batchStrength * rng.normal());
  const kCurve = smoothCurve(generic.grid.count, rng);
  const sCurve = smoothCurve(generic.grid.count, rng);
  const bands = Array.from({ length: generic.grid.count }, (_, band) => band);
  return {
    grid: generic.grid,
    absorption: bands.map(
      (band) => at(generic.absorption, band) * strength * Math.exp(deviation.absorption * at(kCurve, band)),
    ),
    scattering: bands.map(
      (band) => at(generic.scattering, band) * Math.exp(deviation.scattering * at(sCurve, band)),
    ),
  };
}

export function simulateSurface(rng: Rng): SurfaceConstants {
  return { k1: rng.between(0.018, 0.03), k2: rng.between(0.55, 0.62) };
}

function smoothCurve(count: number, rng: Rng): number[] {
  const weights = Array.from({ length: BUMP_COUNT }, () => rng.normal());
  const spacing = (count - 1) / (BUMP_COUNT - 1);
  return Array.from({ length: count }, (_, band) => {
    let sum = 0;
    let power = 0;
    for (const [bump, weight] of weights.entries()) {
      const distance = (band - bump * spacing) / spacing;
      const height = Math.exp((-distance * distance) / 2);
      sum += weight * height;
      power += height * height;
    }
    // Dividing by the root of the power keeps the variance at one everywhere.
    return sum / Math.sqrt(power);
  });
}

function at(row: Readonly<Record<number, number>>, index: number): number {
  return row[index] ?? Number.NaN;
}

/** The paints on the simulated bench: the same for every visit. */
export const BENCH_PAINT_SEED = 20_261_123;

/** What is really in a simulated tube: always the same for one tube and seed. */
export function trueTube(tubeId: string, generic: OpticalModel, paintSeed: number): OpticalModel {
  let seed = paintSeed;
  for (const letter of tubeId) seed = (Math.imul(seed, 31) + letter.charCodeAt(0)) >>> 0;
  return simulateTube(generic, USUAL_DEVIATION, createRng(seed));
}
