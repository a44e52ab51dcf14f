"use client";

/** A question to a worker: its key is the request itself, so that nothing the answer depends on is left out of it. */
import type * as Comlink from "comlink";
import type { Tell, WorkerClient } from "../../workers/client";
import { type Memory, type Task, useTask } from "./useTask";

/**
 * @param request - plain data, all that is asked; undefined asks nothing. It may be made again at every drawing.
 */
export function useQuery<Api, Request, Answer>(
  client: WorkerClient<Api>,
  request: Request | undefined,
  call: (remote: Comlink.Remote<Api>, request: Request, tell: Tell<number>) => Answer,
  {
    onProgress,
    memory,
  }: { onProgress?: (share: number) => void; memory?: Memory<NoInfer<Awaited<Answer>>> } = {},
): Task<Awaited<Answer>> {
  return useTask(
    keyOf(request),
    (signal) =>
      client.ask(
        (remote, tell: Tell<number>) => {
          if (request === undefined) throw new Error("There is no question");
          return call(remote, request, tell);
        },
        { signal, ...(onProgress && { onProgress }) },
      ),
    memory,
  );
}

/** What a request says, whichever object says it. */
export function keyOf(request: unknown): string | undefined {
  return request === undefined ? undefined : JSON.stringify(request);
}
