/** Where painters disagree: changes order, wording and what is offered, never what paint does. */
import type { AdditionKind } from "../../core/correct/additionKind";

export const SCHOOL_FIRSTS = ["value", "hue", "base"] as const;
export const DULLING_MEANS = ["complement", "grey", "earth"] as const;
export const RED_DARKENERS = ["complement", "black", "dark-red"] as const;
export const MIXING_WAYS = ["adjust", "premix"] as const;
export const LAYING_STARTS = ["weakest", "lightest", "majority"] as const;
export const LIGHTENERS = ["white", "water"] as const;
export const KNIVES = ["clean", "tolerated"] as const;
export const STIRRINGS = ["even", "streaky"] as const;
export const HUE_NUDGES = ["neighbour", "opposite"] as const;
export const FAR_OFFS = ["correct", "restart"] as const;
export const HIGHLIGHTS = ["white", "coloured"] as const;
export const TRY_PLACES = ["scrap", "work"] as const;

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
  /** Wiped between piles, or a little of the last one is welcome. */
  readonly knife: (typeof KNIVES)[number];
  readonly stirring: (typeof STIRRINGS)[number];
  /** What moves a hue: a neighbour, which keeps it bright, or the opposite, which dulls it. */
  readonly nudge: (typeof HUE_NUDGES)[number];
  /** What is offered first for a pile that has gone far wrong. */
  readonly farOff: (typeof FAR_OFFS)[number];
  readonly highlights: (typeof HIGHLIGHTS)[number];
  /** Where a colour is tried first. */
  readonly tryOn: (typeof TRY_PLACES)[number];
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
  knife: "clean",
  stirring: "even",
  nudge: "neighbour",
  farOff: "restart",
  highlights: "white",
  tryOn: "scrap",
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

const NUDGING: Readonly<Record<School["nudge"], AdditionKind>> = {
  neighbour: "neighbour",
  opposite: "complement",
};

/** What this school reaches for comes first: how it dulls, then how it moves a hue; otherwise the order stays. */
export function inOrderOfSchool<T extends { readonly kind: AdditionKind }>(
  ways: readonly T[],
  { dullWith, nudge }: Pick<School, "dullWith" | "nudge">,
): T[] {
  const rankOf = ({ kind }: T): number => {
    if (DULLING[dullWith].includes(kind)) return 0;
    return kind === NUDGING[nudge] ? 1 : 2;
  };
  return [...ways].sort((one, other) => rankOf(one) - rankOf(other));
}
