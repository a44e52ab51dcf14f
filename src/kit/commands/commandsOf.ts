"use client";

/** Writers of the store, each bound to the one that is open: what a view calls when the painter does something. */
import type { Store } from "../store/store";
import { useStore } from "../studio/useStudio";

type Writer = (store: Store, ...rest: never[]) => unknown;
export type Bound<Writers extends Record<string, Writer>> = {
  readonly [Name in keyof Writers]: Writers[Name] extends (store: Store, ...rest: infer Rest) => infer Answer
    ? (...rest: Rest) => Answer
    : never;
};

/** A hook that gives the writers bound; the same objects for the same store. */
export function commandsOf<Writers extends Record<string, Writer>>(writers: Writers): () => Bound<Writers> {
  const bound = new WeakMap<Store, Bound<Writers>>();
  return () => {
    const store = useStore();
    const known = bound.get(store);
    if (known) return known;
    const made = Object.fromEntries(
      Object.entries(writers).map(([name, writer]) => [name, (...rest: never[]) => writer(store, ...rest)]),
    ) as Bound<Writers>;
    bound.set(store, made);
    return made;
  };
}
