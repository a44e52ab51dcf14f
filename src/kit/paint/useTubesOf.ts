"use client";

import { useCallback } from "react";
import type { Ground } from "../../domain/ground/ground";
import { tubesOver } from "../../domain/ground/tubesOver";
import { labFromStored } from "../../domain/reading/storedColor";
import type { Tube } from "../../domain/tube/tube";
import { useStudio } from "../studio/useStudio";

export type TubesOf = (pile: {
  readonly ground?: Ground | undefined;
  readonly noteId?: string | undefined;
}) => ReadonlyMap<string, Tube>;

/** The tubes as they are for a pile: its washes run over its own ground, its note's, or the painting's. */
export function useTubesOf(): TubesOf {
  const tubeById = useStudio((studio) => studio.tubeById);
  const noteById = useStudio((studio) => studio.noteById);
  return useCallback(
    ({ ground, noteId }) =>
      tubesOver(ground ?? noteById.get(noteId ?? "")?.ground, tubeById, {
        labOf: (id) => {
          const note = noteById.get(id);
          return note && labFromStored(note.target);
        },
      }),
    [tubeById, noteById],
  );
}
