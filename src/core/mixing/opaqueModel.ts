/**
 * Opaque mixtures for searches: in plain form, or by a kernel that a worker or the server's pool handed in. A kernel gives
 * the same colours to 1e-9 and the same answers; what it is, and why it is handed in, is in docs/decisions/0028.
 */
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import type { ColorModel } from "./colorModel";
import { MixtureEvaluator } from "./mixtureEvaluator";
import type { SurfaceConstants } from "./saunderson";

/** @param plain - the same in plain form, which has checked the paints; what the kernel cannot do goes on there. */
export type OpaqueKernel = (
  plain: MixtureEvaluator,
  tubes: readonly OpticalModel[],
  view: ViewingWeights,
  surface: SurfaceConstants,
) => ColorModel;

let kernel: OpaqueKernel | undefined;

/** From now on in this thread; undefined goes back to the plain form. */
export function handInKernel(next: OpaqueKernel | undefined): void {
  kernel = next;
}

/** @throws RangeError unless every K is finite and >= 0, every S finite and > 0. */
export function opaqueModel(
  tubes: readonly OpticalModel[],
  view: ViewingWeights,
  surface: SurfaceConstants,
): ColorModel {
  const plain = new MixtureEvaluator(tubes, view, surface);
  return kernel?.(plain, tubes, view, surface) ?? plain;
}
