"use client";

/** What the dry paint of a note shall look like: as it was seen, wet or dry, and beside what was mixed for its neighbours. */
import { useStored } from "../../../kit/store/useStored";
import { useMemo } from "react";
import type { LabD65 } from "../../../core/color/types";
import type { Note } from "../../../domain/note/note";
import { relationShift, shifted } from "../../../domain/note/relation";
import { type AimIntoWet, aimIntoWet } from "../../../domain/note/wetGround";
import { labFromStored } from "../../../domain/reading/storedColor";
import { useDryingOf } from "../../../kit/paint/useToDry";
import { useStudio } from "../../../kit/studio/useStudio";
import { readMatchesOf } from "../../../kit/store/calls";

const NONE: readonly never[] = [];

export type TargetOfNote = {
  /** Of the dry paint. */
  readonly target: LabD65;
  /** Where the note itself was seen wet: what the wet pile is held beside, exactly. */
  readonly wetAim: LabD65 | undefined;
  /** How far the neighbours moved it, in L*, a*, b*. */
  readonly shift: readonly [number, number, number];
  /** How the wet paint below moved it; undefined on a dry ground. */
  readonly intoWet: AimIntoWet | undefined;
};

export function useTargetOf(note: Note): TargetOfNote {
  const notes = useStudio((studio) => studio.notes);
  const board = useStudio((studio) => studio.board);
  const dryingOf = useDryingOf();
  const isRelation = note.purpose === "relation";
  const matches = useStored(readMatchesOf, isRelation ? [note.paintingId] : undefined) ?? NONE;
  return useMemo(() => {
    const shift = relationShift(note, isRelation ? notes : NONE, matches);
    const meant = shifted(labFromStored(note.target), shift);
    const intoWet = aimIntoWet(meant, note, {
      labOf: (id) => {
        const below = notes.find((other) => other.id === id);
        return below && labFromStored(below.target);
      },
    });
    const aim = intoWet?.aim ?? meant;
    if (note.film !== "wet") return { target: aim, wetAim: undefined, shift, intoWet };
    // The paint that is on the board is what it will be mixed from.
    const drying = dryingOf(board.map(({ id }) => ({ tubeId: id, parts: 1 })));
    return { target: drying ? drying.toDry(aim) : aim, wetAim: aim, shift, intoWet };
  }, [note, isRelation, notes, matches, board, dryingOf]);
}
