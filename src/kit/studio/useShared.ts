"use client";

import { useSyncExternalStore } from "react";
import { type Read, sharedOf } from "../../persistence/shared";
import { useDb } from "./useStudio";

/**
 * @param read - a function of the module, not one made while drawing: by it the query is known.
 * @param about - what is asked for; the same text is the same question.
 * @returns undefined until it is read. What the store throws goes to the error page.
 */
export function useShared<T>(read: Read<T, undefined>): T | undefined;
export function useShared<T, About extends string | undefined>(
  read: Read<T, About>,
  about: About,
): T | undefined;
export function useShared<T>(read: Read<T, never>, about?: string): T | undefined {
  const shared = sharedOf(useDb(), read, about);
  const seen = useSyncExternalStore(shared.subscribe, shared.get, shared.get);
  if (seen && "failure" in seen) throw seen.failure;
  return seen?.value;
}
