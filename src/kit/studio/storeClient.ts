/** A worker for one task on the whole store; ending it in the middle leaves the store as it was. */
import type { StoreApi } from "../../persistence/storeApi";
import { WorkerClient } from "../../workers/client";

export type StoreClient = WorkerClient<StoreApi>;

export function createStoreClient(): StoreClient {
  return new WorkerClient<StoreApi>({
    spawn: () =>
      new Worker(new URL("../../persistence/store.worker.ts", import.meta.url), {
        type: "module",
        name: "store",
      }),
    keepsState: true,
  });
}
