import { meanStrength } from "../mixing/strength";
import type { OpticalModel } from "../spectrum/types";
import type { MixPart } from "./evidence";

/** So much colour of a tube, as volume. */
export function partOf(tubes: readonly OpticalModel[]): (tube: number, strength: number) => MixPart {
  return (tube, strength) => {
    const optics = tubes[tube];
    if (!optics) throw new RangeError(`There is no tube ${tube}`);
    return { tube, volume: strength / meanStrength(optics) };
  };
}
