/** A worker for one task on the whole store; ending it in the middle leaves the store as it was. */
import * as Comlink from "comlink";
import type { StoreApi } from "./storeApi";

export type StoreClient = {
  readonly remote: Comlink.Remote<StoreApi>;
  readonly dispose: () => void;
};

/** A callback that the worker can call. */
export const told = Comlink.proxy;

export function createStoreClient(): StoreClient {
  const worker = new Worker(new URL("./store.worker.ts", import.meta.url), { type: "module", name: "store" });
  const remote = Comlink.wrap<StoreApi>(worker);
  return {
    remote,
    dispose: () => {
      remote[Comlink.releaseProxy]();
      worker.terminate();
    },
  };
}
