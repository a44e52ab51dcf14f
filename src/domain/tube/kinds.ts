/** What is black, white, lasting: the kinds of tube that rules speak of. */
import { modelsOfTube } from "./optics";
import type { Tube } from "./tube";

export function isBlackTube(tube: Tube): boolean {
  return modelsOfTube(tube).some((model) => model.family === "black");
}

/** All of it is white: a pink of white and red is none. */
export function isWhiteTube(tube: Tube): boolean {
  const models = modelsOfTube(tube);
  return models.length > 0 && models.every((model) => model.family === "white");
}

const LIGHTFAST: readonly Tube["lightfastness"][] = ["I", "I-II", "II"];

/** Classes that do not last on a wall. */
export const FADES: readonly Tube["lightfastness"][] = ["III", "III-IV", "IV"];

/** Of ASTM class I or II: what is sold as lasting. */
export function isLightfast(tube: Tube): boolean {
  return LIGHTFAST.includes(tube.lightfastness);
}
