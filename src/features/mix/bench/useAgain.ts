"use client";

import { useStored } from "../../../kit/store/useStored";
import { useMemo } from "react";
import { contentsOf } from "../../../domain/pile/contents";
import { currentReading } from "../../../domain/pile/evidence";
import type { Dose, Pile } from "../../../domain/pile/pile";
import { labFromStored } from "../../../domain/reading/storedColor";
import { mixedAgainQuestion } from "../../../domain/recipe/mixedAgain";
import { paintRecipe } from "../../../domain/recipe/paintRecipe";
import type { Tube } from "../../../domain/tube/tube";
import { useToDry } from "../../../kit/paint/useToDry";
import { useQuery } from "../../../kit/query/useQuery";
import { shownOf } from "../../../kit/query/useTask";
import { useSettings } from "../../../kit/studio/useStudio";
import { readMatchOf, readPile, readReadingsOf } from "../../../kit/store/calls";
import { solver } from "../../../workers/clients";

const NONE: readonly never[] = [];

export type Again = {
  /** A pile from the record that is mixed again. */
  readonly pile: Pile | undefined;
  /** Other amounts for the colour that was kept, where tubes have changed since. */
  readonly corrected: readonly Dose[] | undefined;
};

/**
 * @param wantedParts - of the whole pile; undefined for one of the same size.
 * @param tubeById - as they are on this bench.
 */
export function useAgain(
  pileId: string | undefined,
  wantedParts: number | undefined,
  tubeById: ReadonlyMap<string, Tube>,
): Again {
  const settings = useSettings();
  const pile = useStored(readPile, pileId ? [pileId] : undefined);
  const match = useStored(readMatchOf, pileId ? [pileId] : undefined);
  const readings = useStored(readReadingsOf, pileId ? [[pileId]] : undefined) ?? NONE;
  const driesTo = useToDry();
  const question = useMemo(() => {
    // A free pile was never kept as a match: what was read of it last is what came out.
    const reading = currentReading(pile, readings);
    const seen = reading && labFromStored(reading.color);
    const read = pile && seen && (reading.film === "dry" ? seen : driesTo(seen, contentsOf(pile)));
    const kept = match ? labFromStored(match.result) : read;
    return pile && kept ? mixedAgainQuestion(pile, kept, tubeById, settings, wantedParts) : undefined;
  }, [pile, match, readings, driesTo, tubeById, settings, wantedParts]);
  const found = shownOf(
    useQuery(solver, question, async (remote, { request, tubeIds, partsPerUnit }) => {
      const [recipe] = (await remote.searchRecipes(request)).recipes;
      return recipe && paintRecipe(recipe, tubeIds, partsPerUnit).amounts;
    }),
  );
  return { pile, corrected: question ? found : undefined };
}
