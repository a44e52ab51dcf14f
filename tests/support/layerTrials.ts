/** Stacks for tests: a numerical two-flux solver that shares nothing with the closed forms, and random layers. */
import type { LabD65 } from "@/core/color/types";
import type { Layer } from "@/core/layers/stack";
import type { SurfaceConstants } from "@/core/mixing/saunderson";
import type { Rng } from "@/core/random/rng";
import { labFromReflectance } from "@/core/spectrum/colorimetry";
import { GRID_10NM, type OpticalModel, type Reflectance } from "@/core/spectrum/types";
import { VIEWING } from "@/data/standardViewing";
import { PAINT_SURFACE } from "@/data/surface";
import { pigment } from "./paint";

export const flat = (reflectance: number): Reflectance => ({
  grid: GRID_10NM,
  values: new Array<number>(GRID_10NM.count).fill(reflectance),
});
/** A black card, a middle grey and a white one. */
export const [BLACK_CARD, GREY_CARD, WHITE_CARD] = [flat(0.03), flat(0.2), flat(0.86)] as const;

export const seenLab = (seen: Reflectance): LabD65 => labFromReflectance(seen, VIEWING.D65);

const SMALLEST_STEPS = 400;

/**
 * Reflectance of a stack by integrating both fluxes through it from the ground up, in small steps:
 *   dR/dx = S (1 + R²) - 2 (K + S) R, fourth order Runge-Kutta.
 * Source: P. Kubelka, F. Munk, Z. techn. Physik 12, 593-601 (1931), the differential equations themselves.
 */
export function integrated(
  ground: Reflectance,
  layers: readonly Layer[],
  { k1, k2 }: SurfaceConstants = PAINT_SURFACE,
): Reflectance {
  return {
    grid: GRID_10NM,
    values: Array.from({ length: GRID_10NM.count }, (_, band) => {
      const entered = ((ground.values[band] ?? Number.NaN) - k1) / ((1 - k1) * (1 - k2));
      let r = Math.max(0, entered / (1 + k2 * entered));
      for (const { optics, thickness, passes } of layers) {
        const [k, s] = [optics.absorption[band] ?? Number.NaN, optics.scattering[band] ?? Number.NaN];
        const depth = thickness * passes;
        const steps = Math.max(SMALLEST_STEPS, Math.ceil(60 * (k + s) * depth));
        const h = depth / steps;
        const slope = (at: number): number => s * (1 + at * at) - 2 * (k + s) * at;
        for (let step = 0; step < steps; step++) {
          const one = slope(r);
          const two = slope(r + (h / 2) * one);
          const three = slope(r + (h / 2) * two);
          const four = slope(r + h * three);
          r += (h / 6) * (one + 2 * two + 2 * three + four);
        }
      }
      return k1 + ((1 - k1) * (1 - k2) * r) / (1 - k2 * r);
    }),
  };
}

/** Paints that painters glaze with, and some that hide. */
export const GLAZING_TUBES = [
  "titanium-white",
  "quinacridone-rose",
  "phthalo-blue-gs",
  "phthalo-green-bs",
  "ultramarine-blue",
  "arylide-yellow",
  "transparent-red-oxide",
  "burnt-sienna",
  "raw-umber",
  "pyrrole-red",
] as const;

export const opticsFor = (id: string): OpticalModel => pigment(id).optics;

export function anyOf<T>(list: readonly T[], rng: Rng): T {
  return list[Math.floor(rng.next() * list.length)] as T;
}

/** From a stain to a coat, by equal ratios. */
export function anyThickness(rng: Rng, thinnest = 0.01, thickest = 2): number {
  return thinnest * (thickest / thinnest) ** rng.next();
}

export function anyGround(rng: Rng): Reflectance {
  const [low, high] = [0.03 + 0.8 * rng.next(), 0.03 + 0.8 * rng.next()];
  return {
    grid: GRID_10NM,
    values: Array.from({ length: GRID_10NM.count }, (_, band) => low + ((high - low) * band) / 35),
  };
}
