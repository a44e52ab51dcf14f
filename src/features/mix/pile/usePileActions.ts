"use client";

/** What the painter does to the paint, one thing after another, each written against the pile as it was seen. */
import { useState } from "react";
import type { Match } from "../../../domain/match/match";
import { lastTurnOf } from "../../../domain/pile/contents";
import { type LastDeed, lastDeedOf, type PaintHistory } from "../../../domain/pile/lastDeed";
import type { Pile, StoredRecipe } from "../../../domain/pile/pile";
import { useStore } from "../../../kit/studio/useStudio";
import { attempt } from "../../../kit/studio/problems";
import { rememberOwnDeed } from "../../../kit/studio/undoStack";
import {
  addReading,
  addToPile,
  addToPileAsSeen,
  beginFreePile,
  commitSample,
  correctKeptPile,
  goOnWithPile,
  keepFreePile,
  keepMatch,
  readPile,
  redo,
  scrapePile,
  setPileAside,
  standByReading,
  startSample,
  takeBackReading,
  undoLast,
} from "../../../kit/store/calls";
import { type SeenPile } from "../../../domain/pile/seenPile";
import type { NewAddition, NewReading } from "../../../persistence/piles";
import { seenOf } from "../../../domain/pile/seenPile";
import { setUndone, undoneOf, useUndone } from "./undone";

export type PileActions = {
  /** Paint of one go. A dose that is tapped twice is two doses; what finishes a plan is put down once. */
  readonly add: (
    additions: readonly NewAddition[],
    recipe: Omit<StoredRecipe, "id" | "noteId" | "createdAt"> | undefined,
    now: number,
    isOnce: boolean,
  ) => void;
  /** What was done last and can be taken back, and what was taken back last and can be done again. */
  readonly last: LastDeed["kind"] | undefined;
  readonly undone: LastDeed["kind"] | undefined;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly scrape: (keptShare: number) => void;
  readonly setAside: () => void;
  readonly startSample: (share: number, added: Parameters<typeof startSample>[2]) => void;
  readonly commitSample: () => void;
  readonly read: (reading: NewReading) => void;
  readonly takeBack: (readingId: string) => void;
  readonly standBy: (readingId: string) => void;
  /** A free pile is ready for others. */
  readonly keepFree: () => void;
  /** A free pile that was kept is mixed on. */
  readonly goOn: (pile: Pile) => void;
  /** All that is left of a kept pile begins a new one of its note. */
  readonly correct: (kept: Pile, doses: readonly NewAddition[]) => void;
  readonly keep: (
    match: () => Promise<Omit<Match, "id" | "keptAt" | "verdict" | "readingId">>,
    reading: NewReading | { readonly id: string },
  ) => void;
};

const NONE: readonly never[] = [];

/** What the paint is mixed for: a note, or nothing but the board of a painting. */
export type MixedFor =
  | { readonly noteId: string }
  | {
      readonly paintingId: string;
      /** Nothing before the first dose. */
      readonly pileId: string | undefined;
      /** The planned recipe that the first dose follows, and what the pile is called then. */
      readonly recipeId?: string | undefined;
      readonly name?: string | undefined;
      readonly onBegun: (pile: Pile) => void;
    };

type Shown = {
  readonly of: MixedFor;
  /** The open pile as it is shown. */
  readonly pile: Pile | undefined;
  /** A sample of it on the side, which then takes the additions. */
  readonly sample: Pile | undefined;
  /** Changes with all that is shown of the note: two readings of one pile are two commands. */
  readonly story: string;
  readonly history: PaintHistory;
};

