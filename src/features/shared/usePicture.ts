"use client";

/** The open picture of the view: decoded, sampled and greyed in its worker. */
import { useEffect, useRef, useState } from "react";
import type { Sample } from "../../core/picture/pixels";
import type { OpenedPicture, PictureFailure } from "../../workers/pictureApi";
import { createPictureClient, type PictureClient } from "../../workers/pictureClient";

export type PictureState =
  | { readonly status: "none" }
  | { readonly status: "opening" }
  | { readonly status: "open"; readonly pictureId: string; readonly info: OpenedPicture }
  | { readonly status: "failed"; readonly failure: PictureFailure };

export type OpenPicture = {
  readonly state: PictureState;
  /** Decodes a new file; resolves to what to store, or undefined when it is no picture (the state then says why). */
  readonly tryFile: (file: File) => Promise<OpenedPicture | undefined>;
  readonly failure: PictureFailure | undefined;
  readonly bitmap: (isGrey: boolean) => Promise<ImageBitmap | undefined>;
  readonly sample: (xPx: number, yPx: number, radiusPx: number) => Promise<Sample | undefined>;
};

export function usePicture(picture: { readonly id: string; readonly blob: Blob } | undefined): OpenPicture {
  const client = useRef<PictureClient>(undefined);
  const [state, setState] = useState<PictureState>({ status: "none" });
  const [failure, setFailure] = useState<PictureFailure>();
  const blob = picture?.blob;
  const pictureId = picture?.id;

  useEffect(() => {
    if (!blob || !pictureId) return undefined;
    const own = createPictureClient();
    client.current = own;
    let isCurrent = true;
    void own.remote.open(blob).then((opened) => {
      if (!isCurrent) return;
      if (opened.ok) setState({ status: "open", pictureId, info: opened.value });
      else setState({ status: "failed", failure: opened.failure });
    });
    return () => {
      isCurrent = false;
      client.current = undefined;
      own.dispose();
    };
  }, [blob, pictureId]);

  const shown = shownState(state, pictureId);

  return {
    state: shown,
    failure: failure ?? (shown.status === "failed" ? shown.failure : undefined),
    tryFile: async (file) => {
      setFailure(undefined);
      // A worker of its own: a file that fails must not disturb the picture that is open.
      const trial = createPictureClient();
      try {
        const opened = await trial.remote.open(file);
        if (opened.ok) return opened.value;
        setFailure(opened.failure);
        return undefined;
      } finally {
        trial.dispose();
      }
    },
    bitmap: async (isGrey) => client.current?.remote.bitmap(isGrey),
    sample: async (xPx, yPx, radiusPx) => client.current?.remote.sample(xPx, yPx, radiusPx),
  };
}

/** Until the worker has answered for this very picture, it is being opened. */
function shownState(state: PictureState, pictureId: string | undefined): PictureState {
  if (!pictureId) return { status: "none" };
  if (state.status === "none" || (state.status === "open" && state.pictureId !== pictureId)) {
    return { status: "opening" };
  }
  return state;
}
