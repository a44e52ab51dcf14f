"use client";

import { useMemo } from "react";
import { laidRest } from "../../../domain/hand/laidAmounts";
import { type PilePlan, pilePlan } from "../../../domain/pile/plan";
import { scaledTo } from "../../../domain/recipe/offers";
import type { PaintRecipe } from "../../../domain/recipe/paintRecipe";
import type { Tube } from "../../../domain/tube/tube";
import { useSettings } from "../../../kit/studio/useStudio";
import type { NoteStory } from "./useNoteStory";

const NONE: readonly never[] = [];

/** What lies in the pile and what its recipe still asks for. */
export function usePlan(
  { pile, main, sample, running }: NoteStory,
  tubeById: ReadonlyMap<string, Tube>,
  chosen: PaintRecipe | undefined,
  wantedParts: number | undefined,
): PilePlan {
  const settings = useSettings();
  const planned = useMemo(
    () =>
      main ? scaledTo(running?.amounts ?? NONE, wantedParts, settings, tubeById) : (chosen?.amounts ?? NONE),
    [main, running, wantedParts, settings, tubeById, chosen],
  );
  return useMemo(
    () =>
      pilePlan(sample ? NONE : planned, pile?.additions ?? NONE, (laid, rest) =>
        laidRest(planned, laid, rest, settings, tubeById),
      ),
    [sample, planned, pile, settings, tubeById],
  );
}
