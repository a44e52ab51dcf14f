/** The white that tubes are judged in, with the observer and surface of everything else. */
import type { TestWhite } from "../core/tube/character";
import { PIGMENT_MODELS } from "./pigments.generated";
import { VIEWING } from "./standardViewing";
import { PAINT_SURFACE } from "./surface";

function titaniumWhite(): TestWhite["white"] {
  const model = PIGMENT_MODELS.find((candidate) => candidate.id === "titanium-white");
  if (!model) throw new Error("The library has no titanium white");
  return model.optics;
}

export const WHITE_BENCH: TestWhite = { white: titaniumWhite(), view: VIEWING.D65, surface: PAINT_SURFACE };
