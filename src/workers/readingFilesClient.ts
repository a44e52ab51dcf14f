/** One worker for each file that is read; giving up ends it. */
import * as Comlink from "comlink";
import type { FileAnswer, ReadingFilesApi } from "./readingFiles";

export type FileReading = {
  readonly answer: Promise<FileAnswer>;
  readonly giveUp: () => void;
};

export function readReadingFile(file: Blob, onProgress: (share: number) => void): FileReading {
  const worker = new Worker(new URL("./readingFiles.worker.ts", import.meta.url), {
    type: "module",
    name: "reading-files",
  });
  const remote = Comlink.wrap<ReadingFilesApi>(worker);
  // Progress comes through a port of its own, so that its last word may arrive after the answer.
  let isOpen = true;
  const tell = (share: number): void => {
    if (isOpen) onProgress(share);
  };
  const answer = remote.read(file, Comlink.proxy(tell)).finally(() => {
    isOpen = false;
    worker.terminate();
  });
  return {
    answer,
    giveUp: () => {
      isOpen = false;
      worker.terminate();
    },
  };
}
