"use client";

import { useEffect, useEffectEvent } from "react";
import type { Note } from "../../../domain/note/note";
import type { Ingredient } from "../../../domain/pile/ingredients";
import { labFromStored } from "../../../domain/reading/storedColor";
import type { Tube } from "../../../domain/tube/tube";
import { useRecipesAhead } from "../../../kit/query/useRecipes";
import { readBench, readNoteHistory } from "../../../kit/store/calls";
import { readAhead } from "../../../kit/store/useShared";
import { useSettings, useStore, useStudio } from "../../../kit/studio/useStudio";
import { wishesOf } from "./useOffered";

/** More are not looked at before the painter has mixed one. */
const MOST = 12;

/**
 * What lies at the notes that still wait, and their recipes, the next ones first, once those of the note in hand are there.
 * Recipes of a note whose aim moves with its ground, its neighbours or its film are asked for when it is opened.
 */
export function useAhead(
  { id, number, ground }: Note,
  isReady: boolean,
  ingredients: readonly Ingredient[],
  tubeById: ReadonlyMap<string, Tube>,
): void {
  const notes = useStudio((studio) => studio.notes);
  const settings = useSettings();
  const store = useStore();
  const next = (isAsked: (note: Note) => boolean = () => true): readonly Note[] => {
    const open = notes.filter((note) => note.id !== id && note.state === "open" && isAsked(note));
    const after = open.filter((note) => note.number > number);
    return [...after, ...open.filter((note) => note.number <= number)].slice(0, MOST);
  };
  const read = useEffectEvent(() =>
    next().flatMap((note) => [
      readAhead(store, readNoteHistory, note.id),
      readAhead(store, readBench, note.id),
    ]),
  );
  useEffect(() => {
    const ends = isReady ? read() : [];
    return () => {
      for (const end of ends) end();
    };
  }, [isReady]);
  useRecipesAhead(
    isReady && ground === undefined
      ? () =>
          next(isPlain).map((note) => {
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
