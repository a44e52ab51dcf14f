/** The worker of an opened log. End it when the view goes. */
import type * as Comlink from "comlink";
import type { DescribeStyle } from "../../core/describe/describe";
import type { Result } from "../../core/result";
import type { WorkFailure } from "../../domain/failure";
import type { Workspace } from "../../persistence/database";
import type { LogApi } from "../../persistence/log/logApi";
import { WorkerClient } from "../../workers/client";

/** Opened with the first question; one log for each pair of a workspace and a way of saying colours. */
type LogWorker = {
  readonly open: (workspace: Workspace, style: DescribeStyle) => LogApi & Comlink.ProxyMarked;
};

export type LogClient = {
  readonly ask: <Answer>(
    call: (log: Comlink.Remote<LogApi>) => Answer,
    signal?: AbortSignal,
  ) => Promise<Result<Awaited<Answer>, WorkFailure>>;
  readonly dispose: () => void;
};

export function createLogClient(workspace: Workspace, style: DescribeStyle): LogClient {
  const client = new WorkerClient<LogWorker>({
    spawn: () =>
      new Worker(new URL("../../persistence/log/log.worker.ts", import.meta.url), {
        type: "module",
        name: "log",
      }),
    keepsState: true,
  });
  let log: Promise<Comlink.Remote<LogApi>> | undefined;
  return {
    ask: (call, signal) =>
      client.ask(async (worker) => call(await (log ??= worker.open(workspace, style))), signal && { signal }),
    dispose: () => {
      client.dispose();
    },
  };
}
