"use client";

/** What the view that is open does with something tapped in the frame around it: it says so, and the frame asks. */
import { useSyncExternalStore } from "react";

export type HandOver<T> = {
  /** @returns ends it. */
  readonly offer: (taker: T) => () => void;
  /** Undefined where the open view takes nothing. */
  readonly useTaker: () => T | undefined;
};

export function handOver<T>(): HandOver<T> {
  let current: T | undefined;
  const listeners = new Set<() => void>();
  const set = (next: T | undefined): void => {
    current = next;
    for (const listener of listeners) listener();
  };
  const subscribe = (listener: () => void): (() => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };
  return {
    offer: (taker) => {
      set(taker);
      return () => {
        if (current === taker) set(undefined);
      };
    },
    useTaker: () =>
      useSyncExternalStore(
        subscribe,
        () => current,
        () => undefined,
      ),
  };
}
