"use client";

/** Recipes for a colour from the tubes on the board, found in the worker. */
import type { LabD65 } from "../../core/color/types";
import type { PaintedRecipe, PaletteAnswer } from "../../core/recipe/paletteMixer";
import { NO_WISHES, recipeQuestion, type RecipeWishes } from "../../domain/recipe/recipeRequest";
import type { Tube } from "../../domain/tube/tube";
import { askedPaper } from "../../domain/tube/water";
import { solver } from "../../workers/clients";
import { usePaletteMedium } from "../paint/usePalettePaint";
import { useSettings, useStudio } from "../studio/useStudio";
import { memoryOf } from "./memory";
import { useQuery } from "./useQuery";
import type { Task } from "./useTask";

export type FoundRecipes = {
  readonly recipes: readonly PaintedRecipe[];
  /** Tubes that the recipes name by their place. */
  readonly tubeIds: readonly string[];
  /** Parts in one unit of the measure that amounts are given in. */
  readonly partsPerUnit: number;
  readonly handLimit: PaletteAnswer["handLimit"];
};

/** A painter goes from note to note and back; most boards and wishes stay as they are meanwhile. */
const ANSWERS = memoryOf<FoundRecipes>(64);

/** Idle where the board has no tube. @param over - tubes with the water of another ground than the painting's. */
export function useRecipes(
  target: LabD65,
  wishes: RecipeWishes = NO_WISHES,
  over?: ReadonlyMap<string, Tube>,
): Task<FoundRecipes> {
  const board = useStudio((studio) => studio.board);
  const tubeById = useStudio((studio) => studio.tubeById);
  const settings = useSettings();
  const { lightener } = usePaletteMedium();
  const question =
    board.length > 0
      ? recipeQuestion(target, board, wishes, settings, lightener, askedPaper(over ?? tubeById))
      : undefined;
  return useQuery(
    solver,
    question,
    async (remote, { request, tubeIds, partsPerUnit }): Promise<FoundRecipes> => {
      const { recipes, handLimit } = await remote.searchRecipes(request);
      return { recipes, handLimit, tubeIds, partsPerUnit };
    },
    { memory: ANSWERS },
  );
}
