/** One picture worker for the view that shows a picture. End it when the view goes. */
import * as Comlink from "comlink";
import type { PictureApi } from "./pictureApi";

export type PictureClient = {
  readonly remote: Comlink.Remote<PictureApi>;
  readonly dispose: () => void;
};

/** A callback that the worker can call. */
export const proxied = Comlink.proxy;

export function createPictureClient(): PictureClient {
  const worker = new Worker(new URL("./picture.worker.ts", import.meta.url), {
    type: "module",
    name: "picture",
  });
  const remote = Comlink.wrap<PictureApi>(worker);
  return {
    remote,
    dispose: () => {
      remote[Comlink.releaseProxy]();
      worker.terminate();
    },
  };
}
