/**
 * What a little of every tube would do to a pile: the same strength of each, so that a weak and a strong tube are
 * compared fairly. To be read before one of them is chosen.
 */
import { type LabD65, labD65 } from "../color/types";
import type { SurfaceConstants } from "../mixing/saunderson";
import type { ViewingWeights } from "../spectrum/colorimetry";
import { type Corrector, correctorOf } from "./correctors";
import { type PileAndTubes, pileModel, waterPlaceOf } from "./pileModel";

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
  const out = new Float64Array(3);
  const labWith = (places: readonly number[], volumes: readonly number[]): LabD65 => {
    mixer.writeLab(out, Uint8Array.from(places), Float64Array.from(volumes), places.length);
    return labD65(out[0] as number, out[1] as number, out[2] as number);
  };
  const start = labWith([0], [1]);
  const water = waterPlaceOf(query);
  return [...tubes.keys(), ...(water === undefined ? [] : [water])].map((tube) => {
    const volume = (share * mixer.strengthOf(0)) / mixer.strengthOf(tube + 1);
    return correctorOf("value", start, [{ tube, volume }], labWith([0, tube + 1], [1, volume]));
  });
}
