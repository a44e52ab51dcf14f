"use client";

/** What the painter does to the paint, one thing after another, each written against the pile as it was seen. */
import { useRef } from "react";
import { changedAt } from "../../domain/pile/contents";
import {
  addReading,
  addToPile,
  addToSample,
  commitSample,
  keepMatch,
  type NewAddition,
  scrapePile,
  type SeenPile,
  seenOf,
  setLeft,
  setPileAside,
  startSample,
  undoLastAddition,
} from "../../persistence/piles";
import type { Match } from "../../domain/match/match";
import type { Pile, StoredRecipe } from "../../domain/pile/pile";
import type { Reading } from "../../domain/reading/reading";
import { useStudio } from "../../kit/studio/Studio";

export type PileActions = {
  readonly add: (
    additions: readonly NewAddition[],
    recipe: Omit<StoredRecipe, "id" | "noteId" | "createdAt"> | undefined,
    now: number,
  ) => void;
  readonly undo: () => void;
  readonly scrape: (keptShare: number) => void;
  readonly setAside: () => void;
  readonly setLeft: (pileId: string, parts: number) => void;
  readonly startSample: (
    share: number,
    added: readonly { readonly tubeId: string; readonly parts: number }[],
  ) => void;
  readonly commitSample: () => void;
  readonly read: (reading: Omit<Reading, "id" | "takenAt">) => void;
  readonly keep: (
    match: Omit<Match, "id" | "keptAt" | "verdict" | "readingId">,
    reading: Omit<Reading, "id" | "takenAt"> | { readonly id: string },
  ) => void;
};

/**
 * @param pile - the note's open pile as it is shown.
 * @param sample - a sample of it on the side, which then takes the additions.
 */
export function usePileActions(
  noteId: string,
  pile: Pile | undefined,
  sample: Pile | undefined,
): PileActions {
  const { db, attempt } = useStudio();
  // What was written last here may be newer than what is shown; one's own hand is no other window.
  const written = useRef<Pile>(undefined);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const shown = sample ?? pile;

  const next = (task: (seen: SeenPile) => Promise<Pile | undefined>): void => {
    const run = async (): Promise<void> => {
      const own = written.current;
      const isNewer = own && (!pile || (own.id === pile.id && changedAt(own) > changedAt(pile)));
      written.current = undefined;
      written.current = await task(seenOf(isNewer ? own : pile));
    };
    const turn = queue.current.then(run, run);
    queue.current = turn;
    attempt(turn);
  };
  const done = async (task: Promise<unknown>): Promise<undefined> => {
    await task;
    return undefined;
  };

  return {
    add: (additions, recipe, now) => {
      next((seen) =>
        sample
          ? done(addToSample(db, sample.id, additions))
          : addToPile(db, noteId, additions, recipe, now, seen),
      );
    },
    undo: () => {
      if (shown) next(() => done(undoLastAddition(db, shown.id)));
    },
    scrape: (keptShare) => {
      if (pile) next((seen) => done(scrapePile(db, pile.id, keptShare, Date.now(), seen)));
    },
    setAside: () => {
      if (shown) next(() => done(setPileAside(db, shown.id)));
    },
    setLeft: (pileId, parts) => {
      next(() => done(setLeft(db, pileId, parts)));
    },
    startSample: (share, added) => {
      if (pile) next(() => done(startSample(db, pile.id, share, added, Date.now())));
    },
    commitSample: () => {
      if (sample) next((seen) => done(commitSample(db, sample.id, Date.now(), seen)));
    },
    read: (reading) => {
      next(() => done(addReading(db, reading, Date.now())));
    },
    keep: (match, reading) => {
      next(() => done(keepMatch(db, match, reading, Date.now())));
    },
  };
}
