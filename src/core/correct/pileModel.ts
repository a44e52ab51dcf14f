/** A pile and what may be added to it, as one palette: the pile itself at place 0, then the tubes, then water. */
import type { ColorModel } from "../mixing/colorModel";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import type { SurfaceConstants } from "../mixing/saunderson";
import { type Wash, WashMixer } from "../mixing/washMixer";
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
  const optics = [pile, ...tubes];
  return wash
    ? new WashOfPileModel(optics, wash, view, surface)
    : new MixtureEvaluator(optics, view, surface);
}

/** The pile at place 0 is paint and water at once; all else is as in any palette of washes. */
class WashOfPileModel implements ColorModel {
  readonly tubeCount: number;
  readonly isScaleFree = true;
  private readonly mixer: WashMixer;
  private readonly places: Uint8Array;
  private readonly amounts: Float64Array;

  constructor(
    optics: readonly OpticalModel[],
    private readonly wash: WashOfPile,
    view: ViewingWeights<"D65">,
    surface: SurfaceConstants,
  ) {
    const { paintShare } = wash;
    if (!(paintShare > 0 && paintShare <= 1))
      throw new RangeError(`A wash holds a share of paint in (0, 1], not ${paintShare}`);
    this.mixer = new WashMixer(optics, view, surface, wash);
    this.tubeCount = this.mixer.tubeCount;
    this.places = new Uint8Array(this.tubeCount + 1);
    this.amounts = new Float64Array(this.tubeCount + 1);
  }

  /** Water thins about as much as one volume of the pile does. */
  strengthOf(place: number): number {
    const { mixer, wash } = this;
    return place === 0 || place === mixer.water
      ? wash.paintShare * mixer.strengthOf(0)
      : mixer.strengthOf(place);
  }

  writeLab(out: Float64Array, places: Uint8Array, volumes: Float64Array, count: number): void {
    const { paintShare } = this.wash;
    let water = 0;
    for (let j = 0; j < count; j++) {
      const isPile = places[j] === 0;
      this.places[j] = places[j] as number;
      this.amounts[j] = (volumes[j] as number) * (isPile ? paintShare : 1);
      if (isPile) water += (volumes[j] as number) * (1 - paintShare);
    }
    this.places[count] = this.mixer.water;
    this.amounts[count] = water;
    this.mixer.writeLab(out, this.places, this.amounts, count + 1);
  }

  writeLabAndSlopes(): void {
    throw new RangeError("A wash of a pile is searched without slopes");
  }
}
