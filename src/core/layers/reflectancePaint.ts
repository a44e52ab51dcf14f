/** A paint made from a reading: for wet grounds of which only the colour is known. */
import { kOverSFromReflectance } from "../mixing/kubelkaMunk";
import { innerReflectance, type SurfaceConstants } from "../mixing/saunderson";
import { num } from "../numbers";
import type { OpticalModel, Reflectance } from "../spectrum/types";

/** Darker than this inside, a reading says nothing of how much it absorbs. */
const DARKEST = 0.002;

/** It looks as the reading says when it is opaque, and scatters as titanium white does: S = 1 in every band. */
export function reflectancePaint({ grid, values }: Reflectance, surface: SurfaceConstants): OpticalModel {
  const absorption = Array.from({ length: grid.count }, (_, band) =>
    kOverSFromReflectance(Math.min(1, Math.max(DARKEST, innerReflectance(num(values[band]), surface)))),
  );
  return { grid, absorption, scattering: new Array<number>(grid.count).fill(1) };
}
