/** The worker of an opened log. End it when the view goes. */
import * as Comlink from "comlink";
import type { DescribeStyle } from "../../core/describe/describe";
import type { Workspace } from "../database";
import type { LogApi } from "./logApi";

type Opener = {
  readonly open: (workspace: Workspace, style: DescribeStyle) => LogApi & Comlink.ProxyMarked;
};

export type LogClient = {
  readonly log: Promise<Comlink.Remote<LogApi>>;
  readonly dispose: () => void;
};

export function createLogClient(workspace: Workspace, style: DescribeStyle): LogClient {
  const worker = new Worker(new URL("./log.worker.ts", import.meta.url), { type: "module", name: "log" });
  const opener = Comlink.wrap<Opener>(worker);
  return {
    log: opener.open(workspace, style),
    dispose: () => {
      worker.terminate();
    },
  };
}

/** A callback that the worker can call. */
export const heard = Comlink.proxy;
