/**
 * Questions about palettes, in workers: one that answers short questions in turn, and one of its own for each
 * choice, which takes seconds and can be given up.
 */
import * as Comlink from "comlink";
import type { PaletteChoice, PaletteWishes } from "../core/palette/choosePalette";
import { fail, type Result, succeed } from "../core/result";
import type { BoxQuestion, PaletteApi } from "./paletteApi";

/** What went wrong, in words. */
export type PaletteFailure = { readonly detail: string };
export type PaletteRemote = Comlink.Remote<PaletteApi>;

export type PaletteClient = {
  readonly ask: <T>(call: (remote: PaletteRemote) => Promise<T>) => Promise<Result<T, PaletteFailure>>;
  readonly dispose: () => void;
};

function spawn(): Worker {
  return new Worker(new URL("./palette.worker.ts", import.meta.url), { type: "module", name: "palette" });
}

function failureOf(error: unknown): { readonly ok: false; readonly failure: PaletteFailure } {
  return fail({ detail: error instanceof Error ? error.message : String(error) });
}

export function createPaletteClient(): PaletteClient {
  const worker = spawn();
  const remote = Comlink.wrap<PaletteApi>(worker);
  return {
    ask: (call) => call(remote).then((value) => succeed(value), failureOf),
    dispose: () => {
      worker.terminate();
    },
  };
}

export type RunningChoice = {
  readonly answer: Promise<Result<PaletteChoice, PaletteFailure>>;
  readonly giveUp: () => void;
};

export function startChoice(
  question: BoxQuestion,
  wishes: PaletteWishes,
  onProgress: (share: number) => void,
): RunningChoice {
  const worker = spawn();
  const remote = Comlink.wrap<PaletteApi>(worker);
  // Progress comes through a port of its own, so that its last word may arrive after the answer.
  let isOpen = true;
  const tell = (share: number): void => {
    if (isOpen) onProgress(share);
  };
  const end = (): void => {
    isOpen = false;
    worker.terminate();
  };
  return {
    answer: remote
      .choose(question, wishes, Comlink.proxy(tell))
      .then((choice) => succeed(choice), failureOf)
      .finally(end),
    giveUp: end,
  };
}
