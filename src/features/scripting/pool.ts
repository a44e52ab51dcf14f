/** A few threads that compute for scripts, so that pages are served meanwhile. */
import { availableParallelism } from "node:os";
import path from "node:path";
import { Piscina } from "piscina";
import type { Result } from "../../core/result";
import { BusyError, type Runner } from "./answers";
import type { Problem } from "./problem";

/** One core is left for pages; more than two calls at once help nobody. */
const THREADS = Math.max(1, Math.min(2, availableParallelism() - 1));
const WAITING_CALLS = 4;
const IDLE_MS = 30_000;
const MOST_MEGABYTES = 256;

let pool: Piscina | undefined;

/** Bundled beside the pages, see scripts/run/postbuild.mjs. */
function threads(): Piscina {
  return (pool ??= new Piscina({
    filename: path.join(process.cwd(), ".next/compute.mjs"),
    minThreads: 0,
    maxThreads: THREADS,
    maxQueue: WAITING_CALLS,
    idleTimeout: IDLE_MS,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES },
  }));
}

/** Ends the thread of a call that is cut off; the next one gets a new thread. */
export const inThreads: Runner = async (task, signal) => {
  const pool = threads();
  if (pool.queueSize >= WAITING_CALLS) throw new BusyError();
  return (await pool.run(task, { signal })) as Result<unknown, Problem>;
};
