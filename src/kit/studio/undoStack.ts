/** What was done and can be taken back, the newest last. It lives as long as the page. */
import { useSyncExternalStore } from "react";
import { takeChangesBack } from "../store/calls";
import type { RowPlace } from "../../persistence/rowChanges";
import type { Store } from "../store/store";
import { attempt } from "./problems";

export type Undoable = {
  /** "Note 5, Lichen, is removed." */
  readonly words: string;
  readonly undo: () => Promise<unknown>;
  /** Milliseconds since 1970. */
  readonly at: number;
};

/** Nobody takes more steps back than this. */
const MOST = 20;

let stack: readonly Undoable[] = [];
const listeners = new Set<() => void>();
const NONE: readonly Undoable[] = [];

function set(next: readonly Undoable[]): void {
  stack = next;
  for (const listener of listeners) listener();
}

export function offerUndo(words: string, undo: () => Promise<unknown>): void {
  set([...stack, { words, undo, at: Date.now() }].slice(-MOST));
}

/** Carries a command out, which is one call, and offers to take back what it did to these rows. */
export async function undoably<T>(
  store: Store,
  words: string,
  places: readonly RowPlace[],
  work: () => PromiseLike<T>,
): Promise<T> {
  const { answer, changes } = await store.recorded(places, work);
  if (changes.length > 0) offerUndo(words, () => takeChangesBack(store, changes));
  return answer;
}

/** Takes back what was done last. What fails says why, and is not offered again. */
export function undoNewest(): void {
  const newest = stack.at(-1);
  if (!newest) return;
  set(stack.slice(0, -1));
  attempt(newest.undo());
}

/** Lets go of what could be taken back: it is wanted as it is. */
export function keepAsItIs(): void {
  set([]);
}

export function useUndoable(): Undoable | undefined {
  return useSyncExternalStore(
    subscribe,
    () => stack,
    () => NONE,
  ).at(-1);
}

/** A view with an undo of its own, such as the bench, answers where something was done there later. */
let ownUndo: (() => void) | undefined;
let ownDeedAt = 0;

/** @returns takes it away again. */
export function offerOwnUndo(undo: () => void): () => void {
  ownUndo = undo;
  return () => {
    if (ownUndo === undo) ownUndo = undefined;
  };
}

export function rememberOwnDeed(): void {
  ownDeedAt = Date.now();
}

/** Whichever was done later. */
export function undoWhateverWasLast(): void {
  const newest = stack.at(-1);
  if (ownUndo && (!newest || ownDeedAt > newest.at)) ownUndo();
  else undoNewest();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
