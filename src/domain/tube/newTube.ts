/** What is stored of a generic paint when it becomes a tube of the box. */
import type { PigmentModel } from "../../core/pigment/types";
import { LIGHTFASTNESS_CLASSES, type Tube } from "./tube";

export type NewTube = Omit<Tube, "id" | "position" | "addedAt">;

/** Properties as the library has them; the painter overwrites what the label says otherwise. */
export function traitsOfModel(
  model: PigmentModel,
): Pick<Tube, "opacity" | "staining" | "granulates" | "lightfastness" | "hazard"> {
  return {
    opacity: model.opacity,
    staining: Math.max(0, Math.min(3, Math.round(model.staining))),
    granulates: model.granulates,
    lightfastness: LIGHTFASTNESS_CLASSES.find((name) => name === model.lightfastness) ?? "unknown",
    hazard: model.hazardClass,
  };
}

export function tubeFromModel(model: PigmentModel): NewTube {
  return {
    label: model.name.replace(/ \(.*\)/, ""),
    colourIndexNames: [model.colourIndex],
    medium: "oil",
    grade: "unknown",
    ...traitsOfModel(model),
    safetySheet: "",
    batch: "",
    remark: "",
    optics: { modelIds: [model.id], isLookAlike: false, calibrations: [] },
  };
}
