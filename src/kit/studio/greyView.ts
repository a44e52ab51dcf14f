"use client";

/** All paint in grey of its own value: while a key or a finger holds it, or until it is switched off again. */
import { useSyncExternalStore } from "react";

let isHeld = false;
let isKept = false;
const listeners = new Set<() => void>();

function show(): void {
  if (isHeld || isKept) document.documentElement.dataset.grey = "";
  else delete document.documentElement.dataset.grey;
  for (const listener of listeners) listener();
}

export function holdGrey(isOn: boolean): void {
  isHeld = isOn;
  show();
}

export function keepGrey(isOn: boolean): void {
  isKept = isOn;
  show();
}

/** Whether it was switched on to stay. */
export function useKeptGrey(): boolean {
  return useSyncExternalStore(
    subscribe,
    () => isKept,
    () => false,
  );
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
