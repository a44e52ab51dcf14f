"use client";

/** Films towards a colour, and the base that a glaze wants, found in the workers. */
import type { LabD65 } from "../../core/color/types";
import type { GreyWanted } from "../../core/layers/greyWanted";
import type { Reflectance } from "../../core/spectrum/types";
import { towardsQuestion, type TowardsAnswer } from "../../domain/layers/towards";
import { NO_WISHES, recipeQuestion } from "../../domain/recipe/recipeRequest";
import { type SolverTube, solverTubeOf } from "../../domain/tube/solverTube";
import type { Tube } from "../../domain/tube/tube";
import { palettes, solver } from "../../workers/clients";
import { usePaletteMedium } from "../paint/usePalettePaint";
import { useQuery } from "../query/useQuery";
import type { FoundRecipes } from "../query/useRecipes";
import type { Task } from "../query/useTask";
import { useSettings, useStudio } from "../studio/useStudio";

export type FoundFilms = TowardsAnswer & { readonly tubes: readonly Tube[] };

/** Idle without a tube, or without a colour to reach. */
export function useTowards(
  base: Reflectance | undefined,
  target: LabD65 | undefined,
  most: 1 | 2 | 3,
): Task<FoundFilms> {
  const board = useStudio((studio) => studio.board);
  const { lightener } = usePaletteMedium();
  const asked = base && target && towardsQuestion(base, target, board, most, lightener === "water");
  return useQuery(palettes, asked, async (remote, { request, tubes }) => ({
    ...(await remote.towards(request)),
    tubes,
  }));
}

/** A film of one tube above: what it is, and how thick it dries. */
export type FilmOver = { readonly tube: Tube; readonly thickness: number };

/** Of each colour the grey that it wants below the film. */
export function useGreysUnder(
  targets: readonly LabD65[],
  over: FilmOver | undefined,
): Task<readonly GreyWanted[]> {
  const film = over && solverTubeOf(over.tube);
  return useQuery(
    palettes,
    film && targets.length > 0 ? { targets, film, thickness: over.thickness } : undefined,
    (remote, { targets: all, film: above, thickness }) => remote.greysUnder(all, above, thickness),
  );
}

/** Recipes of the underpainting with which a colour is seen once the film lies on it. */
export function useBaseRecipes(target: LabD65 | undefined, over: FilmOver | undefined): Task<FoundRecipes> {
  const board = useStudio((studio) => studio.board);
  const settings = useSettings();
  const film: SolverTube | undefined = over && solverTubeOf(over.tube);
  const question =
    target && film && board.length > 0
      ? recipeQuestion(target, board, NO_WISHES, settings, "white")
      : undefined;
  const asked =
    question && film && over
      ? { ...question, request: { ...question.request, under: { film, thickness: over.thickness } } }
      : undefined;
  return useQuery(solver, asked, async (remote, { request, tubeIds, partsPerUnit }) => {
    const { recipes, handLimit } = await remote.searchRecipes(request);
    return { recipes, handLimit, tubeIds, partsPerUnit };
  });
}
