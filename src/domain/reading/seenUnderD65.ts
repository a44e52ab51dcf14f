/** A colour that was measured for a print booth, as it is seen in daylight. */
import { xyzFromLab } from "../../core/color/cieLab";
import { type LabD65, labUnder } from "../../core/color/types";
import { labFromReflectance } from "../../core/spectrum/colorimetry";
import { smoothestReflectance } from "../../core/spectrum/smoothestReflectance";
import { VIEWING } from "../../data/standardViewing";

/**
 * CIELAB under D65 of the smoothest reflectance that has this CIELAB under D50, the light of print booths. Of the paints of the
 * library, alone and in white, it comes within ΔE00 0.4 in the median and 1.3 at most; the figures as they stand are 1.7 and 5.6 off.
 *
 * @param lab - L*, a*, b* for 2° under D50.
 * @returns undefined where no reflectance has it.
 */
export function seenUnderD65(lab: readonly [number, number, number]): LabD65 | undefined {
  const smooth = smoothestReflectance(xyzFromLab(labUnder<"D50">(...lab), VIEWING.D50.white), VIEWING.D50);
  return smooth.ok ? labFromReflectance(smooth.value, VIEWING.D65) : undefined;
}
