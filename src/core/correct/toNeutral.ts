/**
 * A pile brought to a neutral grey: the tube, or the two of which the second takes back the lean that the first leaves.
 * In amounts that a hand can lay.
 */
import { dosingOf } from "../amounts/dosing";
import { chromaOf } from "../color/cieLab";
import { volumeOf } from "../numbers";
import { bestAmount } from "../optimize/bestAmount";
import type { SurfaceConstants } from "../mixing/saunderson";
import type { ViewingWeights } from "../spectrum/colorimetry";
import { type Corrector, correctorOf } from "./correctors";
import { dosesAround, type LaidCorrectorQuery, MOST_ADDED, withWater } from "./laidCorrectors";
import { labAfterAddition, pileModel, waterPlaceOf } from "./pileModel";

const LEAST = 1e-4;
/** Rounds of improving one amount after the other. */
const ROUNDS = 4;
/** How much a change of value, L*, counts beside what is left of the chroma, C*ab. */
const VALUE_WEIGHT = 0.3;
/** A way that leaves more than this share of the chroma does not lead to a grey. */
const MOST_LEFT = 0.5;
/** A second tube has to take away this much more, C*ab. */
const WORTH_A_TUBE = 1;

/**
 * Least colour left first; volumes are those of the whole addition, in the unit of the dosing.
 *
 * @throws RangeError when the pile has no volume.
 */
export function waysToNeutral(
  query: Omit<LaidCorrectorQuery, "axis" | "change" | "maxTubes">,
  view: ViewingWeights<"D65">,
  surface: SurfaceConstants,
): readonly Corrector[] {
  const { pileVolume, whites = [], mostAdded = MOST_ADDED, tubes } = query;
  if (!(pileVolume > 0)) throw new RangeError(`A pile has a volume above zero, got ${pileVolume}`);
  const water = waterPlaceOf(query);
  const dosing = withWater(dosingOf(query.dosing), water);
  const model = pileModel(query, view, surface);
  const labWith = labAfterAddition(model, pileVolume);
  const start = labWith([]);
  const chroma = chromaOf(start);
  const costOf = (parts: Corrector["parts"]): number => {
    const lab = labWith(parts);
    return chromaOf(lab) + VALUE_WEIGHT * Math.abs(lab[0] - start[0]);
  };
  const most = mostAdded * pileVolume;
  const best = (places: readonly number[]): Corrector["parts"] => {
    let parts = places.map((tube) => ({ tube, volume: LEAST * pileVolume }));
    for (let round = 0; round < (places.length === 1 ? 1 : ROUNDS); round++) {
      for (const tube of places) {
        const withAmount = (volume: number) =>
          parts.map((part) => (part.tube === tube ? { tube, volume } : part));
        parts = withAmount(bestAmount((volume) => costOf(withAmount(volume)), LEAST * pileVolume, most));
      }
    }
    return dosesAround(parts, dosing).reduce((one, other) => (costOf(other) < costOf(one) ? other : one));
  };
  const places = [...tubes.keys(), ...(water === undefined ? [] : [water])];
  const singles = places.map((tube) => [tube]);
  const pairs = places.flatMap((one) =>
    places
      .filter((other) => other > one && !(whites.includes(one) && whites.includes(other)))
      .map((other) => [one, other]),
  );
  const ways = [...singles, ...pairs].map((set) => {
    const parts = best(set);
    return correctorOf("chroma", start, parts, labWith(parts));
  });
  const leftOf = ({ predicted }: Corrector): number => chromaOf(predicted);
  const alone = new Map(
    ways.flatMap((way) => (way.parts.length === 1 ? [[way.parts[0]?.tube, leftOf(way)]] : [])),
  );
  return ways
    .filter((way) => leftOf(way) <= MOST_LEFT * chroma)
    .filter((way) => volumeOf(way.parts) <= most * (1 + 1e-9))
    .filter(
      (way) =>
        way.parts.length === 1 ||
        way.parts.every(({ tube }) => leftOf(way) < (alone.get(tube) ?? chroma) - WORTH_A_TUBE),
    )
    .sort((one, other) => leftOf(one) - leftOf(other) || one.parts.length - other.parts.length);
}
