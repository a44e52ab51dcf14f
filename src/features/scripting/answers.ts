/** The core for scripts: mixtures and recipes over HTTP, each call small, checked and limited in time. */
import type { z } from "zod";
import type { Result } from "../../core/result";
import type { Task } from "./compute";
import { type Problem, refuse, RequestProblem } from "./problem";
import { LARGEST_BODY_BYTES, mixRequestSchema, recipesRequestSchema } from "./requests";

/** Computes a task somewhere else than here; ends it when the signal says so. */
export type Runner = (task: Task, signal: AbortSignal) => Promise<Result<unknown, Problem>>;

/** No room for another call; it may come again. */
export class BusyError extends Error {}

/** A call may wait and compute for so long; then its work is cut off. */
const TIME_LIMIT_MS = 10_000;
const RETRY_AFTER_S = 5;

type Answer = (request: Request) => Promise<Response>;

/** `POST /api/mix`: the colour of volumes of paint. */
export function mixAnswers(run: Runner): Answer {
  return (request) => answer(request, mixRequestSchema, run, (query) => ({ call: "mix", query }));
}

/** `POST /api/recipes`: recipes for targets from the tubes given and no others. */
export function recipesAnswers(run: Runner): Answer {
  return (request) => answer(request, recipesRequestSchema, run, (query) => ({ call: "recipes", query }));
}

async function answer<T>(
  request: Request,
  schema: z.ZodType<T>,
  run: Runner,
  taskOf: (query: T) => Task,
): Promise<Response> {
  try {
    assertForUs(request);
    const task = taskOf(await readBody(request, schema));
    const inTime = AbortSignal.timeout(TIME_LIMIT_MS);
    // A caller that leaves ends the work.
    const outcome = await run(task, AbortSignal.any([request.signal, inTime])).catch((error: unknown) => {
      if (error instanceof BusyError) throw new RequestProblem(BUSY);
      if (inTime.aborted) throw new RequestProblem(TOO_LONG);
      throw error;
    });
    return outcome.ok ? Response.json(outcome.value) : problemResponse(outcome.failure);
  } catch (error) {
    if (error instanceof RequestProblem) return problemResponse(error.problem);
    // Nobody is there to read it.
    if (request.signal.aborted) return new Response(null, { status: 499 });
    throw error;
  }
}

const BUSY: Problem = {
  status: 503,
  title: "Busy",
  detail: "Other calls are being answered. Send this one again in a few seconds.",
  retryAfter: RETRY_AFTER_S,
};

const TOO_LONG: Problem = {
  status: 503,
  title: "Took too long",
  detail: "Ask for fewer targets or tubes at a time, or for recipes of fewer tubes.",
  retryAfter: RETRY_AFTER_S,
};

function problemResponse({ retryAfter, ...problem }: Problem): Response {
  return Response.json(
    { type: "about:blank", ...problem },
    {
      status: problem.status,
      headers: {
        "content-type": "application/problem+json",
        ...(retryAfter !== undefined && { "retry-after": String(retryAfter) }),
      },
    },
  );
}

/** A page of another origin may not have the painter's machine compute for it. */
function assertForUs(request: Request): void {
  const origin = request.headers.get("origin");
  const host = request.headers.get("host") ?? new URL(request.url).host;
  if (origin !== null && hostOf(origin) !== host)
    refuse(403, "Another origin", "Calls are answered to scripts and to Gaman's own pages only.");
  const type = request.headers.get("content-type")?.split(";")[0]?.trim().toLowerCase();
  if (type !== "application/json")
    refuse(415, "Not JSON", "Send the body as JSON, with the header content-type: application/json.");
}

function hostOf(origin: string): string | undefined {
  return URL.canParse(origin) ? new URL(origin).host : undefined;
}

async function readBody<T>(request: Request, schema: z.ZodType<T>): Promise<T> {
  const bytes = await readLimited(request);
  let value: unknown;
  try {
    value = JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes));
  } catch {
    refuse(400, "Not JSON", "The body must be JSON in UTF-8; see docs/api.md for an example.");
  }
  const parsed = schema.safeParse(value);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    const place = issue && issue.path.length > 0 ? issue.path.join(".") : "the body";
    refuse(422, "Not understood", `${place}: ${issue?.message ?? "does not fit the schema"}`);
  }
  return parsed.data;
}

/** Stops reading at the limit, whatever length the headers claim. */
async function readLimited(request: Request): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  for (;;) {
    const chunk = await reader?.read();
    if (!chunk || chunk.done) break;
    size += chunk.value.byteLength;
    if (size > LARGEST_BODY_BYTES) {
      await reader?.cancel();
      refuse(
        413,
        "Too large",
        `A call may hold ${LARGEST_BODY_BYTES / 1024} KB. Send fewer targets or tubes at a time.`,
      );
    }
    chunks.push(chunk.value);
  }
  const whole = new Uint8Array(size);
  let at = 0;
  for (const chunk of chunks) {
    whole.set(chunk, at);
    at += chunk.byteLength;
  }
  return whole;
}
