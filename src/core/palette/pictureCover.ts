/** How much of a picture a palette mixes. */
import type { ColorArea } from "../picture/colorAreas";
import type { NearestMixture } from "./nearestMixture";

export type PictureCover = {
  /** Share of the area within the tolerance, [0, 1]. */
  readonly within: number;
  /** Mean ΔE00 over the area. */
  readonly meanMiss: number;
};

/**
 * @param colors - the picture's colours with the shares of the area that they stand for; they sum to one.
 * @param toleranceDeltaE2000 - ΔE00 that still counts as reached, above 0.
 */
export function pictureCover(
  palette: NearestMixture,
  colors: readonly ColorArea[],
  toleranceDeltaE2000: number,
): PictureCover {
  let within = 0;
  let meanMiss = 0;
  for (const { lab, share } of colors) {
    const { deltaE2000 } = palette.to(lab);
    if (deltaE2000 <= toleranceDeltaE2000) within += share;
    meanMiss += share * deltaE2000;
  }
  return { within, meanMiss };
}
