/**
 * A reading with its gloss in it (specular component included) as one that is seen away from glare.
 *
 * The surface throws back F = ((n - 1) / (n + 1))² of the light, 0.04 at n = 1.5. An instrument with its gloss trap closed
 * sees all of that, an eye only k1. With Rm = k1 + (1 - k1) g, and g the same inside,
 *
 *   Rm = k1 + (1 - k1) (Rin - F) / (1 - F)
 *
 * which is linear, so that it holds for X, Y, Z as for each band.
 *
 * Source: J. L. Saunderson (1942), see ./saunderson; Fresnel's reflectance at normal incidence.
 */
import { labFromXyz, xyzFromLab } from "../color/cieLab";
import { type LabD65, type Xyz, xyzUnder } from "../color/types";
import type { Reflectance } from "../spectrum/types";
import type { SurfaceConstants } from "./saunderson";

/** Of a binder of index 1.5. */
export const MIRROR_REFLECTANCE = 0.04;
/** No paint is darker than this away from glare. */
const LEAST = 1e-4;

function seen(read: number, white: number, k1: number): number {
  const inside = (read / white - MIRROR_REFLECTANCE) / (1 - MIRROR_REFLECTANCE);
  return white * Math.max(LEAST, k1 + (1 - k1) * inside);
}

/** @param white - of the light, as X, Y, Z. */
export function labWithoutGloss(read: LabD65, { k1 }: SurfaceConstants, white: Xyz<"D65">): LabD65 {
  const [x, y, z] = xyzFromLab(read, white);
  return labFromXyz(
    xyzUnder<"D65">(seen(x, white[0], k1), seen(y, white[1], k1), seen(z, white[2], k1)),
    white,
  );
}

export function reflectanceWithoutGloss(read: Reflectance, { k1 }: SurfaceConstants): Reflectance {
  return { grid: read.grid, values: Array.from(read.values, (value) => seen(value, 1, k1)) };
}
