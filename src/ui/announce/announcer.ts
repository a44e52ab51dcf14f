/** Words for those who listen: two regions stand in the frame from the start, and each word is a new node in them. */
import { useSyncExternalStore } from "react";

export type Urgency = "polite" | "assertive";
export type Spoken = { readonly key: number; readonly text: string };

type Said = Readonly<Record<Urgency, Spoken | undefined>>;

/** A region has to stand for a moment before what comes into it is spoken, ms. */
const SETTLE_MS = 100;

let said: Said = { polite: undefined, assertive: undefined };
let count = 0;
const listeners = new Set<() => void>();
const NOTHING: Said = said;

export function announce(text: string, urgency: Urgency = "polite"): () => void {
  const timer = setTimeout(() => {
    said = { ...said, [urgency]: { key: ++count, text } };
    for (const listener of listeners) listener();
  }, SETTLE_MS);
  return () => {
    clearTimeout(timer);
  };
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function useSaid(): Said {
  return useSyncExternalStore(
    subscribe,
    () => said,
    () => NOTHING,
  );
}
