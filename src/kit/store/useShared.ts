"use client";

import { useSyncExternalStore } from "react";
import { sharedOf } from "./shared";
import type { Reader, Store } from "./store";
import { useStore } from "../studio/useStudio";

/**
 * What several parts of a view ask of the store at once: read once for all of them.
 *
 * @returns undefined until it is read. What the store throws goes to the error page.
 */
export function useShared<Args extends readonly unknown[], T>(
  { called }: Reader<Args, T>,
  ...args: NoInfer<Args>
): T | undefined {
  const shared = sharedOf<T>(useStore(), called, args);
  const seen = useSyncExternalStore(shared.subscribe, shared.get, shared.get);
  if (seen && "failure" in seen) throw seen.failure;
  return seen?.value;
}

/**
 * Reads what a view may ask next, so that it is there with the view. It lingers after that for a while.
 *
 * @returns follows it no longer.
 */
export function readAhead<Args extends readonly unknown[]>(
  store: Store,
  { called }: Reader<Args, unknown>,
  ...args: NoInfer<Args>
): () => void {
  return sharedOf(store, called, args).subscribe(() => undefined);
}
