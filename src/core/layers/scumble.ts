/**
 * A scumble: one thin film of a paint with white in it, drawn over what lies there so that it lightens and cools
 * without hiding. White and paint are chosen together with how thin.
 */
import { deltaE2000 } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import { FilmEvaluator } from "../mixing/filmEvaluator";
import { labIn } from "../mixing/mixedLab";
import type { SurfaceConstants } from "../mixing/saunderson";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel, Reflectance } from "../spectrum/types";
import type { FilmRange } from "./glazeSolver";
import { zeros } from "../numbers";

export type Scumble = {
  /** Place of the white, and of the paint that tints it; undefined for white alone. */
  readonly white: number;
  readonly paint: number | undefined;
  /** Of the paint in the film's volume, [0, 1). */
  readonly paintShare: number;
  /** Dry; 1 where titanium white has S·X = 1 at 550 nm. */
  readonly thickness: number;
  readonly predicted: LabD65;
  readonly deltaE2000: number;
  /** ΔE00 by which the result moves when the film is 30 % thicker or thinner, whichever is more. */
  readonly filmDoubt: number;
};

const SHARES = [0.001, 0.004, 0.015, 0.05, 0.15, 0.4, 0.7] as const;
const STEPS = 14;
const FIRST_STEP = 0.4;
const LAST_STEP = 0.004;
const FILM_ERROR = 0.3;
/** Nothing is so weak that less of it would be dosed, and a film that is nearly all paint is no scumble. */
const SHARE_RANGE = [0.0002, 0.9] as const;

/**
 * The nearest scumbles, best first, one for each paint and white alone.
 *
 * @param base - as it is seen.
 * @param whites - places of the whites among the paints.
 */
export function scumbles(
  base: Reflectance,
  target: LabD65,
  paints: readonly OpticalModel[],
  whites: readonly number[],
  range: FilmRange,
  view: ViewingWeights<"D65">,
  surface: SurfaceConstants,
): readonly Scumble[] {
  const film = new FilmEvaluator(paints, view, surface, base);
  const out = zeros(3);
  const places = new Uint8Array(2);
  const volumes = zeros(2);
  const labOf = (white: number, paint: number, share: number, thickness: number): LabD65 => {
    places[0] = white;
    places[1] = paint;
    volumes[0] = (1 - share) * thickness;
    volumes[1] = share * thickness;
    film.writeLab(out, places, volumes, share > 0 ? 2 : 1);
    return labIn(out);
  };
  const [low, high] = [Math.log(range.thinnest), Math.log(range.thickest)];
  const found: Scumble[] = [];
  for (const white of whites)
    for (const paint of [undefined, ...paints.map((_, place) => place)]) {
      if (paint !== undefined && whites.includes(paint)) continue;
      const missOf = (logShare: number, logThickness: number): number =>
        deltaE2000(
          target,
          labOf(white, paint ?? white, paint === undefined ? 0 : Math.exp(logShare), Math.exp(logThickness)),
        );
      let best = { share: Math.log(SHARES[0]), thickness: low, miss: Number.POSITIVE_INFINITY };
      for (const share of paint === undefined ? [SHARES[0]] : SHARES)
        for (let step = 0; step < STEPS; step++) {
          const thickness = low + ((high - low) * step) / (STEPS - 1);
          const miss = missOf(Math.log(share), thickness);
          if (miss < best.miss) best = { share: Math.log(share), thickness, miss };
        }
      for (let step = FIRST_STEP; step > LAST_STEP; ) {
        const before = best.miss;
        for (const [s, t] of WAYS) {
          const share = clamp(best.share + step * s, Math.log(SHARE_RANGE[0]), Math.log(SHARE_RANGE[1]));
          const thickness = clamp(best.thickness + step * t, low, high);
          const miss = missOf(share, thickness);
          if (miss < best.miss) best = { share, thickness, miss };
        }
        if (best.miss === before) step /= 2;
      }
      const paintShare = paint === undefined ? 0 : Math.exp(best.share);
      const thickness = Math.exp(best.thickness);
      const at = (factor: number): LabD65 => labOf(white, paint ?? white, paintShare, factor * thickness);
      const predicted = at(1);
      found.push({
        white,
        paint,
        paintShare,
        thickness,
        predicted,
        deltaE2000: deltaE2000(target, predicted),
        filmDoubt: Math.max(
          deltaE2000(predicted, at(1 - FILM_ERROR)),
          deltaE2000(predicted, at(1 + FILM_ERROR)),
        ),
      });
    }
  return found.sort((one, other) => one.deltaE2000 - other.deltaE2000);
}

const WAYS = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [1, 1],
  [1, -1],
  [-1, 1],
  [-1, -1],
] as const;

function clamp(value: number, least: number, most: number): number {
  return Math.min(most, Math.max(least, value));
}
