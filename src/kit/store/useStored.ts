"use client";

import { useEffect, useEffectEvent, useState } from "react";
import { useStore } from "../studio/useStudio";
import type { CallName } from "../../persistence/keeperApi";
import type { Reader, Store } from "./store";

type Seen<T> = { readonly key: string; readonly value: T } | { readonly failure: unknown };

/**
 * What the store says now, and again when that changes. What it throws goes to the error page.
 *
 * @param args - what is asked for; nothing is asked where it is undefined.
 * @returns undefined until it is read. While another question is read, the answer to the one before stays.
 */
export function useStored<Args extends readonly unknown[], T>(
  read: Reader<Args, T>,
  args: NoInfer<Args> | undefined,
): T | undefined {
  const seen = useSeen(read, args);
  return args === undefined ? undefined : seen?.value;
}

/** The same, and never the answer to a question before: undefined until this one is answered. */
export function useAnswered<Args extends readonly unknown[], T>(
  read: Reader<Args, T>,
  args: NoInfer<Args> | undefined,
): { readonly value: T } | undefined {
  const seen = useSeen(read, args);
  return args !== undefined && seen?.key === JSON.stringify(args) ? seen : undefined;
}

function useSeen<Args extends readonly unknown[], T>(
  { called }: Reader<Args, T>,
  args: Args | undefined,
): { readonly key: string; readonly value: T } | undefined {
  const store = useStore();
  const [seen, setSeen] = useState<Seen<T>>();
  const key = args && JSON.stringify(args);
  const follow = useEffectEvent((from: Store, name: CallName, about: string) =>
    from.follow(
      name,
      args ?? [],
      (value) => {
        // The reader of this name answers.
        setSeen({ key: about, value: value as T });
      },
      (failure) => {
        setSeen({ failure });
      },
    ),
  );
  useEffect(
    () => (key === undefined ? undefined : follow(store, called, key)),
    // The same text is the same question.
    [store, called, key],
  );
  // What was asked before is over; the next question does not begin with its answer.
  if (key === undefined && seen) setSeen(undefined);
  if (seen && "failure" in seen) throw seen.failure;
  return seen;
}
