"use client";

/** One question to a solver of its own, so that asking it never takes the place of another. */
import type * as Comlink from "comlink";
import { useEffect, useState } from "react";
import type { SolverApi } from "../../workers/protocol";
import { createSolverClient, type SolverClient } from "../../workers/solverClient";

export type SolverAnswer<T> =
  | { readonly status: "none" }
  | { readonly status: "asking" }
  | { readonly status: "known"; readonly value: T }
  | { readonly status: "failed"; readonly detail: string };

/**
 * @param key - says all that the question depends on; "" while there is nothing to ask.
 * @param ask - the question itself.
 */
export function useSolverAnswer<T>(
  key: string,
  ask: (remote: Comlink.Remote<SolverApi>) => Promise<T>,
): SolverAnswer<T> {
  const [solver, setSolver] = useState<SolverClient>();
  const [settled, setSettled] = useState<{ readonly key: string; readonly answer: SolverAnswer<T> }>();
  const isAsked = key !== "";
  useEffect(() => {
    if (!isAsked) return undefined;
    const own = createSolverClient();
    const timer = setTimeout(() => {
      setSolver(own);
    }, 0);
    return () => {
      clearTimeout(timer);
      setSolver(undefined);
      own.dispose();
    };
  }, [isAsked]);
  useEffect(() => {
    if (!solver || key === "") return undefined;
    let isCurrent = true;
    void solver.query(ask).then((answer) => {
      if (!isCurrent) return;
      if (answer.ok) setSettled({ key, answer: { status: "known", value: answer.value } });
      else if (answer.failure.code !== "stale")
        setSettled({ key, answer: { status: "failed", detail: answer.failure.detail } });
    });
    return () => {
      isCurrent = false;
      solver.cancel();
    };
    // The key says all that the question depends on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [solver, key]);
  if (key === "") return { status: "none" };
  return settled?.key === key ? settled.answer : { status: "asking" };
}
