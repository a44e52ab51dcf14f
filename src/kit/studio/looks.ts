"use client";

/** Ways to see everything at once: while a key or a finger holds them, or until they are switched off again. */
import { useSyncExternalStore } from "react";

/** All paint in grey of its own value; the whole view as a squinting eye sees it. */
export type Look = "grey" | "squint";

const held = new Set<Look>();
const kept = new Set<Look>();
const listeners = new Set<() => void>();

function show(look: Look): void {
  if (held.has(look) || kept.has(look)) document.documentElement.dataset[look] = "";
  else Reflect.deleteProperty(document.documentElement.dataset, look);
  for (const listener of listeners) listener();
}

function put(looks: Set<Look>, look: Look, isOn: boolean): void {
  if (isOn) looks.add(look);
  else looks.delete(look);
  show(look);
}

export function holdLook(look: Look, isOn: boolean): void {
  put(held, look, isOn);
}

export function keepLook(look: Look, isOn: boolean): void {
  put(kept, look, isOn);
}

/** Whether it was switched on to stay. */
export function useKeptLook(look: Look): boolean {
  return useSyncExternalStore(
    subscribe,
    () => kept.has(look),
    () => false,
  );
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
