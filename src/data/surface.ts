import type { SurfaceBelief } from "../core/learning/surfaceModel";
import type { SurfaceConstants } from "../core/mixing/saunderson";

/**
 * Surface of a brushed-out artists' paint, seen away from glare.
 *
 * k1 0.025: a semi-gloss film throws back 4 % in all, of which a good third misses the viewer. The darkest
 * typical masstone of the table (L* 21, Y 0.032) leaves no room for much more.
 * k2 0.60: J. L. Saunderson's value for a binder of refractive index 1.5.
 */
export const PAINT_SURFACE: SurfaceConstants = { k1: 0.025, k2: 0.6 };

/**
 * The same of paint whose shine is known. A matt film throws the 4 % of its surface about, so that more of it meets the
 * viewer; a gloss or a varnish throws it past. What is thrown back inside is less where the surface is rough.
 */
export const SURFACE_OF_SHINE = {
  matt: { centre: { k1: 0.035, k2: 0.48 }, prior: { outer: 0.2, inner: 0.35 } },
  satin: { centre: PAINT_SURFACE, prior: { outer: 0.25, inner: 0.35 } },
  gloss: { centre: { k1: 0.019, k2: 0.6 }, prior: { outer: 0.25, inner: 0.35 } },
  varnished: { centre: { k1: 0.016, k2: 0.6 }, prior: { outer: 0.25, inner: 0.35 } },
} as const satisfies Readonly<Record<string, SurfaceBelief>>;
