"use client";

/** Answers of the palette worker, kept on screen until the next one is there. */
import { useEffect, useMemo, useState } from "react";
import { createPaletteClient, type PaletteClient, type PaletteRemote } from "../../workers/paletteClient";

/** One worker for the view, started after the first paint and ended with it. */
export function usePaletteClient(): PaletteClient | undefined {
  const [client, setClient] = useState<PaletteClient>();
  useEffect(() => {
    const own = createPaletteClient();
    const timer = setTimeout(() => {
      setClient(own);
    }, 0);
    return () => {
      clearTimeout(timer);
      own.dispose();
    };
  }, []);
  return client;
}

export type Answer<T> = {
  /** The last answer, also while the next one is worked out. */
  readonly value: T | undefined;
  readonly isAsking: boolean;
  readonly failure: string | undefined;
};

type Settled<T> = { readonly key: string; readonly value?: T; readonly failure?: string };

/** A worker of its own for one question that may take seconds: ended when the question changes or goes. */
export const OWN_WORKER = "own-worker";

/**
 * @param key - changes when the question does; undefined asks nothing.
 * @param call - asks the worker; read only when the key changes.
 */
export function useAnswer<T>(
  client: PaletteClient | typeof OWN_WORKER | undefined,
  key: string | undefined,
  call: (remote: PaletteRemote) => Promise<T>,
): Answer<T> {
  const [settled, setSettled] = useState<Settled<T>>();
  useEffect(() => {
    if (!client || key === undefined) return undefined;
    let isCurrent = true;
    const asked = client === OWN_WORKER ? createPaletteClient() : client;
    void asked.ask(call).then((answer) => {
      if (!isCurrent) return;
      setSettled(answer.ok ? { key, value: answer.value } : { key, failure: answer.failure.detail });
    });
    return () => {
      isCurrent = false;
      if (client === OWN_WORKER) asked.dispose();
    };
    // The key says all that the call depends on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [client, key]);
  return useMemo(
    () => ({
      value: key === undefined ? undefined : settled?.value,
      isAsking: key !== undefined && settled?.key !== key,
      failure: settled?.key === key ? settled?.failure : undefined,
    }),
    [settled, key],
  );
}
