"use client";

import { useMemo } from "react";
import type { LabD65 } from "../../../core/color/types";
import { factorsOf, toleranceOf } from "../../../domain/match/purpose";
import type { Settings } from "../../../domain/settings/settings";
import type { Note } from "../../../domain/note/note";
import { type Ingredient, ingredientsFor } from "../../../domain/pile/ingredients";
import { offeredRecipes } from "../../../domain/recipe/offers";
import type { RecipeWishes } from "../../../domain/recipe/recipeRequest";
import { useRecipes } from "../../../kit/query/useRecipes";
import { shownOf } from "../../../kit/query/useTask";
import { useSettings } from "../../../kit/studio/useStudio";
import type { Again } from "./useAgain";
import type { InHand } from "../../../domain/pile/pile";
import type { Offers } from "./contexts";
import type { BelievedPaint } from "./useBelievedPaint";

/** Parts of the whole pile, margin and all; undefined for one of any size. */
export function wantedPartsOf({ wanted }: Note, { partMl }: Pick<Settings, "partMl">): number | undefined {
  return wanted && (wanted.ml * (1 + wanted.marginShare)) / partMl;
}

/** What a note asks of its recipes, under the wishes in hand. */
export function wishesOf(
  note: Note,
  target: LabD65,
  { required = [], forbidden = [] }: InHand,
  ingredients: readonly Ingredient[],
  settings: Pick<Settings, "partMl">,
): RecipeWishes {
  const wantedParts = wantedPartsOf(note, settings);
  return {
    required,
    forbidden,
    factors: factorsOf(toleranceOf(note)),
    extra: ingredientsFor(ingredients, target).map(({ tube, leftParts }) => ({
      tube,
      // Of a pile of no stated size, what is left can always be as much as is needed.
      mostShare: Math.min(1, leftParts / (wantedParts ?? leftParts)),
    })),
    wantedParts,
  };
}

/** Recipes for a note, from the tubes at hand and under the wishes in hand. */
export function useOffered(
  note: Note,
  target: LabD65,
  inHand: InHand,
  { tubeById, ingredients, believedAgain }: BelievedPaint,
  { pile: again, corrected }: Again,
): Omit<Offers, "next"> {
  const settings = useSettings();
  const { school } = settings;
  const wantedParts = wantedPartsOf(note, settings);
  const search = useRecipes(target, wishesOf(note, target, inHand, ingredients, settings), tubeById);
  // The last answers stay while new ones are worked out, so that nothing jumps and no focus is lost.
  const found = search.status === "failed" ? undefined : shownOf(search);
  const { byHand } = inHand;
  const { start } = school;
  const recipes = useMemo(
    () =>
      offeredRecipes({
        found,
        again,
        corrected,
        believedAgain,
        byHand,
        target,
        tubeById,
        wantedParts,
        start,
        hand: settings,
      }),
    [found, again, corrected, believedAgain, byHand, target, tubeById, wantedParts, start, settings],
  );
  const chosen = recipes.find((recipe) => recipe.key === inHand.chosenKey) ?? recipes[0];
  return { search, recipes, chosen, wantedParts, again };
}
