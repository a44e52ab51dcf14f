"use client";

/** Plans of layers of the painting in hand, and what scraps have taught of the painter's films. */
import { useStored } from "../store/useStored";
import { useMemo } from "react";
import type { GroundContext } from "../../domain/ground/seenGround";
import { type HabitOf, habitsOf } from "../../domain/layers/film";
import type { Layering, Scrap } from "../../domain/layers/layering";
import { labFromStored } from "../../domain/reading/storedColor";
import { readLayerings, readScraps } from "../store/calls";
import { useShared } from "../store/useShared";
import { useStudio } from "../studio/useStudio";

const NONE: readonly never[] = [];

/** Undefined until they are read. */
export function useLayerings(): readonly Layering[] | undefined {
  const paintingId = useStudio((studio) => studio.painting?.id);
  const read = useStored(readLayerings, paintingId ? [paintingId] : undefined);
  return paintingId ? read : NONE;
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
