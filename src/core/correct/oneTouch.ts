/**
 * What a little of every tube would do to a pile: the same strength of each, so that a weak and a strong tube are
 * compared fairly. To be read before one of them is chosen.
 */
import type { SurfaceConstants } from "../mixing/saunderson";
import type { ViewingWeights } from "../spectrum/colorimetry";
import { type Corrector, correctorOf } from "./correctors";
import { labAfterAddition, type PileAndTubes, pileModel, waterPlaceOf } from "./pileModel";

export type TouchQuery = PileAndTubes & {
  /** Strength of each addition, as a share of the strength of the whole pile, (0, 1]. */
  readonly share: number;
};

/**
 * One for each tube, in their order, and for water after them where the pile is a wash; volumes per unit volume of the pile. The strength of a tube is the mean of K + S
 * over the bands.
 *
 * @throws RangeError unless the share is above 0 and at most 1.
 */
export function oneTouchOfEach(
  query: TouchQuery,
  view: ViewingWeights<"D65">,
  surface: SurfaceConstants,
): readonly Corrector[] {
  const { tubes, share } = query;
  if (!(share > 0 && share <= 1)) throw new RangeError(`A touch is a share in (0, 1], not ${share}`);
  const mixer = pileModel(query, view, surface);
  const labWith = labAfterAddition(mixer, 1);
  const start = labWith([]);
  const water = waterPlaceOf(query);
  return [...tubes.keys(), ...(water === undefined ? [] : [water])].map((tube) => {
    const volume = (share * mixer.strengthOf(0)) / mixer.strengthOf(tube + 1);
    const parts = [{ tube, volume }];
    return correctorOf("value", start, parts, labWith(parts));
  });
}