export function usePileActions({ of, pile, sample, story, history }: Shown): PileActions {
  const store = useStore();
  const [hand] = useState(() => new OwnHand());
  // Counted, since an undo leads back to a story that was shown before.
  const [look, setLook] = useState({ story, count: 0 });
  if (look.story !== story) setLook({ story, count: look.count + 1 });
  const shown = sample ?? pile;
  const last = lastDeedOf(history);
  const key = "noteId" in of ? of.noteId : (of.pileId ?? "");
  const undone = useUndone(key);
  /** Runs once for the state that is shown, however often it is pressed. */
  const once = (name: string, task: () => Promise<unknown>): void => {
    if (!/^(undo|redo)/.test(name)) setUndone(key, NONE);
    rememberOwnDeed();
    const turn = hand.once(name, look.count, task);
    if (turn) attempt(turn);
  };
  const seen = (of: Pile): SeenPile => seenOf(hand.latest(of) ?? of);

  return {
    add: (additions, recipe, now, isOnce) => {
      const write = async (): Promise<Pile> => {
        if (sample) return addToPileAsSeen(store, seen(sample), additions);
        const latest = seenOf(hand.latest(pile));
        if ("noteId" in of) return addToPile(store, of.noteId, additions, recipe, now, latest);
        if (latest) return addToPileAsSeen(store, latest, additions);
        // A pile that was begun a moment ago has its own address before it is shown.
        const begunBefore = of.pileId === undefined ? undefined : await readPile(store, of.pileId);
        if (begunBefore) return addToPileAsSeen(store, seenOf(begunBefore), additions);
        const { onBegun, ...begins } = of;
        const begun = await beginFreePile(store, begins, additions, recipe, now);
        onBegun(begun);
        return begun;
      };
      const task = async (): Promise<void> => {
        const before = hand.latest(shown);
        hand.wrote(before, await write());
      };
      if (isOnce) once("add", task);
      else {
        setUndone(key, NONE);
        rememberOwnDeed();
        attempt(hand.queue(task));
      }
    },
    last: last?.kind,
    undone: undone.at(-1)?.kind,
    undo: () => {
      if (!last) return;
      once("undo", async () => {
        const paintOf = "noteId" in of ? of : { pileId: key };
        const taken = await hand.finish(undoLast(store, paintOf, last.kind, seen(last.pile)));
        setUndone(key, [...undoneOf(key), taken]);
      });
    },
    redo: () => {
      // The next one may be offered before the paint is shown as this one leaves it.
      once(`redo ${String(undone.length)}`, async () => {
        const before = undoneOf(key);
        const again = before.at(-1);
        if (!again) return;
        await hand.finish(redo(store, again));
        setUndone(key, before.slice(0, -1));
      });
    },
    scrape: (keptShare) => {
      if (pile)
        once("scrape", async () => {
          const before = hand.latest(pile);
          hand.wrote(before, await scrapePile(store, keptShare, Date.now(), seen(pile)));
        });
    },
    setAside: () => {
      if (shown) once("set aside", () => hand.finish(setPileAside(store, seen(shown))));
    },
    startSample: (share, added) => {
      if (pile) once("sample", () => hand.finish(startSample(store, share, added, Date.now(), seen(pile))));
    },
    commitSample: () => {
      if (sample && pile)
        once("commit", () => hand.finish(commitSample(store, seen(sample), Date.now(), seen(pile))));
    },
    read: (reading) => {
      if (shown) once("read", () => addReading(store, reading, Date.now(), seen(shown)));
    },
    takeBack: (readingId) => {
      if (shown) once(`take back ${readingId}`, () => takeBackReading(store, readingId, seen(shown)));
    },
    standBy: (readingId) => {
      if (shown) once(`stand by ${readingId}`, () => standByReading(store, readingId, seen(shown)));
    },
    keepFree: () => {
      if (pile) once("keep", () => hand.finish(keepFreePile(store, seen(pile))));
    },
    goOn: (kept) => {
      once("go on", () => goOnWithPile(store, seenOf(kept), Date.now()));
    },
    correct: (kept, doses) => {
      if ("noteId" in of)
        once("correct", () => hand.finish(correctKeptPile(store, kept, of.noteId, doses, Date.now())));
    },
    keep: (match, reading) => {
      if (shown)
        once("keep", async () => {
          const kept = await match();
          await hand.finish(keepMatch(store, kept, reading, Date.now(), seen(shown)));
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
  /** By name: at which look at the paint it was done. */
  private readonly done = new Map<string, number>();
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
  async finish<T>(task: Promise<T>): Promise<T> {
    const done = await task;
    this.states.length = 0;
    return done;
  }

  queue<T>(task: () => Promise<T>): Promise<T> {
    const turn = this.last.then(task, task);
    this.last = turn;
    return turn;
  }

  /** Undefined when it was done already at this look; a failure may be tried again. */
  once<T>(name: string, look: number, task: () => Promise<T>): Promise<T> | undefined {
    if (this.done.get(name) === look) return undefined;
    this.done.set(name, look);
    return this.queue(task).catch((error: unknown) => {
      if (this.done.get(name) === look) this.done.delete(name);
      throw error;
    });
  }
}
