/** How much a paint colours: what of it is as much colour as one volume of a paint with K + S = 1 in every band. */
import { num } from "../numbers";
import type { OpticalModel } from "../spectrum/types";

/** Mean of K + S over the bands. */
export function meanStrength({ absorption, scattering, grid }: OpticalModel): number {
  let sum = 0;
  for (let band = 0; band < grid.count; band++) sum += num(absorption[band]) + num(scattering[band]);
  return sum / grid.count;
}
