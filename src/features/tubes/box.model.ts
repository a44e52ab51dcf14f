/** Finding tubes in a box of hundreds: text, properties, and whether they are archived. */
import type { Tube } from "../../persistence/schema";
import { modelsOfTube } from "../shared/paint";

export type BoxFilter = {
  readonly text: string;
  readonly isSinglePigment: boolean;
  readonly isWithoutCadmium: boolean;
  readonly isLightfast: boolean;
  readonly isInStock: boolean;
  readonly isArchived: boolean;
};

export const EVERYTHING: BoxFilter = {
  text: "",
  isSinglePigment: false,
  isWithoutCadmium: false,
  isLightfast: false,
  isInStock: false,
  isArchived: false,
};

export const FILTER_WORDS = {
  isSinglePigment: "single pigment only",
  isWithoutCadmium: "without cadmium",
  isLightfast: "light-fast (I or II)",
  isInStock: "in stock",
  isArchived: "archived",
} as const satisfies Partial<Record<keyof BoxFilter, string>>;

const LIGHTFAST: readonly Tube["lightfastness"][] = ["I", "I-II", "II"];

/** What can be searched of a tube, made once for each row. */
const haystacks = new WeakMap<Tube, string>();

function haystackOf(tube: Tube): string {
  const known = haystacks.get(tube);
  if (known !== undefined) return known;
  const families = modelsOfTube(tube).map((model) => `${model.family} ${model.name}`);
  const text = [
    tube.label,
    ...tube.colourIndexNames,
    ...families,
    tube.medium,
    tube.opacity,
    tube.hazard,
    tube.batch,
    tube.granulates ? "granulates granulating" : "",
    (tube.staining ?? 0) >= 2 ? "stains staining" : "",
    tube.remark,
  ]
    .join(" ")
    .toLowerCase();
  haystacks.set(tube, text);
  return text;
}

/** Every word must be somewhere in the tube; the filters all hold. */
export function filterTubes(box: readonly Tube[], filter: BoxFilter): Tube[] {
  const words = filter.text.toLowerCase().split(/\s+/).filter(Boolean);
  return box.filter((tube) => {
    if (filter.isArchived !== (tube.archivedAt !== undefined)) return false;
    if (filter.isSinglePigment && tube.colourIndexNames.length !== 1) return false;
    if (filter.isWithoutCadmium && tube.hazard === "cadmium") return false;
    if (filter.isLightfast && !LIGHTFAST.includes(tube.lightfastness)) return false;
    if (filter.isInStock && tube.stockMl === 0) return false;
    const haystack = haystackOf(tube);
    return words.every((word) => haystack.includes(word));
  });
}

/** "generic", "mixture, generic", "2 readings": how well the tube is known. */
export function basisWords(tube: Tube): string {
  const calibration = tube.optics.calibrations.at(-1);
  if (calibration) {
    const count = calibration.readings.length;
    return count === 1 ? "1 reading" : `${count} readings`;
  }
  if (tube.optics.isLookAlike) return "from a look-alike";
  return tube.optics.modelIds.length > 1 ? "mixture, generic" : "generic";
}
