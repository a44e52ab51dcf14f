/** Where painters disagree: changes order, wording and what is offered, never what paint does. */
import type { AdditionKind } from "../../core/correct/additionKind";

export const SCHOOL_FIRSTS = ["value", "hue", "base"] as const;
export const DULLING_MEANS = ["complement", "grey", "earth"] as const;
export const RED_DARKENERS = ["complement", "black", "dark-red"] as const;
export const MIXING_WAYS = ["adjust", "premix"] as const;
export const LAYING_STARTS = ["weakest", "lightest", "majority"] as const;
export const LIGHTENERS = ["white", "water"] as const;

export type School = {
  /** Say the colour in words before a recipe is shown. */
  readonly readFirst: boolean;
  readonly first: (typeof SCHOOL_FIRSTS)[number];
  readonly dullWith: (typeof DULLING_MEANS)[number];
  readonly allowsBlack: boolean;
  readonly darkenReds: (typeof RED_DARKENERS)[number];
  readonly way: (typeof MIXING_WAYS)[number];
  readonly start: (typeof LAYING_STARTS)[number];
  readonly lighten: (typeof LIGHTENERS)[number];
};

export const DEFAULT_SCHOOL: School = {
  readFirst: false,
  first: "value",
  dullWith: "complement",
  allowsBlack: true,
  darkenReds: "complement",
  way: "adjust",
  start: "weakest",
  lighten: "white",
};

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
