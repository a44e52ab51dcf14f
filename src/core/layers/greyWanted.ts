/**
 * The grey that a glaze wants below it: a grisaille is painted in greys, and the colour comes from the films.
 */
import { deltaE2000 } from "../color/ciede2000";
import { yFromLightness } from "../color/cieLab";
import { labD65, type LabD65 } from "../color/types";
import type { SurfaceConstants } from "../mixing/saunderson";
import { labFromReflectance, type ViewingWeights } from "../spectrum/colorimetry";
import type { Reflectance } from "../spectrum/types";
import { stackOver } from "./stack";
import type { FilmAbove } from "./underFilm";

export type GreyWanted = {
  readonly base: LabD65;
  /** Under the film. */
  readonly predicted: LabD65;
  readonly deltaE2000: number;
};

/** What paint reaches, L*. */
const DARKEST = 12;
const LIGHTEST = 96;
const COARSE = 1;
const FINE = 0.02;

/** Under a film, the neutral base with which it comes nearest to a colour. */
export function greyWanted(
  target: LabD65,
  film: FilmAbove,
  view: ViewingWeights<"D65">,
  surface: SurfaceConstants,
): GreyWanted {
  const at = (lightness: number): GreyWanted => {
    const base: Reflectance = {
      grid: view.grid,
      values: new Array<number>(view.grid.count).fill(yFromLightness(lightness)),
    };
    const [, seen = base] = stackOver(base, [{ ...film, passes: 1, coverShare: 1 }], surface);
    const predicted = labFromReflectance(seen, view);
    return { base: labD65(lightness, 0, 0), predicted, deltaE2000: deltaE2000(target, predicted) };
  };
  let best = at(DARKEST);
  const look = (from: number, to: number, step: number): void => {
    for (let lightness = from; lightness <= to; lightness += step) {
      const one = at(lightness);
      if (one.deltaE2000 < best.deltaE2000) best = one;
    }
  };
  look(DARKEST, LIGHTEST, COARSE);
  const [middle] = best.base;
  look(Math.max(DARKEST, middle - COARSE), Math.min(LIGHTEST, middle + COARSE), FINE);
  return best;
}
