/** Where the guided first match stands. It lives as long as the page. */
import { useSyncExternalStore } from "react";

let step: number | undefined;
const listeners = new Set<() => void>();

/** Undefined ends it. */
export function guideTo(next: number | undefined): void {
  step = next;
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function useGuideStep(): number | undefined {
  return useSyncExternalStore(
    subscribe,
    () => step,
    () => undefined,
  );
}
