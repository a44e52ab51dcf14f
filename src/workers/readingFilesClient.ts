/** One worker for each file that is read; giving up ends it. */
import * as Comlink from "comlink";
import type { FileRefusal, ReadingRow } from "../core/exchange/readingRow";
import type { Result } from "../core/result";
import type { ReadingFilesApi } from "./readingFiles";

export type FileReading = {
  readonly answer: Promise<Result<readonly ReadingRow[], FileRefusal>>;
  readonly giveUp: () => void;
};

export function readReadingFile(file: Blob, onProgress: (share: number) => void): FileReading {
  const worker = new Worker(new URL("./readingFiles.worker.ts", import.meta.url), {
    type: "module",
    name: "reading-files",
  });
  const remote = Comlink.wrap<ReadingFilesApi>(worker);
  const answer = remote.read(file, Comlink.proxy(onProgress)).finally(() => {
    worker.terminate();
  });
  return {
    answer,
    giveUp: () => {
      worker.terminate();
    },
  };
}
