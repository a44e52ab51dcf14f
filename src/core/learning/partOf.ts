import { meanStrength } from "../mixing/strength";
import type { OpticalModel } from "../spectrum/types";
import { tubeAt } from "../tube/tubeAt";
import type { MixPart } from "./evidence";

/** So much colour of a tube, as volume. */
export function partOf(tubes: readonly OpticalModel[]): (tube: number, strength: number) => MixPart {
  return (tube, strength) => {
    return { tube, volume: strength / meanStrength(tubeAt(tubes, tube)) };
  };
}
