/** From CIELAB to what CSS paints. The only way that colour reaches the screen. */
import { hexFromSrgb } from "../core/color/hex";
import { screenColorFromLab } from "../core/color/srgb";
import { type LabD65, labD65 } from "../core/color/types";

export function cssFromLab(lab: LabD65): string {
  return hexFromSrgb(screenColorFromLab(lab).rgb);
}

/** The grey of the same value. */
export function greyFromLab(lab: LabD65): LabD65 {
  return labD65(lab[0], 0, 0);
}
