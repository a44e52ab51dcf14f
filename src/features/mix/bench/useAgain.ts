"use client";

import { useLiveQuery } from "dexie-react-hooks";
import { useMemo } from "react";
import type { Dose, Pile } from "../../../domain/pile/pile";
import { labFromStored } from "../../../domain/reading/storedColor";
import { mixedAgainQuestion } from "../../../domain/recipe/mixedAgain";
import { paintRecipe } from "../../../domain/recipe/paintRecipe";
import { useQuery } from "../../../kit/query/useQuery";
import { shownOf } from "../../../kit/query/useTask";
import { useDb, useSettings, useStudio } from "../../../kit/studio/useStudio";
import { readMatchOf, readPile } from "../../../persistence/pileReads";
import { solver } from "../../../workers/clients";

export type Again = {
  /** A pile from the record that is mixed again. */
  readonly pile: Pile | undefined;
  /** Other amounts for the colour that was kept, where tubes have changed since. */
  readonly corrected: readonly Dose[] | undefined;
};

export function useAgain(pileId: string | undefined, wantedParts: number | undefined): Again {
  const db = useDb();
  const settings = useSettings();
  const tubeById = useStudio((studio) => studio.tubeById);
  const pile = useLiveQuery(() => (pileId ? readPile(db, pileId) : undefined), [db, pileId]);
  const match = useLiveQuery(() => (pileId ? readMatchOf(db, pileId) : undefined), [db, pileId]);
  const question = useMemo(
    () =>
      pile && match
        ? mixedAgainQuestion(pile, labFromStored(match.result), tubeById, settings, wantedParts)
        : undefined,
    [pile, match, tubeById, settings, wantedParts],
  );
  const found = shownOf(
    useQuery(solver, question, async (remote, { request, tubeIds, partsPerUnit }) => {
      const [recipe] = (await remote.searchRecipes(request)).recipes;
      return recipe && paintRecipe(recipe, tubeIds, partsPerUnit).amounts;
    }),
  );
  return { pile, corrected: question ? found : undefined };
}
