"use client";

import { useMemo } from "react";
import type { Ingredient } from "../../../domain/pile/ingredients";
import type { Pile } from "../../../domain/pile/pile";
import type { Tube } from "../../../domain/tube/tube";
import { useIngredients } from "../../../kit/paint/useIngredients";
import { useStudio } from "../../../kit/studio/useStudio";

export type PaintAtHand = {
  /** Tubes of the box, and the older piles that can be used here as tubes of their own. */
  readonly tubeById: ReadonlyMap<string, Tube>;
  /** Every pile that paint may have been taken from. */
  readonly leftovers: readonly Pile[];
  readonly ingredients: readonly Ingredient[];
};

/** @param own - what is being mixed itself. */
export function usePaintAtHand(own: { readonly noteId?: string; readonly pileId?: string }): PaintAtHand {
  const tubes = useStudio((studio) => studio.tubeById);
  const { piles, ingredients } = useIngredients(own);
  return useMemo(() => {
    const tubeById = new Map([...tubes, ...ingredients.map(({ tube }) => [tube.id, tube] as const)]);
    return { tubeById, leftovers: piles, ingredients };
  }, [tubes, piles, ingredients]);
}
