/** What a tube's paint weighs: its own density, or what is usual for its pigments. */
import { USUAL_GRAMS_PER_ML, usualGramsPerMl } from "../../data/densities";
import type { Tube } from "./tube";
import { modelsOfTube } from "./optics";

/** Grams to the millilitre. */
export function densityOf(tube: Tube): number {
  if (tube.gramsPerMl !== undefined) return tube.gramsPerMl;
  const usual = modelsOfTube(tube).map((model) => usualGramsPerMl(model.colourIndex));
  return usual.length > 0 ? usual.reduce((sum, one) => sum + one, 0) / usual.length : USUAL_GRAMS_PER_ML;
}
