"use client";

/** Plans of layers of the painting in hand, and what scraps have taught of the painter's films. */
import { useLiveQuery } from "dexie-react-hooks";
import { useMemo } from "react";
import type { GroundContext } from "../../domain/ground/seenGround";
import { type HabitOf, habitsOf } from "../../domain/layers/film";
import type { Layering, Scrap } from "../../domain/layers/layering";
import { labFromStored } from "../../domain/reading/storedColor";
import { readLayerings, readScraps } from "../../persistence/layerings";
import { useShared } from "../studio/useShared";
import { useDb, useStudio } from "../studio/useStudio";

const NONE: readonly never[] = [];

/** Undefined until they are read. */
export function useLayerings(): readonly Layering[] | undefined {
  const db = useDb();
  const paintingId = useStudio((studio) => studio.painting?.id);
  return useLiveQuery(() => (paintingId ? readLayerings(db, paintingId) : NONE), [db, paintingId]);
}

export type Films = {
  readonly scraps: readonly Scrap[];
  readonly habitOf: HabitOf;
  readonly context: GroundContext;
};

export function useFilms(): Films {
  const tubeById = useStudio((studio) => studio.tubeById);
  const noteById = useStudio((studio) => studio.noteById);
  const scraps = useShared(readScraps) ?? NONE;
  return useMemo(() => {
    const context: GroundContext = {
      labOf: (id) => {
        const note = noteById.get(id);
        return note && labFromStored(note.target);
      },
    };
    return { scraps, context, habitOf: habitsOf(scraps, tubeById, context) };
  }, [scraps, noteById, tubeById]);
}
