"use client";

/** What was taken back here and can be done again, until something else is done. It lives as long as the page. */
import { useSyncExternalStore } from "react";
import type { Undone } from "../../../persistence/undo";

const stacks = new Map<string, readonly Undone[]>();
const listeners = new Set<() => void>();
const NONE: readonly never[] = [];

/** @param of - the note or the free pile. */
export function setUndone(of: string, undone: readonly Undone[]): void {
  if ((stacks.get(of) ?? NONE).length === 0 && undone.length === 0) return;
  stacks.set(of, undone);
  for (const listener of listeners) listener();
}

export function undoneOf(of: string): readonly Undone[] {
  return stacks.get(of) ?? NONE;
}

/** Newest last. */
export function useUndone(of: string): readonly Undone[] {
  const read = (): readonly Undone[] => undoneOf(of);
  return useSyncExternalStore(subscribe, read, read);
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
