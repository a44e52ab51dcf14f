/** A worker for one task on the whole store; ending it in the middle leaves the store as it was. */
import * as Comlink from "comlink";
import type { Answer, StoreApi } from "./storeApi";

export type StoreClient = {
  readonly remote: Comlink.Remote<StoreApi>;
  /** Answers in the place of the worker once that is lost, for want of memory say. */
  readonly lost: Promise<Failed>;
  readonly dispose: () => void;
};

type Failed = Extract<Answer<never>, { readonly ok: false }>;

const LOST: Failed = {
  ok: false,
  reason:
    "The work was broken off, perhaps for want of memory; nothing was changed. Close other windows, then do it again.",
};

/** A callback that the worker can call. */
export const told = Comlink.proxy;

export function createStoreClient(): StoreClient {
  const worker = new Worker(new URL("./store.worker.ts", import.meta.url), { type: "module", name: "store" });
  const remote = Comlink.wrap<StoreApi>(worker);
  return {
    remote,
    lost: new Promise((resolve) => {
      worker.addEventListener("error", () => {
        resolve(LOST);
      });
    }),
    dispose: () => {
      remote[Comlink.releaseProxy]();
      worker.terminate();
    },
  };
}
