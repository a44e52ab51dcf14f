/**
 * The one way to ask a worker: spawn, ask, cancel, hear of progress, survive a crash, ask again.
 *
 * A worker does one thing at a time; what is asked meanwhile waits for a free one. A question that nobody waits for
 * any more is dropped: at once while it waits, after a grace time while it is worked on, since ending the worker is
 * the only way to stop a computation that is under way. A worker that dies is told to whoever waited for it, and the
 * next question gets a new one. Workers that have been idle for a while are ended and give their memory back.
 *
 * A client that keeps state (an open picture, an open log) has one worker, which is never ended for a dropped
 * question; when it dies its state is gone, and every later question says so.
 */
import * as Comlink from "comlink";
import { fail, type Result, succeed } from "../core/result";
import type { WorkFailure } from "../domain/failure";

/** The part of a Worker that the client needs; tests bring their own. */
export type WorkerLike = Comlink.Endpoint & { terminate: () => void };

export type ClientOptions = {
  readonly spawn: () => WorkerLike;
  /** Workers at most; 1 when it is left out. */
  readonly most?: number;
  readonly keepsState?: boolean;
  /** How long a dropped computation may go on before its worker is ended, ms. */
  readonly graceMs?: number;
  /** How long a worker waits for another question before it is ended, ms. */
  readonly idleMs?: number;
  /** Returns what takes the task back. */
  readonly schedule?: (task: () => void, delayMs: number) => () => void;
};

/** A callback that the worker can call; it says nothing any more once the answer is there. */
export type Tell<P> = ((progress: P) => void) & Comlink.ProxyMarked;

export type How<P> = {
  readonly signal?: AbortSignal;
  /** Hears how far it is: a share in [0, 1], or a stage. */
  readonly onProgress?: (progress: P) => void;
};

type Lane<Api> = {
  readonly worker: WorkerLike;
  readonly remote: Comlink.Remote<Api>;
  job: Job<Api> | undefined;
  stopIdling: (() => void) | undefined;
};

type Job<Api> = {
  readonly run: (remote: Comlink.Remote<Api>) => Promise<unknown>;
  readonly settle: (result: Result<unknown, WorkFailure>) => void;
  isDropped: boolean;
  /** Whether a clock runs until another worker is opened for it. */
  isTimed: boolean;
};

const GRACE_MS = 250;
/** A worker starts in about a tenth of a second, and most questions are answered sooner: only for what has waited comes another. */
const PATIENCE_MS = 40;
const IDLE_MS = 60_000;

export class WorkerClient<Api> {
  private readonly lanes = new Set<Lane<Api>>();
  private readonly waiting: Job<Api>[] = [];
  private lost: WorkFailure | undefined;

  constructor(private readonly options: ClientOptions) {}

  /**
   * @param call - asks the worker. What it throws comes back as `refused` with its message.
   *
   * Never rejects: a failure is a value.
   */
  ask<Answer, P = number>(
    call: (remote: Comlink.Remote<Api>, tell: Tell<P>) => Answer,
    { signal, onProgress }: How<P> = {},
  ): Promise<Result<Awaited<Answer>, WorkFailure>> {
    return new Promise((resolve) => {
      let isOpen = true;
      const tell = Comlink.proxy((progress: P) => {
        if (isOpen) onProgress?.(progress);
      });
      const job: Job<Api> = {
        run: (remote) => Promise.resolve().then(() => call(remote, tell)),
        settle: (result) => {
          isOpen = false;
          signal?.removeEventListener("abort", drop);
          resolve(result as Result<Awaited<Answer>, WorkFailure>);
        },
        isDropped: false,
        isTimed: false,
      };
      const drop = (): void => {
        job.isDropped = true;
        job.settle(fail({ code: "cancelled" }));
        const place = this.waiting.indexOf(job);
        if (place >= 0) this.waiting.splice(place, 1);
        else if (!this.options.keepsState)
          this.later(() => {
            this.endLaneOf(job);
          }, this.options.graceMs ?? GRACE_MS);
      };
      if (signal?.aborted) {
        drop();
        return;
      }
      if (this.lost) {
        job.settle(fail(this.lost));
        return;
      }
      signal?.addEventListener("abort", drop);
      this.waiting.push(job);
      this.next();
    });
  }

