"use client";

/** Whether board and tray are one line each: where they do not serve, and wherever the painter folds them. */
import { usePathname } from "next/navigation";
import { useSyncExternalStore } from "react";
import { forget, recall, remember } from "../../kit/studio/remembered";

const KEY = "gaman-folded";
const SLIM_VIEWS: ReadonlySet<string> = new Set(["/settings", "/log", "/tubes", "/practice"]);

const listeners = new Set<() => void>();

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function fold(isFolded: boolean): void {
  if (isFolded) remember(KEY, "yes");
  else forget(KEY);
  for (const listener of listeners) listener();
}

export function useSlim(): {
  readonly isSlim: boolean;
  readonly isFolded: boolean;
  readonly canFold: boolean;
} {
  const canFold = !SLIM_VIEWS.has(usePathname());
  const isFolded = useSyncExternalStore(
    subscribe,
    () => recall(KEY) !== undefined,
    () => false,
  );
  return { isSlim: isFolded || !canFold, isFolded, canFold };
}
