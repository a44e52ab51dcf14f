"use client";

/** A task on the whole store: how far it is, what went wrong, and the way to give it up. */
import { useCallback, useEffect, useRef, useState } from "react";
import type { Answer } from "../../../persistence/storeApi";
import type * as Comlink from "comlink";
import type { StoreApi } from "../../../persistence/storeApi";
import { createStoreClient, type StoreClient } from "../../../kit/studio/storeClient";
import type { Tell } from "../../../workers/client";
import { storeFailureWords } from "../../../words/failures";

export type StoreTask = {
  /** What is going on, and the share that is done. */
  readonly working: { readonly what: string; readonly share: number } | undefined;
  readonly problem: string | undefined;
  /**
   * Resolves to nothing when it failed or was given up; then the words are in `problem`.
   *
   * @param keepsWorker - for a task that another one builds on; otherwise its memory is given back at once.
   */
  readonly run: <T>(
    what: string,
    task: (remote: Comlink.Remote<StoreApi>, onProgress: Tell<number>) => Promise<Answer<T>>,
    keepsWorker?: boolean,
  ) => Promise<T | undefined>;
  readonly giveUp: () => void;
};

export function useStoreTask(): StoreTask {
  const client = useRef<StoreClient>(undefined);
  const turn = useRef(0);
  const [working, setWorking] = useState<StoreTask["working"]>();
  const [problem, setProblem] = useState<string>();
  const end = useCallback(() => {
    turn.current++;
    client.current?.dispose();
    client.current = undefined;
  }, []);
  useEffect(() => end, [end]);

  const run: StoreTask["run"] = async (what, task, keepsWorker = false) => {
    const mine = ++turn.current;
    const isMine = (): boolean => turn.current === mine;
    client.current ??= createStoreClient();
    setProblem(undefined);
    setWorking({ what, share: 0 });
    const asked = await client.current.ask(task, {
      onProgress: (share: number) => {
        if (isMine()) setWorking({ what, share });
      },
    });
    const answer = asked.ok ? asked.value : undefined;
    if (!isMine()) return undefined;
    // What is told of the progress comes by a way of its own and may come after the answer.
    turn.current++;
    if (!keepsWorker || !answer?.ok) end();
    setWorking(undefined);
    if (answer?.ok) return answer.value;
    if (!asked.ok) setProblem(storeFailureWords(asked.failure));
    else if (!asked.value.ok) {
      // Words that are seldom needed come when they are.
      const { storeFaultWords } = await import("../../../words/store");
      setProblem(storeFaultWords(asked.value.fault));
    }
    return undefined;
  };
  const giveUp = (): void => {
    // Ending the worker in the middle leaves the store as it was.
    end();
    setWorking(undefined);
  };
  return { working, problem, run, giveUp };
}
