/** What is black, white, lasting: the kinds of tube that rules speak of. */
import { modelsOfTube } from "./optics";
import type { Tube } from "./tube";

export function isBlackTube(tube: Tube): boolean {
  return modelsOfTube(tube).some((model) => model.family === "black");
}

export function isWhiteTube(tube: Tube): boolean {
  return modelsOfTube(tube).some((model) => model.family === "white");
}

const LIGHTFAST: readonly Tube["lightfastness"][] = ["I", "I-II", "II"];

/** Of ASTM class I or II: what is sold as lasting. */
export function isLightfast(tube: Tube): boolean {
  return LIGHTFAST.includes(tube.lightfastness);
}
