/** Which studio word is being explained: any view can ask, one sheet beside the frame answers. */
import { useSyncExternalStore } from "react";

/** A word of the glossary; empty for all of them. */
type Asked = { readonly word: string };

let asked: Asked | undefined;
const listeners = new Set<() => void>();

/** @param word - of the glossary; without one all words are shown. */
export function askForWord(word = ""): void {
  tell({ word });
}

export function putWordsAway(): void {
  tell(undefined);
}

function tell(next: Asked | undefined): void {
  asked = next;
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function useAskedWord(): Asked | undefined {
  return useSyncExternalStore(
    subscribe,
    () => asked,
    () => undefined,
  );
}
