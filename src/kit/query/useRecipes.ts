"use client";

/** Recipes for a colour from the tubes on the board, found in the worker. */
import type { Remote } from "comlink";
import { useEffect, useEffectEvent } from "react";
import type { LabD65 } from "../../core/color/types";
import type { PaintedRecipe, PaletteAnswer } from "../../core/recipe/paletteMixer";
import {
  NO_WISHES,
  type RecipeQuestion,
  recipeQuestion,
  type RecipeWishes,
} from "../../domain/recipe/recipeRequest";
import type { Tube } from "../../domain/tube/tube";
import { askedPaper } from "../../domain/tube/water";
import { solver } from "../../workers/clients";
import type { SolverApi } from "../../workers/protocol";
import { usePaletteMedium } from "../paint/usePalettePaint";
import { useSettings, useStudio } from "../studio/useStudio";
import { memoryOf } from "./memory";
import { keyOf, useQuery } from "./useQuery";
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

/** Makes the question of a colour and its wishes, from the board as it lies; undefined where no tube lies on it. */
function useRecipeQuestion(over?: ReadonlyMap<string, Tube>) {
  const board = useStudio((studio) => studio.board);
  const tubeById = useStudio((studio) => studio.tubeById);
  const settings = useSettings();
  const { lightener } = usePaletteMedium();
  return (target: LabD65, wishes: RecipeWishes): RecipeQuestion | undefined =>
    board.length > 0
      ? recipeQuestion(target, board, wishes, settings, lightener, askedPaper(over ?? tubeById))
      : undefined;
}

async function search(
  remote: Remote<SolverApi>,
  { request, tubeIds, partsPerUnit }: RecipeQuestion,
): Promise<FoundRecipes> {
  const { recipes, handLimit } = await remote.searchRecipes(request);
  return { recipes, handLimit, tubeIds, partsPerUnit };
}

/** Idle where the board has no tube. @param over - tubes with the water of another ground than the painting's. */
export function useRecipes(
  target: LabD65,
  wishes: RecipeWishes = NO_WISHES,
  over?: ReadonlyMap<string, Tube>,
): Task<FoundRecipes> {
  const question = useRecipeQuestion(over)(target, wishes);
  return useQuery(solver, question, search, { memory: ANSWERS });
}

/** What nobody has asked for does not keep a worker from others for longer than this. */
const LONGEST_AHEAD_MS = 5000;

/**
 * Works out what may be asked next while nobody waits for anything, so that it is there at once.
 *
 * @param asked - tells what, in the order in which it may come; undefined where nothing is to be worked out now.
 */
export function useRecipesAhead(
  asked: (() => readonly { readonly target: LabD65; readonly wishes: RecipeWishes }[]) | undefined,
  over?: ReadonlyMap<string, Tube>,
): void {
  const questionOf = useRecipeQuestion(over);
  const isOn = asked !== undefined;
  const begin = useEffectEvent(async (signal: AbortSignal): Promise<void> => {
    for (const { target, wishes } of asked?.() ?? []) {
      const question = questionOf(target, wishes);
      const key = keyOf(question);
      if (question === undefined || key === undefined) continue;
      // Not dropped when the view is left: it may be just what the next one asks for.
      const tooLong = AbortSignal.timeout(LONGEST_AHEAD_MS);
      await ANSWERS.workOut(key, () => solver.ask((remote) => search(remote, question), { signal: tooLong }));
      if (signal.aborted) return;
    }
  });
  useEffect(() => {
    if (!isOn) return undefined;
    const left = new AbortController();
    const timer = setTimeout(() => {
      void begin(left.signal);
    });
    return () => {
      clearTimeout(timer);
      left.abort();
    };
  }, [isOn]);
}
