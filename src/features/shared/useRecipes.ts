"use client";

/** Recipes for a colour from the tubes on the board, found in the worker. */
import { useEffect, useState } from "react";
import { REFERENCE_FACTORS } from "../../core/color/ciede2000";
import { type LabD65, labD65 } from "../../core/color/types";
import type { PaintedRecipe } from "../../core/recipe/palette";
import type { RecipeRequest, SolverFailure } from "../../workers/protocol";
import { keyOfTube, solverTubeOf } from "./solverTube";
import { useStudio } from "./Studio";

/** ΔE00 within which a recipe of fewer tubes is taken first: it can be remembered. */
const PLAINER_WITHIN = 1;
const MAX_ANSWERS = 4;

export type RecipesState =
  | { readonly status: "no-tubes" }
  | { readonly status: "searching" }
  | {
      readonly status: "found";
      readonly recipes: readonly PaintedRecipe[];
      readonly tubeIds: readonly string[];
    }
  | { readonly status: "failed"; readonly failure: SolverFailure };

type Settled = { readonly key: string; readonly state: RecipesState };

export function useRecipes(target: LabD65 | undefined): RecipesState & { readonly retry: () => void } {
  const { solver, board, settings } = useStudio();
  const [settled, setSettled] = useState<Settled>();
  const [attempt, setAttempt] = useState(0);
  const { sizes, maxTubesPerRecipe } = settings;
  const tubeKey = board.map(keyOfTube).join(",");
  // Rows are read anew with every change of the database; the question only changes with what is in the tubes.
  const [asked, setAsked] = useState({ key: "", board });
  if (asked.key !== tubeKey) setAsked({ key: tubeKey, board });
  const targetKey = target?.join(",") ?? "";
  const key = `${targetKey}|${tubeKey}|${sizes.touchParts}|${sizes.speckParts}|${maxTubesPerRecipe}|${attempt}`;

  useEffect(() => {
    if (!solver || asked.key === "" || targetKey === "") return undefined;
    const known = asked.board.flatMap((tube) => {
      const solverTube = solverTubeOf(tube);
      return solverTube ? [{ id: tube.id, solverTube }] : [];
    });
    const [l = Number.NaN, a = Number.NaN, b = Number.NaN] = targetKey.split(",").map(Number);
    const request: RecipeRequest = {
      tubes: known.map((tube) => tube.solverTube),
      query: {
        target: labD65(l, a, b),
        maxTubes: maxTubesPerRecipe,
        factors: REFERENCE_FACTORS,
        toleranceDeltaE2000: PLAINER_WITHIN,
        maxAnswers: MAX_ANSWERS,
      },
      dosing: { unit: "parts", sizes },
    };
    let isCurrent = true;
    void solver.searchRecipes(request).then((answer) => {
      if (!isCurrent) return;
      if (answer.ok) {
        const tubeIds = known.map((tube) => tube.id);
        setSettled({ key, state: { status: "found", recipes: answer.value.recipes, tubeIds } });
      } else if (answer.failure.code !== "stale") {
        setSettled({ key, state: { status: "failed", failure: answer.failure } });
      }
    });
    return () => {
      isCurrent = false;
      solver.cancel();
    };
  }, [solver, key, asked, targetKey, sizes, maxTubesPerRecipe]);

  const retry = (): void => {
    setAttempt((count) => count + 1);
  };
  if (board.length === 0) return { status: "no-tubes", retry };
  if (settled?.key === key) return { ...settled.state, retry };
  return { status: "searching", retry };
}
