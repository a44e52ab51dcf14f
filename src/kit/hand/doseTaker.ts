"use client";

/** Where a dose goes that is tapped on the board: the bench that is open says so, and the board asks it. */
import { useSyncExternalStore } from "react";
import type { Tube } from "../../domain/tube/tube";

export type DoseTaker = {
  /** What takes it, as in "the pile". */
  readonly into: string;
  /** Paint besides the tubes on the board: older piles, water; and what is said beside its name. */
  readonly extras: readonly { readonly tube: Tube; readonly detail: string }[];
  /** What a hand can lay of it, smallest first. */
  readonly amountsOf: (tube: Tube) => readonly { readonly parts: number; readonly words: string }[];
  readonly lay: (tubeId: string, parts: number) => void;
};

let current: DoseTaker | undefined;
const listeners = new Set<() => void>();

/** @returns ends it. */
export function takeDoses(taker: DoseTaker): () => void {
  current = taker;
  tell();
  return () => {
    if (current === taker) {
      current = undefined;
      tell();
    }
  };
}

/** Undefined where no paint is mixed. */
export function useDoseTaker(): DoseTaker | undefined {
  return useSyncExternalStore(
    subscribe,
    () => current,
    () => undefined,
  );
}

function tell(): void {
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
