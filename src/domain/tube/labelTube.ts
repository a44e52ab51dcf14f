/** A tube from what its label says: a name and Colour Index names, known or not. */
import { fail, type Result, succeed } from "../../core/result";
import { startingModel } from "../../core/pigment/startingModel";
import { highestClass } from "../../core/safety/hazardClasses";
import { WHITE_BENCH } from "../../data/testWhite";
import { type NewTube, tubeFromModel } from "./newTube";
import { PIGMENT_LIBRARY } from "./optics";
import { pigmentsOf } from "./pigmentCodes";

/** What a label lacks. */
export type LabelFault =
  | { readonly code: "no-name" | "no-pigment" }
  | { readonly code: "long-name"; readonly most: number }
  | { readonly code: "many-pigments"; readonly most: number }
  /** No generic model is made of these. */
  | { readonly code: "unknown-paint"; readonly names: readonly string[] };

const MOST_LETTERS = 120;
const MOST_PIGMENTS = 8;

export function tubeFromLabel(label: string, pigmentText: string): Result<NewTube, LabelFault> {
  const name = label.trim();
  const names = pigmentsOf(pigmentText);
  if (name === "") return fail({ code: "no-name" });
  if (name.length > MOST_LETTERS) return fail({ code: "long-name", most: MOST_LETTERS });
  if (names.length === 0) return fail({ code: "no-pigment" });
  if (names.length > MOST_PIGMENTS) return fail({ code: "many-pigments", most: MOST_PIGMENTS });
  const start = startingModel(PIGMENT_LIBRARY, names, undefined, {}, WHITE_BENCH);
  const [first] = start?.models ?? [];
  if (!start || !first) return fail({ code: "unknown-paint", names });
  const isMixture = names.length > 1;
  return succeed({
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
  });
}
