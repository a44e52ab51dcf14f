/** Hazard classes of paints: which of them one tube, or a recipe of several, falls into. */
export const CAUTION_CLASSES = [
  "lead",
  "cadmium",
  "cobalt-nickel",
  "cobalt",
  "nickel",
  "manganese",
  "unknown",
  "dust",
  "low",
] as const;
/** From the most to the least hazardous; a pigment that is not known stands in the middle. */
export type CautionClass = (typeof CAUTION_CLASSES)[number];

/** The most hazardous class that is held; "low" for none. */
export function highestClass(classes: readonly CautionClass[]): CautionClass {
  return CAUTION_CLASSES.find((name) => classes.includes(name)) ?? "low";
}
