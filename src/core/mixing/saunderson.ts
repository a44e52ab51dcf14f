/**
 * Surface correction between the reflectance inside a film and the one that is seen.
 *
 *   Rm = k1 + (1 - k1)(1 - k2) R / (1 - k2 R)
 *
 * k1: share of the incoming light that the surface throws back before it enters, as far as the viewer sees
 *     it (a glossy film turned away from glare shows less than the 4 % of the refractive index);
 * k2: share of the diffuse light inside that the surface throws back in; 0.6 for a binder of index 1.5.
 *
 * Source: J. L. Saunderson, J. Opt. Soc. Am. 32(12), 727-736 (1942), doi:10.1364/JOSA.32.000727.
 */
export type SurfaceConstants = {
  /** Outer reflection, [0, 1). */
  readonly k1: number;
  /** Inner reflection, [0, 1). */
  readonly k2: number;
};

/** Seen reflectance. @param inner - reflectance inside the film, [0, 1]. */
export function seenReflectance(inner: number, surface: SurfaceConstants): number {
  return surface.k1 + ((1 - surface.k1) * (1 - surface.k2) * inner) / (1 - surface.k2 * inner);
}

/** Derivative of {@link seenReflectance} with respect to `inner`. */
export function seenReflectanceSlope(inner: number, surface: SurfaceConstants): number {
  const denominator = 1 - surface.k2 * inner;
  return ((1 - surface.k1) * (1 - surface.k2)) / (denominator * denominator);
}

/**
 * Reflectance inside the film; below zero when the reading is darker than the surface alone can be.
 *
 * @param seen - reflectance factor above the surface, 0 to 1.
 */
export function innerReflectance(seen: number, surface: SurfaceConstants): number {
  const entered = (seen - surface.k1) / ((1 - surface.k1) * (1 - surface.k2));
  return entered / (1 + surface.k2 * entered);
}
