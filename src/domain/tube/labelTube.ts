/** A tube from what its label says: a name and Colour Index names, known or not. */
import { startingModel } from "../../core/pigment/startingModel";
import { highestClass } from "../../core/safety/cautions";
import { WHITE_BENCH } from "../../data/testWhite";
import { type NewTube, tubeFromModel } from "./newTube";
import { PIGMENT_LIBRARY } from "./optics";

/** The tube, or in words what is missing. */
export function tubeFromLabel(label: string, pigmentText: string): NewTube | string {
  const name = label.trim();
  const names = pigmentText.split(/[\s,+]+/).filter(Boolean);
  if (name === "") return "Give the tube the name on its label.";
  if (name.length > 120) return "Keep the name under 120 letters.";
  if (names.length === 0) return "Type at least one pigment from the label, such as PB29.";
  if (names.length > 8) return "A label of more than eight pigments cannot be kept; leave the least out.";
  const start = startingModel(PIGMENT_LIBRARY, names, undefined, {}, WHITE_BENCH);
  const [first] = start?.models ?? [];
  if (!start || !first) {
    return `No generic paint is made of ${names.join(" + ")}. Choose the nearest one above and change its label, then test it: two dabs put it right.`;
  }
  const isMixture = names.length > 1;
  return {
    ...tubeFromModel(first),
    label: name,
    colourIndexNames: names.map((pigment) => pigment.slice(0, 24)),
    ...(isMixture && {
      opacity: "unknown",
      staining: undefined,
      granulates: undefined,
      lightfastness: "unknown",
    }),
    hazard: highestClass(start.models.map((model) => model.hazardClass)),
    optics: { modelIds: start.models.map((model) => model.id), isLookAlike: false, calibrations: [] },
  };
}
