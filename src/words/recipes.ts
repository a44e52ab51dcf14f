/** Why a recipe is offered. */
import type { RecipeReason } from "../core/recipe/types";

export const REASON_WORDS: Readonly<Record<RecipeReason, string>> = {
  closest: "closest",
  "fewest-tubes": "fewest tubes",
  steadiest: "forgives a wrong dose best",
  "without-black": "without black",
  cheapest: "cheapest",
  "brightest-parents": "from the brightest tubes",
  "other-tubes": "another way there",
};
