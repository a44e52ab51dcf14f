/** Finding tubes in a box of hundreds: text, properties, and whether they are archived. */
import type { Tube } from "./tube";
import { isLightfast } from "./kinds";
import { modelsOfTube } from "./optics";

export type BoxFilter = {
  readonly text: string;
  readonly isSinglePigment: boolean;
  readonly isWithoutCadmium: boolean;
  readonly isLightfast: boolean;
  readonly isInStock: boolean;
  readonly isArchived: boolean;
  readonly isDeleted: boolean;
};

export const EVERYTHING: BoxFilter = {
  text: "",
  isSinglePigment: false,
  isWithoutCadmium: false,
  isLightfast: false,
  isInStock: false,
  isArchived: false,
  isDeleted: false,
};

export const FILTER_WORDS = {
  isSinglePigment: "single pigment only",
  isWithoutCadmium: "without cadmium",
  isLightfast: "light-fast (I or II)",
  isInStock: "in stock",
  isArchived: "archived",
  isDeleted: "deleted, to put back",
} as const satisfies Partial<Record<keyof BoxFilter, string>>;

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
    if (filter.isDeleted !== (tube.deletedAt !== undefined)) return false;
    if (!filter.isDeleted && filter.isArchived !== (tube.archivedAt !== undefined)) return false;
    if (filter.isSinglePigment && tube.colourIndexNames.length !== 1) return false;
    if (filter.isWithoutCadmium && tube.hazard === "cadmium") return false;
    if (filter.isLightfast && !isLightfast(tube)) return false;
    if (filter.isInStock && tube.stockMl === 0) return false;
    if (words.length === 0) return true;
    const haystack = haystackOf(tube);
    return words.every((word) => haystack.includes(word));
  });
}

/** "generic", "mixture, generic", "2 readings, 7 piles": how well the tube is known. */
export function basisWords(tube: Tube): string {
  const calibration = tube.optics.calibrations.at(-1);
  if (calibration) {
    const counts = [
      { count: calibration.readings.length, one: "reading" },
      { count: calibration.piles.length, one: "pile" },
    ];
    return counts
      .filter(({ count }) => count > 0)
      .map(({ count, one }) => `${count} ${one}${count === 1 ? "" : "s"}`)
      .join(", ");
  }
  if (tube.optics.isLookAlike) return "from a look-alike";
  return tube.optics.modelIds.length > 1 ? "mixture, generic" : "generic";
}
