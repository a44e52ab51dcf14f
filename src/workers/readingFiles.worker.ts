import * as Comlink from "comlink";
import { createReadingFilesApi, type FileAnswer } from "./readingFiles";

const api = createReadingFilesApi();

Comlink.expose({
  read: async (file: Blob, onProgress: (share: number) => void): Promise<FileAnswer> => {
    const answer = await api.read(file, onProgress);
    if (!answer.ok) return answer;
    const { whiteParts, labs, spectra } = answer.value;
    return Comlink.transfer(answer, [whiteParts.buffer, labs.buffer, spectra.buffer]);
  },
});
