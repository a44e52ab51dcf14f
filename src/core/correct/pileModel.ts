/** A pile and what may be added to it, as one palette: the pile itself at place 0, then the tubes, then water. */
import type { LabD65 } from "../color/types";
import type { ColorModel } from "../mixing/colorModel";
import { colorModelOf } from "../mixing/colorModelOf";
import { mixedLab } from "../mixing/mixedLab";
import type { SurfaceConstants } from "../mixing/saunderson";
import type { Wash } from "../mixing/washMixer";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";

/** Paint and water over paper: then water can be added too, and thins the film. */
export type WashOfPile = Wash & {
  /** Paint in one volume of the pile, (0, 1]; the rest is water. */
  readonly paintShare: number;
};

export type PileAndTubes = {
  /** Optics of the pile's paint, per unit of its volume. */
  readonly pile: OpticalModel;
  readonly tubes: readonly OpticalModel[];
  /** Opaque paint when it is left out. */
  readonly wash?: WashOfPile | undefined;
};

/** The place of water among the tubes of a wash: after the last. Undefined for opaque paint. */
export function waterPlaceOf({ tubes, wash }: Pick<PileAndTubes, "tubes" | "wash">): number | undefined {
  return wash && tubes.length;
}

/** @throws RangeError unless the share of paint is above 0 and at most 1. */
export function pileModel(
  { pile, tubes, wash }: PileAndTubes,
  view: ViewingWeights<"D65">,
  surface: SurfaceConstants,
): ColorModel {
  if (!wash) return colorModelOf([pile, ...tubes], view, surface);
  const { paintShare } = wash;
  if (!(paintShare > 0 && paintShare <= 1))
    throw new RangeError(`A wash holds a share of paint in (0, 1], not ${paintShare}`);
  // In each of its parts lies so much less of everything that absorbs and scatters: the water is in it already.
  return colorModelOf([thinned(pile, paintShare), ...tubes], view, surface, wash);
}

function thinned({ absorption, scattering, ...of }: OpticalModel, share: number): OpticalModel {
  return {
    ...of,
    absorption: Array.from(absorption, (k) => k * share),
    scattering: Array.from(scattering, (s) => s * share),
  };
}

/** CIELAB of the pile with an addition. @param pileVolume - in the unit of the addition, > 0. */
export function labAfterAddition(
  model: ColorModel,
  pileVolume: number,
): (parts: readonly { readonly tube: number; readonly volume: number }[]) => LabD65 {
  return (parts) =>
    mixedLab(
      model,
      [0, ...parts.map(({ tube }) => tube + 1)],
      [pileVolume, ...parts.map(({ volume }) => volume)],
    );
}
