"use client";

/** The open picture of a view: decoded, sampled and looked at in a worker that goes when the view does. */
import type * as Comlink from "comlink";
import { nanoid } from "nanoid";
import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from "react";
import { fail, type Result } from "../../core/result";
import type { Tell } from "../../workers/client";
import type { PictureLight } from "../../core/picture/pixels";
import type { KeptPicture, OpenedPicture, OpeningStage, PictureApi } from "../../workers/pictureApi";
import { createPictureClient, type PictureClient } from "../../workers/clients";
import type { PictureFailure } from "../../domain/painting/pictureFailure";

type PictureState =
  | { readonly status: "none" }
  | { readonly status: "opening" }
  | { readonly status: "open"; readonly pictureId: string; readonly info: OpenedPicture }
  | { readonly status: "failed"; readonly failure: PictureFailure };

export type StoredPicture = {
  readonly id: string;
  readonly blob: Blob;
  readonly light?: PictureLight | undefined;
};

export type OpenPicture = {
  readonly state: PictureState;
  /** Changes with the picture and with the light that is taken out of it: whatever was read before is old. */
  readonly key: string;
  /** Asks the worker about the open picture under its light; undefined when none is open any more. */
  readonly ask: <T>(call: (remote: Comlink.Remote<PictureApi>) => Promise<T>) => Promise<T | undefined>;
  /** Opens a new file and shows it at once; `keep` then gives what to store under the id. */
  readonly openFile: (file: Blob) => Promise<NewPicture | undefined>;
  /** How far a file is that is being opened, also beside a picture that is open. */
  readonly opening: OpeningStage | undefined;
  /** Stops opening a file that takes long. */
  readonly giveUp: () => void;
  /** Goes back to the stored picture. */
  readonly release: () => void;
  /** Of the file that was tried last, or of the stored picture. */
  readonly failure: PictureFailure | undefined;
  /** Opens the stored picture once more. */
  readonly retry: () => void;
};

export type NewPicture = {
  readonly id: string;
  readonly info: OpenedPicture;
  readonly keep: () => Promise<KeptPicture>;
};

/** A worker with a picture open in it. */
type Held = { readonly id: string; readonly client: PictureClient; readonly info: OpenedPicture };

