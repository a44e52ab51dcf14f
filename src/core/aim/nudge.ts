/** "My eye says warmer": a reading moved by a small step along one of the painter's questions. */
import { labFromLch, lchFromLab } from "../color/cieLab";
import { type LabD65, labD65, lchUnder } from "../color/types";
import { WARM_DEGREES } from "../describe/difference";

export const NUDGES = ["lighter", "darker", "brighter", "duller", "warmer", "cooler"] as const;
export type Nudge = (typeof NUDGES)[number];

/** One step: a quarter of a tenth of value, and as much as an eye just tells in chroma and warmth. */
const LIGHTNESS_STEP = 2.5;
const CHROMA_STEP = 2;
const WARMTH_STEP = 2;

/** Ends at black, white and grey; never turns through them. */
export function nudged(lab: LabD65, nudge: Nudge): LabD65 {
  const [l, c, h] = lchFromLab(lab);
  const radians = (WARM_DEGREES * Math.PI) / 180;
  const warm = (by: number): LabD65 =>
    labD65(l, lab[1] + by * Math.cos(radians), lab[2] + by * Math.sin(radians));
  switch (nudge) {
    case "lighter":
      return labD65(Math.min(100, l + LIGHTNESS_STEP), lab[1], lab[2]);
    case "darker":
      return labD65(Math.max(0, l - LIGHTNESS_STEP), lab[1], lab[2]);
    case "brighter":
      return labFromLch(lchUnder<"D65">(l, c + CHROMA_STEP, h));
    case "duller":
      return labFromLch(lchUnder<"D65">(l, Math.max(0, c - CHROMA_STEP), h));
    case "warmer":
      return warm(WARMTH_STEP);
    case "cooler":
      return warm(-WARMTH_STEP);
  }
}
