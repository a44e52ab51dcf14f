"use client";

/** What the stage shows: asked from the picture's worker, the latest question winning. */
import { useEffect, useRef, useState } from "react";
import type { PictureLook } from "../../workers/pictureApi";
import type { SeenPicture } from "../../workers/pictureLevel";
import type { OpenPicture } from "./usePicture";

/** Sooner than this a wait is not noticed. */
const NOTICED_MS = 300;

/**
 * @param isFull - whether the stage needs every pixel.
 * @param extraKey - changes when the answer would, apart from picture and look: another palette's table.
 * @param onSeen - is given the bitmap to show and to close.
 */
export function useLook(
  picture: OpenPicture,
  look: PictureLook,
  isFull: boolean,
  extraKey: string,
  onSeen: (seen: SeenPicture) => void,
): { readonly isSlow: boolean; readonly failure: string | undefined } {
  const { key, ask } = picture;
  const lookKey = JSON.stringify(look);
  const running = useRef<Promise<void>>(undefined);
  const latest = useRef("");
  const [isSlow, setSlow] = useState(false);
  const [failure, setFailure] = useState<string>();
  const tell = useRef(onSeen);
  useEffect(() => {
    tell.current = onSeen;
  });
  useEffect(() => {
    if (key === "") return undefined;
    const mine = `${key}|${lookKey}|${String(isFull)}|${extraKey}`;
    latest.current = mine;
    const timer = setTimeout(() => {
      setSlow(true);
    }, NOTICED_MS);
    const run = async (): Promise<void> => {
      // A rail that is dragged asks faster than a picture is made: only the last question is carried out.
      await running.current;
      if (latest.current !== mine) return;
      const seen = await ask((remote) => remote.look(JSON.parse(lookKey) as PictureLook, isFull));
      if (!seen) return;
      if (latest.current === mine) {
        setFailure(undefined);
        tell.current(seen);
      } else seen.bitmap.close();
    };
    running.current = run()
      .catch((error: unknown) => {
        if (latest.current === mine) setFailure(error instanceof Error ? error.message : String(error));
      })
      .finally(() => {
        clearTimeout(timer);
        if (latest.current === mine) setSlow(false);
      });
    return () => {
      clearTimeout(timer);
    };
  }, [key, lookKey, isFull, extraKey, ask]);
  return { isSlow, failure };
}
