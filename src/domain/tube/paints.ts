/** Paints as a shop or a studio names them: generic ones, mixtures, and names that only something else stands in for. */
import { type CautionClass, highestClass } from "../../core/safety/hazardClasses";
import type { PigmentModel } from "../../core/pigment/types";
import { OTHER_NAMES, OUTSIDE_THE_MODEL } from "../../data/paintNames";
import { STAND_INS } from "../../data/standIns";
import { type NewTube, tubeFromModel } from "./newTube";
import { GENERIC_PIGMENTS, PIGMENT_LIBRARY } from "./optics";

export type Paint = {
  readonly id: string;
  readonly label: string;
  /** Colour Index names, as they stand on the label. */
  readonly codes: readonly string[];
  readonly family: string;
  readonly otherNames: readonly string[];
  /** What it is computed from. */
  readonly models: readonly PigmentModel[];
  readonly hazard: CautionClass;
  /** What is not as the label says; nothing for a generic paint. */
  readonly word?: string;
};

/** A name that no paint of the application can stand for, and why. */
export type OutsidePaint = { readonly names: readonly string[]; readonly word: string };

export const OUTSIDE_PAINTS: readonly OutsidePaint[] = OUTSIDE_THE_MODEL;

export const PAINTS: readonly Paint[] = [
  ...GENERIC_PIGMENTS.map(
    (model): Paint => ({
      id: model.id,
      label: model.name,
      codes: [model.colourIndex],
      family: model.family,
      otherNames: OTHER_NAMES[model.id] ?? [],
      models: [model],
      hazard: model.hazardClass,
    }),
  ),
  ...STAND_INS.map(({ id, label, codes, modelIds, names, hazard = "low", word }): Paint => {
    const models = modelIds.flatMap((modelId) => PIGMENT_LIBRARY.byId(modelId) ?? []);
    return {
      id,
      label,
      codes,
      family: models[0]?.family ?? "",
      otherNames: names,
      models,
      hazard: highestClass([hazard, ...models.map((model) => model.hazardClass)]),
      word,
    };
  }),
];

const paintById = new Map(PAINTS.map((paint) => [paint.id, paint]));

export function paintsById(ids: readonly string[]): Paint[] {
  return ids.flatMap((id) => paintById.get(id) ?? []);
}

export function tubeOfPaint({ label, codes, models, hazard, word }: Paint): NewTube {
  const [first] = models;
  if (!first) throw new RangeError(`No model stands behind ${label}`);
  const plain = tubeFromModel(first);
  if (word === undefined) return plain;
  return {
    ...plain,
    label,
    colourIndexNames: codes,
    ...(models.length > 1 && {
      opacity: "unknown",
      staining: undefined,
      granulates: undefined,
      lightfastness: "unknown",
    }),
    hazard,
    remark: word,
    optics: { modelIds: models.map((model) => model.id), isLookAlike: true, calibrations: [] },
  };
}