  /** Ends all workers; whoever still waits is told that it was cancelled. */
  dispose(): void {
    const open = [...this.waiting.splice(0), ...[...this.lanes].flatMap(({ job }) => job ?? [])];
    for (const lane of [...this.lanes]) this.end(lane);
    for (const job of open) if (!job.isDropped) job.settle(fail({ code: "cancelled" }));
  }

  private next(): void {
    const [job] = this.waiting;
    if (!job) return;
    const free = [...this.lanes].reverse().find((lane) => lane.job === undefined);
    const lane = free ?? this.another(job);
    if (lane) this.give(job, lane);
  }

  /** A worker for what no other is free for: at once if there is none, or when it has waited for so long. */
  private another(job: Job<Api>): Lane<Api> | undefined {
    if (this.lanes.size >= (this.options.most ?? 1)) return undefined;
    if (this.lanes.size === 0) return this.open();
    if (!job.isTimed) {
      job.isTimed = true;
      this.later(() => {
        job.isTimed = false;
        const isFull = this.lanes.size >= (this.options.most ?? 1);
        if (this.waiting.includes(job) && !isFull) this.give(job, this.open());
      }, PATIENCE_MS);
    }
    return undefined;
  }

  private give(job: Job<Api>, lane: Lane<Api>): void {
    this.waiting.splice(this.waiting.indexOf(job), 1);
    lane.job = job;
    lane.stopIdling?.();
    lane.stopIdling = undefined;
    const done = (result: Result<unknown, WorkFailure>): void => {
      if (lane.job !== job) return;
      lane.job = undefined;
      if (!job.isDropped) job.settle(result);
      if (!this.options.keepsState)
        lane.stopIdling = this.later(() => {
          this.end(lane);
        }, this.options.idleMs ?? IDLE_MS);
      this.next();
    };
    job.run(lane.remote).then(
      (value) => {
        done(succeed(value));
      },
      (error: unknown) => {
        done(fail({ code: "refused", detail: error instanceof Error ? error.message : String(error) }));
      },
    );
    this.next();
  }

  private open(): Lane<Api> {
    const worker = this.options.spawn();
    const lane: Lane<Api> = {
      worker,
      remote: Comlink.wrap<Api>(worker),
      job: undefined,
      stopIdling: undefined,
    };
    const die = (event: Event): void => {
      const detail =
        "message" in event && typeof event.message === "string" && event.message !== ""
          ? event.message
          : "no reason given";
      const failure: WorkFailure = { code: "lost", detail };
      const { job } = lane;
      this.end(lane);
      if (this.options.keepsState) this.lost = failure;
      if (job && !job.isDropped) job.settle(fail(failure));
      if (this.lost) for (const waiting of this.waiting.splice(0)) waiting.settle(fail(failure));
      this.next();
    };
    worker.addEventListener("error", die);
    worker.addEventListener("messageerror", die);
    this.lanes.add(lane);
    return lane;
  }

  private endLaneOf(job: Job<Api>): void {
    for (const lane of this.lanes) if (lane.job === job) this.end(lane);
    this.next();
  }

  private end(lane: Lane<Api>): void {
    if (!this.lanes.delete(lane)) return;
    lane.stopIdling?.();
    lane.job = undefined;
    lane.worker.terminate();
  }

  private later(task: () => void, delayMs: number): () => void {
    if (this.options.schedule) return this.options.schedule(task, delayMs);
    const timer = setTimeout(task, delayMs);
    return () => {
      clearTimeout(timer);
    };
  }
}
