/** What a school changes: the order in which things are judged and offered, and the words. Never the physics. */
import type { AdditionKind } from "../../core/correct/additionKind";
import type { School } from "../../persistence/schema";

export type Axis = "value" | "chroma" | "hue";

/** In which order a school asks its three questions. */
export function axesOf({ first }: School): readonly Axis[] {
  switch (first) {
    case "value":
      return ["value", "chroma", "hue"];
    case "hue":
      return ["hue", "value", "chroma"];
    case "base":
      return ["hue", "chroma", "value"];
  }
}

/** How a school goes about a correction. */
export function coachWords({ first }: School): string {
  switch (first) {
    case "value":
      return "Mend the value first; a hue is easier to judge once the values agree.";
    case "hue":
      return "Mend the hue first, then the value; dulling comes last.";
    case "base":
      return "Bring the base hue right first, then its brightness, then lighten or darken it.";
  }
}

const DULLING: Readonly<Record<School["dullWith"], readonly AdditionKind[]>> = {
  complement: ["complement"],
  grey: ["own-grey"],
  earth: ["dark", "family-shade"],
};

/** What this school reaches for comes first; otherwise the order stays. */
export function inOrderOfSchool<T extends { readonly kind: AdditionKind }>(
  ways: readonly T[],
  { dullWith }: School,
): T[] {
  const liked = DULLING[dullWith];
  return [
    ...ways.filter(({ kind }) => liked.includes(kind)),
    ...ways.filter(({ kind }) => !liked.includes(kind)),
  ];
}
