/** A finger on the rails: how a pile differs from its target, as an eye says it. */
import { labFromLch } from "../../core/color/cieLab";
import { type LabD65, lchUnder } from "../../core/color/types";
import { applyDifference } from "../../core/describe/difference";

/** The painter's finger on the rails: how the pile differs from the target. */
export type EyeDraft = {
  readonly deltaLightness: number;
  readonly deltaChroma: number;
  readonly deltaHue: number;
};
export const LOOKS_THE_SAME: EyeDraft = { deltaLightness: 0, deltaChroma: 0, deltaHue: 0 };

export function labOfDraft(target: LabD65, draft: EyeDraft): LabD65 {
  const { lightness, chroma, hueDegrees } = applyDifference(target, draft);
  return labFromLch(lchUnder<"D65">(lightness, chroma, hueDegrees));
}
