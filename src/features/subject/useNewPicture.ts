"use client";

/** A file becomes the painting's picture: shown at once, stored behind it, with a word on what became of it. */
import { useState } from "react";
import { keepPicture } from "../../kit/store/calls";
import { useStore } from "../../kit/studio/useStudio";
import { attempt } from "../../kit/studio/problems";
import type { OpenPicture } from "../../kit/picture/usePicture";

/** Room that is left free for everything else that is recorded, bytes. */
const SPARE_BYTES = 50 * 1024 * 1024;

export type NewPictureState = {
  readonly choose: (file: File) => void;
  readonly isKeeping: boolean;
  /** Of the file that is shown and may not be stored yet. */
  readonly fileName: string | undefined;
  readonly word: string | undefined;
};

export function useNewPicture(paintingId: string, picture: OpenPicture): NewPictureState {
  const store = useStore();
  const [isKeeping, setKeeping] = useState(false);
  const [fileName, setFileName] = useState<string>();
  const [word, setWord] = useState<string>();

  const take = async (file: File): Promise<void> => {
    setWord(undefined);
    const opened = await picture.openFile(file);
    if (!opened) return;
    setFileName(file.name);
    setKeeping(true);
    try {
      const { blob, original } = await opened.keep();
      const keptOriginal = original && (await hasRoom(blob.size + original.size)) ? original : undefined;
      const { widthPx, heightPx, originalWidthPx, originalHeightPx, remark } = opened.info;
      await keepPicture(
        store,
        {
          id: opened.id,
          paintingId,
          fileName: file.name,
          blob,
          widthPx,
          heightPx,
          originalWidthPx,
          originalHeightPx,
          ...(keptOriginal && { original: keptOriginal }),
        },
        Date.now(),
      );
      const words = [
        remark === "first-frame" ? "Of this file, which can move, the first frame is taken." : "",
        remark === "profile-not-read" ? "Its colour profile is not read; it is taken as sRGB." : "",
        widthPx < originalWidthPx
          ? `${file.name} has ${Math.round((originalWidthPx * originalHeightPx) / 1e6)} megapixels; it is worked on at ${widthPx} × ${heightPx}, which is plenty for averaging.`
          : "",
        widthPx < originalWidthPx
          ? keptOriginal
            ? "The whole file is kept too, without its place and other private data."
            : original
              ? "There is too little room in the browser's storage to keep the whole file too."
              : "The whole file is not kept."
          : "",
      ].filter((text) => text !== "");
      setWord(words.length > 0 ? words.join(" ") : undefined);
    } catch (error) {
      // What is not stored must not look as if it were.
      picture.release();
      throw error;
    } finally {
      setKeeping(false);
    }
  };
  return {
    choose: (file) => {
      attempt(take(file));
    },
    isKeeping,
    fileName,
    word,
  };
}

/** Whether the browser has room for so many bytes; true when it does not say. */
async function hasRoom(bytes: number): Promise<boolean> {
  // Missing in pages that are not served securely, whatever the types say.
  const storage = navigator.storage as StorageManager | undefined;
  const { quota, usage } = (await storage?.estimate()) ?? {};
  return quota === undefined || usage === undefined || quota - usage > bytes + SPARE_BYTES;
}
