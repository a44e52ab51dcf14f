/** From CIELAB to what CSS paints. The only way that colour reaches the screen. */
import { hexFromSrgb } from "../core/color/hex";
import { screenColorFromLab } from "../core/color/srgb";
import { type LabD65, labD65 } from "../core/color/types";

export function cssFromLab(lab: LabD65): string {
  return hexFromSrgb(screenColorFromLab(lab).rgb);
}

/** Whether a screen can show the colour; otherwise a duller one of the same value and hue stands in. */
export function isExactOnScreen(lab: LabD65): boolean {
  return screenColorFromLab(lab).isExact;
}

/** The grey of the same value. */
export function greyFromLab(lab: LabD65): LabD65 {
  return labD65(lab[0], 0, 0);
}
