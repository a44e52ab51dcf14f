/** Why a recipe is offered. */
import type { RecipeReason } from "../core/recipe/types";

export const REASON_WORDS: Readonly<Record<RecipeReason, string>> = {
  closest: "closest",
  "fewest-tubes": "fewest tubes",
  steadiest: "least spoiled by a wrong amount",
  "without-black": "without black",
  cheapest: "cheapest",
  "keeps-hue": "keeps the hue",
  "brightest-parents": "from the brightest tubes",
  "other-tubes": "another way there",
};
