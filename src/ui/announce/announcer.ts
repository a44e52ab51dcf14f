/** Words for those who listen: two regions stand in the frame from the start, and each word is a new node in them. */
import { useSyncExternalStore } from "react";

export type Urgency = "polite" | "assertive";
export type Spoken = { readonly key: number; readonly text: string };

type Said = Readonly<Record<Urgency, Spoken | undefined>>;

/** A region has to stand for a moment before what comes into it is spoken, ms. */
const SETTLE_MS = 100;
/** Words that are older are no news to who reads through the page, ms. */
const STALE_MS = 20_000;

let said: Said = { polite: undefined, assertive: undefined };
let count = 0;
const clearing: Partial<Record<Urgency, ReturnType<typeof setTimeout>>> = {};
const listeners = new Set<() => void>();
const NOTHING: Said = said;

export function announce(text: string, urgency: Urgency = "polite"): () => void {
  const timer = setTimeout(() => {
    put(urgency, { key: ++count, text });
    clearTimeout(clearing[urgency]);
    clearing[urgency] = setTimeout(() => {
      put(urgency, undefined);
    }, STALE_MS);
  }, SETTLE_MS);
  return () => {
    clearTimeout(timer);
  };
}

function put(urgency: Urgency, words: Spoken | undefined): void {
  said = { ...said, [urgency]: words };
  for (const listener of listeners) listener();
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
