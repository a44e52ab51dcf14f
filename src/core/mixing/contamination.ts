/** What a knife that was not wiped does to the next colour. */
import { deltaE2000 } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import type { ViewingWeights } from "../spectrum/colorimetry";
import { labFromReflectance } from "../spectrum/colorimetry";
import { blendOptics, mixtureReflectance, type PaintVolume } from "./mixture";
import type { SurfaceConstants } from "./saunderson";

/** From here on a clean knife is worth the rag, ΔE00. */
const WORTH_CLEANING = 2;

export type Contamination = {
  readonly predicted: LabD65;
  /** ΔE00 from the clean colour. */
  readonly deltaE2000: number;
  readonly asksForCleaning: boolean;
};

/**
 * @param share - of the new colour's volume that comes along from the previous one, [0, 1).
 * @throws RangeError unless the share lies in [0, 1).
 */
export function contamination(
  previous: readonly PaintVolume[],
  next: readonly PaintVolume[],
  share: number,
  view: ViewingWeights<"D65">,
  surface: SurfaceConstants,
): Contamination {
  if (!(share >= 0 && share < 1)) throw new RangeError(`A share must lie in [0, 1), got ${share}`);
  const labOf = (parts: readonly PaintVolume[]): LabD65 =>
    labFromReflectance(mixtureReflectance(parts, surface), view);
  const clean = labOf(next);
  const predicted = labOf([
    { optics: blendOptics(next), volume: 1 },
    { optics: blendOptics(previous), volume: share },
  ]);
  const difference = deltaE2000(clean, predicted);
  return { predicted, deltaE2000: difference, asksForCleaning: difference > WORTH_CLEANING };
}
