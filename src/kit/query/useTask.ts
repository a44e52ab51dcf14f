"use client";

/** The one way of a component to ask for something that takes a while. */
import { useEffect, useEffectEvent, useReducer, useState } from "react";
import { type Result, succeed } from "../../core/result";
import type { WorkFailure } from "../../domain/failure";

export type Task<T, F = WorkFailure> =
  | { readonly status: "idle"; readonly last?: undefined }
  /** `last`: what was known before, to go on showing while it is worked out again. */
  | { readonly status: "asking"; readonly last: T | undefined }
  | { readonly status: "ready"; readonly value: T; readonly last: T }
  | {
      readonly status: "failed";
      readonly failure: F;
      readonly last: T | undefined;
      readonly retry: () => void;
    };

export type Ask<T, F> = (signal: AbortSignal) => Promise<Result<T, F>>;

/** Answers by their key, for questions whose key holds all that the answer depends on. */
export type Memory<T> = {
  readonly get: (key: string) => T | undefined;
  readonly set: (key: string, answer: T) => void;
  /** What is being worked out ahead. */
  readonly coming: (key: string) => Promise<Result<T, unknown>> | undefined;
  /** Works an answer out before it is asked for, unless it is there or under way. What fails is not kept. */
  readonly workOut: (key: string, ask: () => Promise<Result<T, unknown>>) => Promise<void>;
};

type Done<T, F> = {
  readonly id: string;
  readonly end: PromiseSettledResult<Result<T, F>>;
  readonly last: T | undefined;
};

/**
 * Asks again whenever the key changes, and drops the question when it changes again or the component goes. A failure
 * is a value; a rejection is a bug and goes to the error page.
 *
 * @param key - all that the answer depends on; undefined asks nothing.
 * @param memory - where answers are kept; what stands in it is not asked again.
 */
export function useTask<T, F>(key: string | undefined, ask: Ask<T, F>, memory?: Memory<T>): Task<T, F> {
  const [turn, retry] = useReducer((count: number) => count + 1, 0);
  const id = key === undefined ? undefined : `${turn}|${key}`;
  const known = key === undefined ? undefined : memory?.get(key);
  const [done, setDone] = useState<Done<T, F> | undefined>(() =>
    id === undefined || known === undefined
      ? undefined
      : { id, end: { status: "fulfilled", value: succeed(known) }, last: known },
  );
  const start = useEffectEvent(async (signal: AbortSignal): Promise<Result<T, F>> => {
    if (known !== undefined) return succeed(known);
    const coming = key === undefined ? undefined : memory?.coming(key);
    const ahead = coming && (await coming);
    // Who asks in earnest is told what goes wrong.
    const answer = ahead?.ok ? ahead : await ask(signal);
    if (answer.ok && key !== undefined) memory?.set(key, answer.value);
    return answer;
  });
  // Nothing is drawn again for an answer that is there, as when it was known at the first drawing.
  const isThere = useEffectEvent(
    (asked: string): boolean => done?.id === asked && done.end.status === "fulfilled" && done.end.value.ok,
  );
  useEffect(() => {
    if (id === undefined || isThere(id)) return undefined;
    const left = new AbortController();
    void Promise.allSettled([start(left.signal)]).then(([end]) => {
      if (left.signal.aborted) return;
      setDone((before) => ({
        id,
        end,
        last: end.status === "fulfilled" && end.value.ok ? end.value.value : before?.last,
      }));
    });
    return () => {
      left.abort();
    };
  }, [id]);
  if (id === undefined) return { status: "idle" };
  if (known !== undefined) return { status: "ready", value: known, last: known };
  if (done?.id !== id) return { status: "asking", last: done?.last };
  if (done.end.status === "rejected") throw done.end.reason;
  const answer = done.end.value;
  if (answer.ok) return { status: "ready", value: answer.value, last: answer.value };
  return { status: "failed", failure: answer.failure, last: done.last, retry };
}

/** What is shown of a task: its answer, or the one before while another is worked out. */
export function shownOf<T, F>(task: Task<T, F>): T | undefined {
  return task.status === "ready" ? task.value : task.last;
}
