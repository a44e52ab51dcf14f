/**
 * Paint and water over paper as one palette: water stands after the last tube, and only ratios count. So whatever
 * searches opaque paint with its white searches washes with their water.
 *
 * Volumes p of paint and w of water dry to a film of thickness U Σp / (Σp + w), U that of a layer without water. Of
 * tube j then lies f_j = p_j U / T there, T = Σp + w, so that
 *
 *   ∂Lab/∂p_j = U / T (∂Lab/∂f_j - Σ_i p_i / T ∂Lab/∂f_i),   ∂Lab/∂w = -U / T Σ_i p_i / T ∂Lab/∂f_i
 */
import { sumOf, zeros } from "../numbers";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel, Reflectance } from "../spectrum/types";
import type { ColorModel } from "./colorModel";
import { FilmEvaluator } from "./filmEvaluator";
import type { SurfaceConstants } from "./saunderson";

/** What washes are laid on. */
export type Wash = {
  readonly paper: Reflectance;
  /** Dry thickness of a layer without water, 1 where titanium white has S·X = 1 at 550 nm. */
  readonly undilutedThickness: number;
};

/**
 * Water as scaled by strength: at equal shares of a usual paint and water the film is pale, and the searches' even
 * steps run from a strong wash to bare paper.
 */
const WATER_STRENGTH = 0.1;

export class WashMixer implements ColorModel {
  /** Water is the last of them. */
  readonly tubeCount: number;
  readonly isScaleFree = true;
  readonly water: number;
  private readonly film: FilmEvaluator;
  private readonly places: Uint8Array;
  private readonly amounts: Float64Array;
  private readonly filmSlopes: Float64Array;
  /** Tubes in the film that was written last. */
  private paints = 0;

  /** @throws RangeError unless every K is >= 0, every S > 0 and the paper's reflectances are finite. */
  constructor(
    tubes: readonly OpticalModel[],
    view: ViewingWeights,
    surface: SurfaceConstants,
    private readonly wash: Wash,
  ) {
    this.film = new FilmEvaluator(tubes, view, surface, wash.paper);
    this.water = tubes.length;
    this.tubeCount = tubes.length + 1;
    this.places = new Uint8Array(this.tubeCount);
    this.amounts = zeros(this.tubeCount);
    this.filmSlopes = zeros(3 * this.tubeCount);
  }

  strengthOf(tube: number): number {
    return tube === this.water ? WATER_STRENGTH : this.film.strengthOf(tube);
  }

  writeLab(out: Float64Array, tubes: Uint8Array, volumes: Float64Array, count: number): void {
    this.writeFilm(tubes, volumes, count);
    this.film.writeLab(out, this.places, this.amounts, this.paints);
  }

  writeLabAndSlopes(
    out: Float64Array,
    slopes: Float64Array,
    tubes: Uint8Array,
    volumes: Float64Array,
    count: number,
  ): void {
    const { film, filmSlopes, places, amounts, wash } = this;
    const perVolume = this.writeFilm(tubes, volumes, count);
    film.writeLabAndSlopes(out, filmSlopes, places, amounts, this.paints);
    for (let axis = 0; axis < 3; axis++) {
      let mean = 0;
      for (let j = 0; j < this.paints; j++)
        mean += ((amounts[j] as number) / wash.undilutedThickness) * (filmSlopes[3 * j + axis] as number);
      for (let j = 0, paint = 0; j < count; j++) {
        const own = tubes[j] === this.water ? 0 : (filmSlopes[3 * paint++ + axis] as number);
        slopes[3 * j + axis] = perVolume * (own - mean);
      }
    }
  }

  /** The film that these volumes dry to, in `places` and `amounts`. @returns thickness of one volume of paint. */
  private writeFilm(tubes: Uint8Array, volumes: Float64Array, count: number): number {
    const perVolume = this.wash.undilutedThickness / sumOf(volumes, count);
    this.paints = 0;
    for (let j = 0; j < count; j++) {
      if (tubes[j] === this.water) continue;
      this.places[this.paints] = tubes[j] as number;
      this.amounts[this.paints++] = (volumes[j] as number) * perVolume;
    }
    return perVolume;
  }
}
