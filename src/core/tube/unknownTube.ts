/**
 * A tube whose label is gone, from what an eye or an instrument read of it: which hue it is, how dull, what it is like, and
 * how sure all of that is.
 *
 * Each generic paint stands for the tubes of its kind, which lie around it by so much; its weight is how well it explains the
 * readings. Where the tube opens most in white is each generic's own place, moved by what the readings say against that
 * generic. The mean of these, by weight, is the answer; how far they disagree is the doubt.
 */
import { deltaE2000 } from "../color/ciede2000";
import { chromaOf, hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import { NEUTRAL_CHROMA } from "../describe/chromaWords";
import type { TubeReading } from "../learning/calibrateTube";
import type { PigmentModel } from "../pigment/types";
import type { OpticalModel } from "../spectrum/types";
import { tintLab, tintLadder, type TestWhite } from "./character";
import { areFinite, sumOf } from "../numbers";

/** How far tubes of one kind lie from their generic, ΔE00, one standard deviation. */
const KIND_SPREAD = 4;
/** ΔE00 counts a step in hue the less, the more chroma there is (S_H without its hue term). */
const HUE_SCALE = 0.015;
/** Of the spread of a kind in hue, what a reading of one tint leaves open at another. */
const DRIFT_SHARE = 0.25;
/** Below this chroma a reading's hue is noise. */
const LEAST_CHROMA_READ = 5;
/** A reading may move the chroma of a generic by so much. */
const MOST_CHROMA_RATIO = 2.5;
/** Generics of about this hue, in degrees, are what its dullness is held against. */
const SAME_HUE = 25;
/** Nine of ten of a normal spread. */
const NINE_OF_TEN = 1.645;
const LEAST_WEIGHT = 1e-3;

export type UnknownTube = {
  /** CIELAB hue angle where it is clearest in white, degrees; undefined for a black, a white or a grey. */
  readonly hueDegrees: number | undefined;
  /** Within so many degrees the hue lies in nine of ten cases. */
  readonly hueDoubtDegrees: number;
  /** C*ab where it is clearest in white. */
  readonly chroma: number;
  /** Of the clearest generic paint of about this hue, (0, 1]; undefined without a hue. */
  readonly clearness: number | undefined;
  /** Generic paints that explain the readings, the likest first; weights sum to at most 1. */
  readonly like: readonly { readonly model: PigmentModel; readonly weight: number }[];
};

/** @throws RangeError without a reading, without a model, or for readings that are not finite. */
export function unknownTube(
  models: readonly PigmentModel[],
  readings: readonly TubeReading[],
  bench: TestWhite,
): UnknownTube {
  if (readings.length === 0 || models.length === 0)
    throw new RangeError("A tube is told from at least one reading and one generic paint");
  if (!readings.every(({ lab }) => areFinite(lab)))
    throw new RangeError("A reading needs three finite numbers");
  const kinds = models.map((model) => kindOf(model, readings, bench));
  const least = Math.min(...kinds.map(({ misfit }) => misfit));
  const likelihoods = kinds.map(({ misfit }) => Math.exp((least - misfit) / 2));
  const total = sumOf(likelihoods);
  const weighed = kinds.map((kind, i) => ({ ...kind, weight: (likelihoods[i] ?? 0) / total }));
  const chroma = weighed.reduce((sum, kind) => sum + kind.weight * kind.chroma, 0);
  const like = weighed
    .filter(({ weight }) => weight >= LEAST_WEIGHT)
    .sort((one, other) => other.weight - one.weight)
    .map(({ model, weight }) => ({ model, weight }));
  if (chroma < NEUTRAL_CHROMA)
    return { hueDegrees: undefined, hueDoubtDegrees: 180, chroma, clearness: undefined, like };
  const hueDegrees = meanHue(weighed);
  const apart = weighed.reduce(
    (sum, kind) =>
      sum + kind.weight * (hueDifferenceDegrees(hueDegrees, kind.hueDegrees) ** 2 + kind.hueVariance),
    0,
  );
  const clearest = Math.max(
    chroma,
    ...models
      .map((model) => lchFromLab(clearestTint(model.optics, bench)))
      .filter(([, , hue]) => Math.abs(hueDifferenceDegrees(hue, hueDegrees)) <= SAME_HUE)
      .map(([, clear]) => clear),
  );
  return {
    hueDegrees,
    hueDoubtDegrees: Math.min(180, NINE_OF_TEN * Math.sqrt(apart)),
    chroma,
    clearness: chroma / clearest,
    like,
  };
}

type Kind = {
  readonly model: PigmentModel;
  /** Sum of squares in standard deviations. */
  readonly misfit: number;
  /** Of the clearest tint of a tube of this kind that read as it did. */
  readonly hueDegrees: number;
  readonly hueVariance: number;
  readonly chroma: number;
};

function kindOf(model: PigmentModel, readings: readonly TubeReading[], bench: TestWhite): Kind {
  let misfit = 0;
  let [shift, shiftWeight, ratio, ratioWeight] = [0, 0, 0, 0];
  for (const { whiteParts, lab, uncertaintyDeltaE2000 } of readings) {
    const expected = tintLab(model.optics, whiteParts, bench);
    misfit += (deltaE2000(lab, expected) / Math.hypot(uncertaintyDeltaE2000, KIND_SPREAD)) ** 2;
    const [, chromaRead, hueRead] = lchFromLab(lab);
    const [, chromaExpected, hueExpected] = lchFromLab(expected);
    const known = Math.min(chromaRead, chromaExpected);
    if (known < LEAST_CHROMA_READ) continue;
    // A hue is known the better the more chroma there is to see it in.
    const weight = (known / (uncertaintyDeltaE2000 * (1 + HUE_SCALE * known))) ** 2;
    shift += weight * hueDifferenceDegrees(hueExpected, hueRead);
    shiftWeight += weight;
    ratio += weight * Math.log(chromaRead / chromaExpected);
    ratioWeight += weight;
  }
  const [, chroma, hue] = lchFromLab(clearestTint(model.optics, bench));
  const moved = shiftWeight > 0 ? shift / shiftWeight : 0;
  const most = Math.log(MOST_CHROMA_RATIO);
  const grown = ratioWeight > 0 ? Math.min(most, Math.max(-most, ratio / ratioWeight)) : 0;
  return {
    model,
    misfit,
    hueDegrees: (((hue + moved) % 360) + 360) % 360,
    // Without a reading that shows a hue, the kind's own spread is all that is known; with one, a part of it is left,
    // since the tint that was read is not the clearest.
    hueVariance:
      shiftWeight > 0
        ? (180 / Math.PI) ** 2 / shiftWeight + (DRIFT_SHARE * hueSpread(chroma)) ** 2
        : hueSpread(chroma) ** 2,
    chroma: chroma * Math.exp(grown),
  };
}

/** Degrees by which the hue of a tube lies from that of its kind. */
function hueSpread(chroma: number): number {
  return (180 / Math.PI) * Math.min(Math.PI, (KIND_SPREAD * (1 + HUE_SCALE * chroma)) / Math.max(1, chroma));
}

function clearestTint(optics: OpticalModel, bench: TestWhite) {
  return tintLadder(optics, bench)
    .map(({ lab }) => lab)
    .reduce((best, lab) => (chromaOf(lab) > chromaOf(best) ? lab : best));
}

function meanHue(kinds: readonly { readonly weight: number; readonly hueDegrees: number }[]): number {
  let [x, y] = [0, 0];
  for (const { weight, hueDegrees } of kinds) {
    x += weight * Math.cos((hueDegrees * Math.PI) / 180);
    y += weight * Math.sin((hueDegrees * Math.PI) / 180);
  }
  return ((Math.atan2(y, x) * 180) / Math.PI + 360) % 360;
}
