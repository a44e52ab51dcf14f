"use client";

/** A file that is tried: opened in a worker of its own, since one that fails must not disturb the open picture. */
import { nanoid } from "nanoid";
import { useCallback, useEffect, useRef, useState } from "react";
import type { PictureFailure } from "../../domain/painting/pictureFailure";
import { createPictureClient, type PictureClient } from "../../workers/clients";
import type { OpeningStage } from "../../workers/pictureApi";
import { type Held, openIn } from "./pictureHold";

export type TriedFile = {
  /** How far the file is that is being opened. */
  readonly stage: OpeningStage | undefined;
  /** Undefined when it could not be opened, or another was tried meanwhile. */
  readonly open: (file: Blob) => Promise<Held | undefined>;
  readonly giveUp: () => void;
};

export function useTriedFile(onFailure: (failure: PictureFailure | undefined) => void): TriedFile {
  const [stage, setStage] = useState<OpeningStage>();
  const trial = useRef<PictureClient>(undefined);
  const stop = useCallback(() => {
    trial.current?.dispose();
    trial.current = undefined;
  }, []);
  useEffect(() => stop, [stop]);
  const open = useCallback(
    async (file: Blob): Promise<Held | undefined> => {
      onFailure(undefined);
      setStage("reading");
      stop();
      const client = createPictureClient();
      trial.current = client;
      const answer = await openIn(client, file, (next) => {
        if (trial.current === client) setStage(next);
      });
      if (trial.current !== client) return undefined;
      trial.current = undefined;
      setStage(undefined);
      if (answer.ok) return { id: nanoid(), client, info: answer.value };
      client.dispose();
      onFailure(answer.failure);
      return undefined;
    },
    [onFailure, stop],
  );
  const giveUp = useCallback(() => {
    stop();
    setStage(undefined);
  }, [stop]);
  return { stage, open, giveUp };
}
