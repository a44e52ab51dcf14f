"use client";

/** Recipes for a colour from the tubes on the board, found in the worker. */
import { useEffect, useState } from "react";
import { type DeltaE2000Factors, REFERENCE_FACTORS } from "../../core/color/ciede2000";
import { type LabD65, labD65 } from "../../core/color/types";
import type { PaintedRecipe } from "../../core/recipe/palette";
import type { RecipeRequest, SolverFailure } from "../../workers/protocol";
import type { Tube } from "../../domain/tube/tube";
import { isBlackTube } from "../../domain/tube/kinds";
import { keyOfTube, solverTubeOf } from "../../domain/tube/solverTube";
import { useStudio } from "../studio/Studio";

/** ΔE00 within which a recipe of fewer tubes is taken first: it can be remembered. */
const PLAINER_WITHIN = 1;
const MAX_ANSWERS = 4;
const MOST_TUBES = 6;
/** A wash holds water besides. */
const MOST_TUBES_OF_WASH = 5;

export type FoundRecipes = {
  readonly status: "found";
  readonly recipes: readonly PaintedRecipe[];
  /** Tubes that the recipes name by their place. */
  readonly tubeIds: readonly string[];
};

export type RecipesState =
  | { readonly status: "no-tubes" }
  | { readonly status: "searching" }
  | FoundRecipes
  | { readonly status: "failed"; readonly failure: SolverFailure };

/** What the painter asks of the recipes besides the colour. */
export type RecipeWishes = {
  readonly required: readonly string[];
  readonly forbidden: readonly string[];
  readonly factors: DeltaE2000Factors;
  /** Paint besides the board's, such as what is left of older piles, with the largest share it may have. */
  readonly extra: readonly { readonly tube: Tube; readonly mostShare: number }[];
};

const NO_WISHES: RecipeWishes = { required: [], forbidden: [], factors: REFERENCE_FACTORS, extra: [] };

type Settled = { readonly key: string; readonly state: RecipesState };

export function useRecipes(
  target: LabD65 | undefined,
  wishes: RecipeWishes = NO_WISHES,
): RecipesState & { readonly retry: () => void } {
  const { solver, board, settings } = useStudio();
  const [settled, setSettled] = useState<Settled>();
  const [attempt, setAttempt] = useState(0);
  const { sizes, maxTubesPerRecipe } = settings;
  const tubeKey = [...board, ...wishes.extra.map(({ tube }) => tube)].map(keyOfTube).join(",");
  const { allowsBlack, lighten } = settings.school;
  const wishKey = JSON.stringify([
    wishes.required,
    wishes.forbidden,
    wishes.factors,
    wishes.extra.map(({ mostShare }) => mostShare),
    allowsBlack,
    lighten,
  ]);
  // Rows are read anew with every change of the database; the question only changes with what is in the tubes.
  const [asked, setAsked] = useState({ key: "", wishKey, board, wishes, allowsBlack, lighten });
  if (asked.key !== tubeKey || asked.wishKey !== wishKey)
    setAsked({ key: tubeKey, wishKey, board, wishes, allowsBlack, lighten });
  const targetKey = target?.join(",") ?? "";
  const key = `${targetKey}|${tubeKey}|${sizes.touchParts}|${sizes.speckParts}|${maxTubesPerRecipe}|${wishKey}|${attempt}`;

  useEffect(() => {
    if (!solver || asked.key === "" || targetKey === "") return undefined;
    const { required, forbidden, factors, extra } = asked.wishes;
    const offered = [...asked.board.map((tube) => ({ tube, mostShare: 1 })), ...extra];
    const known = offered.flatMap(({ tube, mostShare }) => {
      const solverTube = solverTubeOf(tube);
      return solverTube ? [{ id: tube.id, tube, solverTube, mostShare }] : [];
    });
    const isLeftOut = (tube: Tube): boolean =>
      forbidden.includes(tube.id) || (!asked.allowsBlack && isBlackTube(tube));
    const isForbidden = known.map(({ tube }) => isLeftOut(tube));
    const prices = known.map(({ tube }) => pricePerMl(tube));
    const priced = prices.filter((price) => price !== undefined);
    const places = (isWanted: (tube: Tube) => boolean): number[] =>
      known.flatMap(({ tube }, place) => (isWanted(tube) ? [place] : []));
    const [l = Number.NaN, a = Number.NaN, b = Number.NaN] = targetKey.split(",").map(Number);
    const request: RecipeRequest = {
      tubes: known.map((tube) => tube.solverTube),
      query: {
        target: labD65(l, a, b),
        maxTubes: Math.min(
          asked.lighten === "water" ? MOST_TUBES_OF_WASH : MOST_TUBES,
          Math.max(maxTubesPerRecipe, required.length),
        ),
        factors,
        // Each of these makes the search longer, so it is said only when it limits something.
        ...(required.length > 0 && { required: places(({ id }) => required.includes(id)) }),
        ...(isForbidden.some(Boolean) && { forbidden: places((tube) => isLeftOut(tube)) }),
        ...(extra.length > 0 && { mostShare: known.map(({ mostShare }) => mostShare) }),
        ...(priced.length === known.length && { pricePerVolume: priced }),
        toleranceDeltaE2000: PLAINER_WITHIN,
        maxAnswers: MAX_ANSWERS,
      },
      dosing: { unit: "parts", sizes },
      asWash: asked.lighten === "water",
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

/** In the painter's currency; what is left of an older pile is paid for. */
export function pricePerMl({ price, volumeMl }: Pick<Tube, "price" | "volumeMl">): number | undefined {
  return price === undefined || volumeMl === undefined ? undefined : price / volumeMl;
}
