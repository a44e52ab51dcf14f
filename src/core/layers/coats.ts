/** How many coats of a paint hide what lies below. */
import { deltaE2000 } from "../color/ciede2000";
import type { SurfaceConstants } from "../mixing/saunderson";
import { labFromReflectance, type ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel, Reflectance } from "../spectrum/types";
import { type Layer, stackOver } from "./stack";

/** A painter who has not covered after so many will not. */
const MOST_COATS = 40;
/** An eye side by side begins to see this. */
const HIDDEN_WITHIN = 1;

/**
 * The fewest coats after which two grounds cannot be told apart any more; undefined where no sensible number does it.
 *
 * @param grounds - as they are seen: a black and a white card, or what really lies there.
 * @param thickness - of one coat.
 */
export function coatsToCover(
  optics: OpticalModel,
  thickness: number,
  grounds: readonly [Reflectance, Reflectance],
  view: ViewingWeights<"D65">,
  surface: SurfaceConstants,
): number | undefined {
  const differenceAfter = (passes: number): number => {
    const coat: Layer = { optics, thickness, passes, coverShare: 1 };
    const [one, other] = grounds.map((ground) => {
      const seen = stackOver(ground, [coat], surface)[1] ?? ground;
      return labFromReflectance(seen, view);
    });
    return one && other ? deltaE2000(one, other) : 0;
  };
  for (let coats = 1; coats <= MOST_COATS; coats++) if (differenceAfter(coats) <= HIDDEN_WITHIN) return coats;
  return undefined;
}
