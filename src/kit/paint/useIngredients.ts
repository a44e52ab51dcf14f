"use client";

/** Older piles as paint for the mixture in hand. */
import { useMemo } from "react";
import { believedTubes } from "../../domain/pile/belief";
import { type Hindrance, hindranceOf, type Ingredient, ingredientsOf } from "../../domain/pile/ingredients";
import type { Pile } from "../../domain/pile/pile";
import { readPilesToTake } from "../store/calls";
import { shownOf } from "../query/useTask";
import { useShared } from "../store/useShared";
import { useSettings, useStudio } from "../studio/useStudio";
import { useBeliefs } from "./useBeliefs";
import { useMinute } from "./useMinute";
import { useTubesOf } from "./useTubesOf";
import { usePaletteMedium } from "./usePalettePaint";

const NONE: readonly never[] = [];

export type PilesAtHand = {
  /** Every pile that paint may have been taken from, whether it can be used here or not. */
  readonly piles: readonly Pile[];
  readonly ingredients: readonly Ingredient[];
  /** Of this painting, or of all that were asked for: those that are paint no more or no colour. */
  readonly hindered: readonly { readonly pile: Pile; readonly hindrance: Hindrance }[];
};

/** What a painter can do something about; a pile that is used up is no news. */
const TOLD: readonly Hindrance[] = ["dried-out", "streaky", "other-medium", "unknown-paint"];

/** @param own - what is being mixed itself, by note or by pile: nothing is mixed out of itself. */
export function useIngredients(own: { readonly noteId?: string; readonly pileId?: string }): PilesAtHand {
  const tubeById = useStudio((studio) => studio.tubeById);
  const noteById = useStudio((studio) => studio.noteById);
  const paintingId = useStudio((studio) => studio.painting?.id);
  const { takesAllPiles = false } = useSettings();
  const { medium, lightener } = usePaletteMedium();
  const now = useMinute();
  const piles = useShared(readPilesToTake, paintingId) ?? NONE;
  const beliefs = shownOf(useBeliefs(piles, NONE, useTubesOf()).task);
  const { noteId, pileId } = own;
  return useMemo(() => {
    const others = piles.filter(
      (pile) =>
        pile.id !== pileId && (pile.state !== "open" || noteId === undefined || pile.noteId !== noteId),
    );
    const place = { paintingId, medium, lightener, takesAll: takesAllPiles, now };
    const believedOf = (pile: Pile) => believedTubes(tubeById, beliefs?.get(pile.id));
    return {
      piles,
      ingredients: ingredientsOf(others, place, noteById, tubeById, believedOf),
      hindered: others.flatMap((pile) => {
        const hindrance = hindranceOf(pile, place, tubeById);
        const isHere = takesAllPiles || pile.paintingId === paintingId;
        return hindrance && isHere && TOLD.includes(hindrance) ? [{ pile, hindrance }] : [];
      }),
    };
  }, [piles, noteId, pileId, paintingId, medium, lightener, takesAllPiles, now, noteById, tubeById, beliefs]);
}
