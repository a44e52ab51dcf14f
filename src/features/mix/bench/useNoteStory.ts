"use client";

import { useShared } from "../../../kit/store/useShared";
import { useStored } from "../../../kit/store/useStored";
import { useMemo } from "react";
import { currentReading } from "../../../domain/pile/evidence";
import type { Pile, StoredRecipe } from "../../../domain/pile/pile";
import type { PaintHistory } from "../../../domain/pile/lastDeed";
import { readFreeHistory, readNoteHistory, readPiles, readRecipe } from "../../../kit/store/calls";
import type { Story } from "./contexts";

export type NoteStory = Omit<Story, "plan"> & {
  readonly main: Pile | undefined;
  readonly sample: Pile | undefined;
  /** Piles that paint of these was taken from. */
  readonly sources: readonly Pile[];
  /** What the open pile follows. */
  readonly running: StoredRecipe | undefined;
  /** Changes with everything that was done to the note's paint. */
  readonly key: string;
};

const NONE: readonly never[] = [];

/** The note's paint as the store has it. */
export function useNoteStory(noteId: string): NoteStory {
  const history = useShared(readNoteHistory, noteId);
  return {
    ...useStoryOf(history, history?.piles.filter(({ state }) => state === "open").at(-1)),
    isRead: history !== undefined,
  };
}

/** The same of a free pile; of none while it is not begun. */
export function useFreeStory(pileId: string | undefined): NoteStory {
  const history = useStored(readFreeHistory, pileId ? [pileId] : undefined);
  return {
    ...useStoryOf(
      pileId ? history : undefined,
      history?.piles.find(({ id }) => id === pileId),
    ),
    isRead: pileId === undefined || history !== undefined,
  };
}

function useStoryOf(history: PaintHistory | undefined, main: Pile | undefined): Omit<NoteStory, "isRead"> {
  const sample = history?.piles.filter(({ state, side }) => state === "side" && side?.of === main?.id).at(-1);
  const pile = sample ?? main;
  const recipeId = main?.recipeId;
  const running = useStored(readRecipe, recipeId ? [recipeId] : undefined);
  const readings = useMemo(
    () => history?.readings.filter(({ pileId }) => pileId === pile?.id || pileId === main?.id) ?? NONE,
    [history, pile?.id, main?.id],
  );
  return {
    main,
    sample,
    pile,
    running: recipeId ? running : undefined,
    isSample: sample !== undefined,
    readings,
    reading: currentReading(pile, readings),
    lastMatch: pile ? undefined : history?.matches.at(-1),
    key: keyOf(history),
    history: history ?? NO_HISTORY,
    sources: useSourcesOf(history),
  };
}

/** The piles that paint was taken from, also where nothing is left of them: their paint lies here now. */
function useSourcesOf(history: PaintHistory | undefined): readonly Pile[] {
  const ids = [
    ...new Set(
      history?.piles.flatMap(({ additions }) => additions.flatMap(({ fromPileId }) => fromPileId ?? [])),
    ),
  ].join();
  return useStored(readPiles, ids === "" ? undefined : [ids.split(",")]) ?? NONE;
}

const NO_HISTORY: PaintHistory = { piles: NONE, readings: NONE, matches: NONE };

function keyOf(history: PaintHistory | undefined): string {
  const { piles = NONE, readings = NONE, matches = NONE } = history ?? {};
  return JSON.stringify([
    piles.map(({ id, state, additions, scrapes }) => [id, state, additions.length, scrapes?.length]),
    readings.length,
    matches.map(({ id, verdict }) => [id, verdict]),
  ]);
}
