"use client";

import { useMemo } from "react";
import type { Ground } from "../../../domain/ground/ground";
import type { Ingredient } from "../../../domain/pile/ingredients";
import { leftoverAsTube } from "../../../domain/pile/leftovers";
import { leftoverId, pileOfLeftover } from "../../../domain/pile/puddle";
import type { Pile } from "../../../domain/pile/pile";
import type { Tube } from "../../../domain/tube/tube";
import { useTubesOf } from "../../../kit/paint/useTubesOf";
import { useIngredients } from "../../../kit/paint/useIngredients";
import { useStudio } from "../../../kit/studio/useStudio";

export type PaintAtHand = {
  /** Tubes of the box, and older piles as tubes of their own: those that can be used here, and those that were. */
  readonly tubeById: ReadonlyMap<string, Tube>;
  /** Every pile that paint may have been taken from. */
  readonly leftovers: readonly Pile[];
  readonly ingredients: readonly Ingredient[];
};

/**
 * @param own - what is being mixed itself.
 * @param sources - piles of which paint lies here already.
 * @param ground - what it is laid on; undefined for the painting's own.
 */
export function usePaintAtHand(
  own: { readonly noteId?: string; readonly pileId?: string },
  sources: readonly Pile[],
  ground: Ground | undefined,
): PaintAtHand {
  const tubesOf = useTubesOf();
  const tubes = useMemo(() => tubesOf({ ground }), [tubesOf, ground]);
  const notes = useStudio((studio) => studio.noteById);
  const { piles, ingredients } = useIngredients(own);
  return useMemo(() => {
    const used = sources.flatMap((pile) => leftoverAsTube(pile, notes.get(pile.noteId ?? ""), tubes) ?? []);
    const older = [...used, ...ingredients.map(({ tube }) => tube)];
    // What was laid of a wash is told by its pile alone, whatever share of it is paint.
    const byPile = older.map((tube) => [leftoverId(pileOfLeftover(tube.id) ?? ""), tube] as const);
    return {
      tubeById: new Map([...tubes, ...byPile, ...older.map((tube) => [tube.id, tube] as const)]),
      leftovers: [...piles, ...sources.filter(({ id }) => piles.every((pile) => pile.id !== id))],
      ingredients,
    };
  }, [tubes, notes, piles, ingredients, sources]);
}
