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
};

type End<T, F> = PromiseSettledResult<Result<T, F>>;

/**
 * Asks again whenever the key changes, and drops the question when it changes again or the component goes. A failure
 * is a value; a rejection is a bug and goes to the error page.
 *
 * @param key - all that the answer depends on; undefined asks nothing.
 * @param memory - where answers are kept; what stands in it is not asked again.
 */
export function useTask<T, F>(key: string | undefined, ask: Ask<T, F>, memory?: Memory<T>): Task<T, F> {
  const [turn, retry] = useReducer((count: number) => count + 1, 0);
  const [done, setDone] = useState<{
    readonly id: string;
    readonly end: End<T, F>;
    readonly last: T | undefined;
  }>();
  const id = key === undefined ? undefined : `${turn}|${key}`;
  const known = key === undefined ? undefined : memory?.get(key);
  const start = useEffectEvent(async (signal: AbortSignal): Promise<Result<T, F>> => {
    if (known !== undefined) return succeed(known);
    const answer = await ask(signal);
    if (answer.ok && key !== undefined) memory?.set(key, answer.value);
    return answer;
  });
  useEffect(() => {
    if (id === undefined) return undefined;
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
