import type { LabD65 } from "../../core/color/types";
import { type StoredColor, storedFromLab } from "../../domain/reading/storedColor";
import { TYPED_UNCERTAINTY } from "../../domain/reading/uncertainty";
import type { Settings } from "../../domain/settings/settings";
import { describeLab } from "../../words/colors";

/** A note of a colour that was typed or pasted, called by its hue. */
export function typedNote(
  paintingId: string,
  lab: LabD65,
  settings: Settings,
): { readonly paintingId: string; readonly name: string; readonly target: StoredColor } {
  return {
    paintingId,
    name: describeLab(lab, settings).hue,
    target: storedFromLab(lab, "typed", TYPED_UNCERTAINTY),
  };
}