export function usePicture(stored: StoredPicture | undefined): OpenPicture {
  const [opened, setOpened] = useState<Held>();
  /** A file that was chosen here and may not be stored yet. */
  const [chosen, setChosen] = useState<Held>();
  const [trying, setTrying] = useState<OpeningStage>();
  const [failure, setFailure] = useState<{
    readonly id: string | undefined;
    readonly failure: PictureFailure;
  }>();
  const [turn, nextTurn] = useReducer((count: number) => count + 1, 0);
  const retry = useCallback(() => {
    setFailure(undefined);
    nextTurn();
  }, []);
  const trial = useRef<PictureClient>(undefined);
  const held = useRef(new Set<PictureClient>());
  /** The light that each worker was last told. */
  const told = useRef(new WeakMap<PictureClient, string>());
  const storedId = stored?.id;
  const blob = useRef(stored?.blob);
  useEffect(() => {
    blob.current = stored?.blob;
  });

  const dispose = useCallback((client: PictureClient | undefined) => {
    if (!client) return;
    held.current.delete(client);
    client.dispose();
  }, []);

  const isChosenStored = chosen !== undefined && chosen.id === storedId;
  useEffect(() => {
    const file = blob.current;
    if (!storedId || !file || isChosenStored) return undefined;
    const client = createPictureClient();
    held.current.add(client);
    let isCurrent = true;
    void openIn(client, file).then((answer) => {
      if (!isCurrent) return;
      if (answer.ok) setOpened({ id: storedId, client, info: answer.value });
      else setFailure({ id: storedId, failure: answer.failure });
    });
    return () => {
      isCurrent = false;
      dispose(client);
    };
  }, [storedId, isChosenStored, dispose, turn]);

  useEffect(() => {
    const all = held.current;
    return () => {
      for (const client of all) client.dispose();
      all.clear();
      trial.current?.dispose();
      trial.current = undefined;
    };
  }, []);

  const release = useCallback(() => {
    dispose(chosen?.client);
    setChosen(undefined);
  }, [chosen, dispose]);

  const openFile = useCallback(
    async (file: Blob): Promise<NewPicture | undefined> => {
      setFailure(undefined);
      setTrying("reading");
      trial.current?.dispose();
      // A worker of its own: a file that fails must not disturb the picture that is open.
      const client = createPictureClient();
      trial.current = client;
      const answer = await openIn(client, file, (stage) => {
        if (trial.current === client) setTrying(stage);
      });
      if (trial.current !== client) return undefined;
      trial.current = undefined;
      setTrying(undefined);
      if (!answer.ok) {
        client.dispose();
        setFailure({ id: undefined, failure: answer.failure });
        return undefined;
      }
      dispose(chosen?.client);
      held.current.add(client);
      const id = nanoid();
      setChosen({ id, client, info: answer.value });
      return { id, info: answer.value, keep: () => keptBy(client) };
    },
    [chosen, dispose],
  );

  const giveUp = useCallback(() => {
    trial.current?.dispose();
    trial.current = undefined;
    setTrying(undefined);
  }, []);

  const shown = chosen ?? (opened?.id === storedId ? opened : undefined);
  const light = shown && shown.id === storedId ? stored?.light : undefined;
  const lightKey = light ? JSON.stringify(light) : "";
  const ask = useCallback(
    async <T>(call: (remote: Comlink.Remote<PictureApi>) => Promise<T>): Promise<T | undefined> => {
      if (!shown || !held.current.has(shown.client)) return undefined;
      const { client } = shown;
      if ((told.current.get(shown.client) ?? "") !== lightKey) {
        told.current.set(shown.client, lightKey);
        // One thing after another: the question after it is answered under the new light.
        const light = lightKey === "" ? undefined : (JSON.parse(lightKey) as PictureLight);
        void client.ask((remote) => remote.setLight(light));
      }
      const answer = await client.ask(call);
      if (answer.ok) return answer.value;
      if (answer.failure.code === "refused") throw new Error(answer.failure.detail);
      if (answer.failure.code === "lost" && held.current.has(client)) {
        dispose(client);
        setOpened((before) => (before?.client === client ? undefined : before));
        setChosen((before) => (before?.client === client ? undefined : before));
        setFailure({ id: shown.id, failure: { code: "lost" } });
      }
      return undefined;
    },
    [shown, lightKey, dispose],
  );

  return useMemo(() => {
    const own =
      failure && (failure.id === undefined || failure.id === storedId) ? failure.failure : undefined;
    return {
      state: stateOf(shown, storedId, trying, failure?.id === storedId ? failure?.failure : undefined),
      opening: trying,
      key: shown ? `${shown.id}|${lightKey}` : "",
      ask,
      openFile,
      giveUp,
      release,
      failure: own,
      retry,
    };
  }, [shown, storedId, trying, failure, lightKey, ask, openFile, giveUp, release, retry]);
}

type Opened = Result<OpenedPicture, PictureFailure>;

async function openIn(
  client: PictureClient,
  file: Blob,
  onProgress: (stage: OpeningStage) => void = () => undefined,
): Promise<Opened> {
  const answer = await client.ask((remote, tell: Tell<OpeningStage>) => remote.open(file, tell), {
    onProgress,
  });
  return answer.ok ? answer.value : fail({ code: "lost" });
}

async function keptBy(client: PictureClient): Promise<KeptPicture> {
  const answer = await client.ask((remote) => remote.keep());
  if (answer.ok) return answer.value;
  throw new Error("The picture could not be kept, since what reads pictures stopped. Choose it once more.");
}

function stateOf(
  shown: Held | undefined,
  storedId: string | undefined,
  trying: OpeningStage | undefined,
  failure: PictureFailure | undefined,
): PictureState {
  if (shown) return { status: "open", pictureId: shown.id, info: shown.info };
  if (trying) return { status: "opening" };
  if (!storedId) return { status: "none" };
  return failure ? { status: "failed", failure } : { status: "opening" };
}
