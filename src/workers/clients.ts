/** A client for each kind of worker. The literal form of `new Worker(new URL(...))` is what the bundler understands. */
import { WorkerClient } from "./client";
import type { PaletteApi } from "./paletteApi";
import type { PictureApi } from "./pictureApi";
import type { SolverApi } from "./protocol";
import type { ReadingFilesApi } from "./readingFiles";
import type * as sheetPdf from "./sheetPdf";

/** Two cores are what a small machine has: one answers while the other computes for seconds. */
const MOST = 2;

/** Recipes, additions, tube tests: one client for all views. */
export const solver = new WorkerClient<SolverApi>({
  spawn: () => new Worker(new URL("./solver.worker.ts", import.meta.url), { type: "module", name: "solver" }),
  most: MOST,
});

/** What palettes reach, and which to choose. */
export const palettes = new WorkerClient<PaletteApi>({
  spawn: () =>
    new Worker(new URL("./palette.worker.ts", import.meta.url), { type: "module", name: "palette" }),
  most: MOST,
});

/** Files of readings, which may be large. */
export const readingFiles = new WorkerClient<ReadingFilesApi>({
  spawn: () =>
    new Worker(new URL("./readingFiles.worker.ts", import.meta.url), {
      type: "module",
      name: "reading-files",
    }),
});

export type SheetPdfApi = Pick<typeof sheetPdf, "pdfOfDrawings" | "pdfOfPictures">;

/** Pages for printing. */
export const sheets = new WorkerClient<SheetPdfApi>({
  spawn: () =>
    new Worker(new URL("./sheetPdf.worker.ts", import.meta.url), { type: "module", name: "sheet-pdf" }),
});

export type PictureClient = WorkerClient<PictureApi>;

/** A worker with one picture open in it. End it when the picture goes. */
export function createPictureClient(): PictureClient {
  return new WorkerClient<PictureApi>({
    spawn: () =>
      new Worker(new URL("./picture.worker.ts", import.meta.url), { type: "module", name: "picture" }),
    keepsState: true,
  });
}
