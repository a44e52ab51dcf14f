/** The kernel of searches in both builds, and random boxes of tubes to hold it against the plain form. */
import { labD65, type LabD65 } from "../../src/core/color/types";
import type { OpaqueKernel } from "../../src/core/mixing/opaqueModel";
import type { Rng } from "../../src/core/random/rng";
import type { OpticalModel } from "../../src/core/spectrum/types";
import { PIGMENT_MODELS } from "../../src/data/pigments.generated";
import { SURFACE_OF_SHINE } from "../../src/data/surface";
import { createKernel } from "../../src/kernel/kernel";
import { kernelModule } from "../../src/kernel/load";
import { pigment } from "./paint";

const SIMD = kernelModule(true);
const SCALAR = kernelModule(false);
export const moduleOf = (simd: boolean): WebAssembly.Module => (simd ? SIMD : SCALAR);
export const kernelWith = (simd: boolean): OpaqueKernel => createKernel(moduleOf(simd));

export const BUILDS = [
  ["with SIMD", true],
  ["without SIMD", false],
] as const;

export function box(rng: Rng, kind: "generic" | "own surface" | "two surfaces"): OpticalModel[] {
  return Array.from({ length: 12 }, (_, place) => {
    const optics = PIGMENT_MODELS[rng.below(PIGMENT_MODELS.length)]?.optics ?? pigment("raw-umber").optics;
    if (kind === "generic") return optics;
    if (kind === "own surface") return { ...optics, surface: { k1: 0.035, k2: 0.45 } };
    return place % 3 === 0
      ? optics
      : { ...optics, surface: place % 3 === 1 ? { k1: 0.035, k2: 0.45 } : SURFACE_OF_SHINE.gloss.centre };
  });
}

export function mixOf(rng: Rng, count: number): { tubes: Uint8Array; volumes: Float64Array } {
  const order = Array.from({ length: 12 }, (_, tube) => ({ tube, key: rng.next() })).sort(
    (a, b) => a.key - b.key,
  );
  return {
    tubes: Uint8Array.from(order.slice(0, count), ({ tube }) => tube),
    volumes: Float64Array.from({ length: count }, () => (rng.next() < 0.15 ? 0 : 10 ** rng.between(-4, 2))),
  };
}

export const target = (rng: Rng): LabD65 => {
  const chroma = rng.between(0, 110);
  const hue = rng.between(0, 2 * Math.PI);
  return labD65(rng.between(2, 98), chroma * Math.cos(hue), chroma * Math.sin(hue));
};
