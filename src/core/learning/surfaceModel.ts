/**
 * The surface of a box's paint as something to be learned: gloss, medium and grade differ, and what is assumed wrongly
 * here falsifies every dark colour.
 *
 *   k1 = k1₀ exp(σ₁ u),   logit k2 = logit k2₀ + σ₂ v      u, v: in prior standard deviations
 *
 * The logarithm and the logit keep both inside what a surface can be.
 */
import type { SurfaceConstants } from "../mixing/saunderson";

/** Prior standard deviations of ln k1 and logit k2. */
export type SurfacePrior = { readonly outer: number; readonly inner: number };

/** Where the surface of some paint is thought to be, before anything of it was read. */
export type SurfaceBelief = { readonly centre: SurfaceConstants; readonly prior: SurfacePrior };

/** In one standard deviation each way: k1 from 0.017 to 0.037 around 0.025, k2 from 0.48 to 0.71 around 0.6. */
export const USUAL_SURFACE_PRIOR: SurfacePrior = { outer: 0.4, inner: 0.5 };

export const PARAMETERS_OF_SURFACE = 2;

/** @param u, v - in prior standard deviations. */
export function surfaceOf(
  centre: SurfaceConstants,
  prior: SurfacePrior,
  u: number,
  v: number,
): SurfaceConstants {
  const logit = Math.log(centre.k2 / (1 - centre.k2)) + prior.inner * v;
  return { k1: centre.k1 * Math.exp(prior.outer * u), k2: 1 / (1 + Math.exp(-logit)) };
}

/** Derivatives of k1 with respect to u and of k2 with respect to v. */
export function surfaceSlopes(surface: SurfaceConstants, prior: SurfacePrior): readonly [number, number] {
  return [prior.outer * surface.k1, prior.inner * surface.k2 * (1 - surface.k2)];
}
