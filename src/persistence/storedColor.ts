/** Between the core's colours and the stored form. */
import { type LabD65, labD65 } from "../core/color/types";
import type { StoredColor } from "./schema";

export function storedFromLab(
  lab: LabD65,
  source: StoredColor["source"],
  uncertaintyDeltaE2000: number,
): StoredColor {
  return {
    space: "cielab-2deg",
    light: "D65",
    lab: [lab[0], lab[1], lab[2]],
    source,
    uncertaintyDeltaE2000,
  };
}

/** Version 1 stores daylight colours only; another light is refused, not silently taken for daylight. */
export function labFromStored(color: StoredColor): LabD65 {
  if (color.light !== "D65") throw new RangeError(`A colour under ${color.light} is not one under D65`);
  return labD65(...color.lab);
}
