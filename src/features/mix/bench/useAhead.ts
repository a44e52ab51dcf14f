"use client";

import type { Note } from "../../../domain/note/note";
import type { Ingredient } from "../../../domain/pile/ingredients";
import { labFromStored } from "../../../domain/reading/storedColor";
import type { Tube } from "../../../domain/tube/tube";
import { useRecipesAhead } from "../../../kit/query/useRecipes";
import { useSettings, useStudio } from "../../../kit/studio/useStudio";
import { wishesOf } from "./useOffered";

/** More are not looked at before the painter has mixed one. */
const MOST = 12;

/**
 * Recipes of the notes that still wait, the next ones first, once those of the note in hand are there. A note whose
 * aim moves with its ground, its neighbours or its film is asked for when it is opened.
 */
export function useAhead(
  { id, number, ground }: Note,
  isReady: boolean,
  ingredients: readonly Ingredient[],
  tubeById: ReadonlyMap<string, Tube>,
): void {
  const notes = useStudio((studio) => studio.notes);
  const settings = useSettings();
  const next = (): readonly Note[] => {
    const open = notes.filter((note) => note.id !== id && note.state === "open" && isPlain(note));
    const after = open.filter((note) => note.number > number);
    return [...after, ...open.filter((note) => note.number <= number)].slice(0, MOST);
  };
  useRecipesAhead(
    isReady && ground === undefined
      ? () =>
          next().map((note) => {
            const target = labFromStored(note.target);
            return { target, wishes: wishesOf(note, target, {}, ingredients, settings) };
          })
      : undefined,
    tubeById,
  );
}

function isPlain({ ground, film, purpose }: Note): boolean {
  return ground === undefined && film !== "wet" && purpose !== "relation";
}
