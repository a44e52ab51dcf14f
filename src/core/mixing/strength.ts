/** How much a paint colours: what of it is as much colour as one volume of a paint with K + S = 1 in every band. */
import type { OpticalModel } from "../spectrum/types";

/** Mean of K + S over the bands. */
export function meanStrength({ absorption, scattering, grid }: OpticalModel): number {
  let sum = 0;
  for (let band = 0; band < grid.count; band++)
    sum += (absorption[band] ?? Number.NaN) + (scattering[band] ?? Number.NaN);
  return sum / grid.count;
}
