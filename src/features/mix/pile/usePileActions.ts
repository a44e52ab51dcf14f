"use client";

/** What the painter does to the paint, one thing after another, each written against the pile as it was seen. */
import { useEffect, useState } from "react";
import type { Match } from "../../../domain/match/match";
import { lastTurnOf } from "../../../domain/pile/contents";
import type { Dose, Pile, StoredRecipe } from "../../../domain/pile/pile";
import { useDb } from "../../../kit/studio/useStudio";
import { attempt } from "../../../kit/studio/problems";
import {
  addReading,
  addToPile,
  addToSample,
  commitSample,
  keepMatch,
  type NewAddition,
  type NewReading,
  scrapePile,
  type SeenPile,
  seenOf,
  setLeft,
  setPileAside,
  standByReading,
  startSample,
  takeBackReading,
  undoLastAddition,
} from "../../../persistence/piles";

export type PileActions = {
  /** Paint of one go. A dose that is tapped twice is two doses; what finishes a plan is put down once. */
  readonly add: (
    additions: readonly NewAddition[],
    recipe: Omit<StoredRecipe, "id" | "noteId" | "createdAt"> | undefined,
    now: number,
    isOnce: boolean,
  ) => void;
  readonly undo: () => void;
  readonly scrape: (keptShare: number) => void;
  readonly setAside: () => void;
  readonly setLeft: (pileId: string, parts: number) => void;
  readonly startSample: (share: number, added: readonly Dose[]) => void;
  readonly commitSample: () => void;
  readonly read: (reading: NewReading) => void;
  readonly takeBack: (readingId: string) => void;
  readonly standBy: (readingId: string) => void;
  readonly keep: (
    match: () => Promise<Omit<Match, "id" | "keptAt" | "verdict" | "readingId">>,
    reading: NewReading | { readonly id: string },
  ) => void;
};

type Shown = {
  readonly noteId: string;
  /** The note's open pile as it is shown. */
  readonly pile: Pile | undefined;
  /** A sample of it on the side, which then takes the additions. */
  readonly sample: Pile | undefined;
  /** Changes with all that is shown of the note: two readings of one pile are two commands. */
  readonly story: string;
};

export function usePileActions({ noteId, pile, sample, story }: Shown): PileActions {
  const db = useDb();
  const [hand] = useState(() => new OwnHand());
  const shown = sample ?? pile;
  useEffect(() => {
    hand.look();
  }, [hand, story]);
  /** Runs once for the state that is shown, however often it is pressed. */
  const once = (name: string, task: () => Promise<unknown>): void => {
    const turn = hand.once(name, task);
    if (turn) attempt(turn);
  };
  const seen = (of: Pile): SeenPile => seenOf(hand.latest(of) ?? of);

  return {
    add: (additions, recipe, now, isOnce) => {
      const write = (): Promise<Pile> =>
        sample
          ? addToSample(db, seen(sample), additions)
          : addToPile(db, noteId, additions, recipe, now, seenOf(hand.latest(pile)));
      const task = async (): Promise<void> => {
        const before = hand.latest(shown);
        hand.wrote(before, await write());
      };
      if (isOnce) once("add", task);
      else attempt(hand.queue(task));
    },
    undo: () => {
      if (shown)
        once("undo", async () => {
          const before = hand.latest(shown);
          hand.wrote(before, await undoLastAddition(db, seen(shown)));
        });
    },
    scrape: (keptShare) => {
      if (pile)
        once("scrape", async () => {
          const before = hand.latest(pile);
          hand.wrote(before, await scrapePile(db, keptShare, Date.now(), seen(pile)));
        });
    },
    setAside: () => {
      if (shown) once("set aside", () => hand.finish(setPileAside(db, seen(shown))));
    },
    setLeft: (pileId, parts) => {
      attempt(hand.queue(() => setLeft(db, pileId, parts)));
    },
    startSample: (share, added) => {
      if (pile) once("sample", () => hand.finish(startSample(db, share, added, Date.now(), seen(pile))));
    },
    commitSample: () => {
      if (sample && pile)
        once("commit", () => hand.finish(commitSample(db, seen(sample), Date.now(), seen(pile))));
    },
    read: (reading) => {
      if (shown) once("read", () => addReading(db, reading, Date.now(), seen(shown)));
    },
    takeBack: (readingId) => {
      if (shown) once(`take back ${readingId}`, () => takeBackReading(db, readingId, seen(shown)));
    },
    standBy: (readingId) => {
      if (shown) once(`stand by ${readingId}`, () => standByReading(db, readingId, seen(shown)));
    },
    keep: (match, reading) => {
      if (shown)
        once("keep", async () => {
          const kept = await match();
          await hand.finish(keepMatch(db, kept, reading, Date.now(), seen(shown)));
        });
    },
  };
}

/**
 * What this hand wrote last may be newer than what is shown: the store tells of it a moment later. One's own hand is
 * no other window, so the next thing is done to the pile as this hand left it.
 */
class OwnHand {
  private readonly states: (Pile | undefined)[] = [];
  private readonly done = new Set<string>();
  private last: Promise<unknown> = Promise.resolve();

  /** The newest own state that follows on the one that is shown; what is shown when it is none of one's own. */
  latest(shown: Pile | undefined): Pile | undefined {
    const isShown = (state: Pile | undefined): boolean =>
      state?.id === shown?.id && (!state || !shown || lastTurnOf(state) === lastTurnOf(shown));
    return this.states.some(isShown) ? this.states.at(-1) : shown;
  }

  wrote(before: Pile | undefined, after: Pile | undefined): void {
    if (this.states.at(-1) !== before || this.states.length === 0) this.states.splice(0, Infinity, before);
    this.states.push(after);
  }

  /** After this the next thing is done to another pile. */
  async finish(task: Promise<unknown>): Promise<void> {
    await task;
    this.states.length = 0;
  }

  /** What is shown has changed: what was done once for the state before can be done for this one. */
  look(): void {
    this.done.clear();
  }

  queue<T>(task: () => Promise<T>): Promise<T> {
    const turn = this.last.then(task, task);
    this.last = turn;
    return turn;
  }

  /** Undefined when it was done already for what is shown; a failure may be tried again. */
  once<T>(key: string, task: () => Promise<T>): Promise<T> | undefined {
    if (this.done.has(key)) return undefined;
    this.done.add(key);
    return this.queue(task).catch((error: unknown) => {
      this.done.delete(key);
      throw error;
    });
  }
}
