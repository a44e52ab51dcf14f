import type { SurfaceConstants } from "../core/mixing/saunderson";

/**
 * Surface of a brushed-out artists' paint, seen away from glare.
 *
 * k1 0.025: a semi-gloss film throws back 4 % in all, of which a good third misses the viewer. The darkest
 * typical masstone of the table (L* 21, Y 0.032) leaves no room for much more.
 * k2 0.60: J. L. Saunderson's value for a binder of refractive index 1.5.
 */
export const PAINT_SURFACE: SurfaceConstants = { k1: 0.025, k2: 0.6 };
