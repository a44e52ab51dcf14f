"use client";

/** The open picture of a view: decoded, sampled and looked at in a worker that goes when the view does. */
import {
  type Dispatch,
  type SetStateAction,
  useCallback,
  useEffect,
  useMemo,
  useReducer,
  useRef,
  useState,
} from "react";
import type { PictureLight } from "../../core/picture/pixels";
import type { PictureFailure } from "../../domain/painting/pictureFailure";
import { createPictureClient } from "../../workers/clients";
import type { KeptPicture, OpenedPicture, OpeningStage } from "../../workers/pictureApi";
import { type Held, keptBy, openIn, PictureHold, type PictureQuestion } from "./pictureHold";
import { useTriedFile } from "./useTriedFile";

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
  readonly ask: <T>(question: PictureQuestion<T>) => Promise<T | undefined>;
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

/** Of the file that was tried last, or of the stored picture with this id. */
type Failed = { readonly id: string | undefined; readonly failure: PictureFailure };

/** @param kept - the stored picture; "reading" while it is not known yet whether there is one. */
export function usePicture(kept: StoredPicture | "reading" | undefined): OpenPicture {
  const isReading = kept === "reading";
  const stored = isReading ? undefined : kept;
  const [hold] = useState(() => new PictureHold());
  /** A file that was chosen here and may not be stored yet. */
  const [chosen, setChosen] = useState<Held>();
  const [failed, setFailed] = useState<Failed>();
  const storedId = stored?.id;
  const fromStore = useStoredPicture(stored, chosen?.id === storedId, hold, setFailed);
  const { setOpened, reopen } = fromStore;
  const tried = useTriedFile(
    useCallback((failure) => {
      setFailed(failure && { id: undefined, failure });
    }, []),
  );
  useEffect(
    () => () => {
      hold.letGoOfAll();
    },
    [hold],
  );

  const { open: tryFile } = tried;
  const openFile = useCallback(
    async (file: Blob): Promise<NewPicture | undefined> => {
      const held = await tryFile(file);
      if (!held) return undefined;
      hold.letGo(chosen?.client);
      hold.take(held.client);
      setChosen(held);
      return { id: held.id, info: held.info, keep: () => keptBy(held.client) };
    },
    [chosen, hold, tryFile],
  );
  const release = useCallback(() => {
    hold.letGo(chosen?.client);
    setChosen(undefined);
  }, [chosen, hold]);
  const retry = useCallback(() => {
    setFailed(undefined);
    reopen();
  }, [reopen]);

  const shown = chosen ?? (fromStore.opened?.id === storedId ? fromStore.opened : undefined);
  const light = shown && shown.id === storedId ? stored?.light : undefined;
  const lightKey = light ? JSON.stringify(light) : "";
  const ask = useCallback(
    async <T>(question: PictureQuestion<T>): Promise<T | undefined> => {
      if (!shown) return undefined;
      const { client, id } = shown;
      const answer = await hold.ask(client, lightKey, question);
      if (answer.ok) return answer.value;
      if (answer.failure === "lost") {
        hold.letGo(client);
        setOpened((before) => (before?.client === client ? undefined : before));
        setChosen((before) => (before?.client === client ? undefined : before));
        setFailed({ id, failure: { code: "lost" } });
      }
      return undefined;
    },
    [shown, lightKey, hold, setOpened],
  );

  const { stage: opening, giveUp } = tried;
  return useMemo(
    () => ({
      state: stateOf(
        shown,
        storedId,
        opening ?? isReading,
        failed?.id === storedId ? failed?.failure : undefined,
      ),
      opening,
      key: shown ? `${shown.id}|${lightKey}` : "",
      ask,
      openFile,
      giveUp,
      release,
      failure: failed && (failed.id === undefined || failed.id === storedId) ? failed.failure : undefined,
      retry,
    }),
    [shown, storedId, opening, isReading, failed, lightKey, ask, openFile, giveUp, release, retry],
  );
}

type FromStore = {
  readonly opened: Held | undefined;
  readonly setOpened: Dispatch<SetStateAction<Held | undefined>>;
  readonly reopen: () => void;
};

/** @param isOpenAlready - whether the stored picture is the one that was just chosen, and so is open. */
function useStoredPicture(
  stored: StoredPicture | undefined,
  isOpenAlready: boolean,
  hold: PictureHold,
  onFailure: (failed: Failed) => void,
): FromStore {
  const [opened, setOpened] = useState<Held>();
  const [turn, reopen] = useReducer((count: number) => count + 1, 0);
  const blob = useRef(stored?.blob);
  useEffect(() => {
    blob.current = stored?.blob;
  });
  const id = stored?.id;
  useEffect(() => {
    const file = blob.current;
    if (!id || !file || isOpenAlready) return undefined;
    const client = createPictureClient();
    hold.take(client);
    let isCurrent = true;
    void openIn(client, file).then((answer) => {
      if (!isCurrent) return;
      if (answer.ok) setOpened({ id, client, info: answer.value });
      else onFailure({ id, failure: answer.failure });
    });
    return () => {
      isCurrent = false;
      hold.letGo(client);
    };
  }, [id, isOpenAlready, hold, onFailure, turn]);
  return { opened, setOpened, reopen };
}

function stateOf(
  shown: Held | undefined,
  storedId: string | undefined,
  trying: OpeningStage | boolean,
  failure: PictureFailure | undefined,
): PictureState {
  if (shown) return { status: "open", pictureId: shown.id, info: shown.info };
  if (trying) return { status: "opening" };
  if (!storedId) return { status: "none" };
  return failure ? { status: "failed", failure } : { status: "opening" };
}
