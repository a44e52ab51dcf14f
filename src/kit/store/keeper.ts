"use client";

/** The page's line to the store's worker: asks, follows, and goes on with another one where a worker has stopped. */
import * as Comlink from "comlink";
import type { Failure, Heard, KeeperApi } from "../../persistence/keeperApi";
import { beginKeeper } from "./beginKeeper";

type Remote = Comlink.Remote<KeeperApi>;
type Line = { readonly worker: Worker; readonly remote: Remote };

type Follower = {
  /** Asks the worker to tell under this number. */
  readonly begin: (remote: Remote, id: number) => Promise<void>;
  readonly hear: (value: unknown) => void;
  readonly onFailure: (error: Error) => void;
};

/** Whoever waited is told with this: what was asked may have been done or not. */
class KeeperStoppedError extends Error {
  override readonly name = "KeeperStoppedError";
}

/** One that stops again and again is not begun for ever. */
const MOST_STOPS = 3;

class Keeper {
  private line: Line | undefined;
  /** Whether the worker has ever answered. */
  private isUp = false;
  private stops = 0;
  /** Set where no other is begun. */
  private lost: KeeperStoppedError | undefined;
  private count = 0;
  private readonly followers = new Map<number, Follower>();
  private readonly waiting = new Set<(reason: Error) => void>();

  /** Begins it before anything is asked: its script is fetched beside the page's own. */
  start(): Remote {
    this.line ??= this.begin();
    return this.line.remote;
  }

  ask<T>(run: (remote: Remote) => Promise<T>): Promise<T> {
    return new Promise((resolve, reject) => {
      if (this.lost) {
        reject(this.lost);
        return;
      }
      this.waiting.add(reject);
      run(this.start())
        .then(resolve, reject)
        .finally(() => {
          this.waiting.delete(reject);
        });
    });
  }

  /** @returns ends it. */
  follow(begin: Follower["begin"], hear: Follower["hear"], onFailure: Follower["onFailure"]): () => void {
    const id = ++this.count;
    const follower = { begin, hear, onFailure };
    this.followers.set(id, follower);
    this.beginFollowing(id, follower);
    return () => {
      this.followers.delete(id);
      if (this.line) void this.line.remote.end(id);
    };
  }

  /** As when the page goes: what was asked is not answered any more. */
  dispose(): void {
    this.line?.worker.terminate();
    this.line = undefined;
    this.lost = undefined;
    this.stops = 0;
    this.followers.clear();
    this.waiting.clear();
  }

  private beginFollowing(id: number, { begin, onFailure }: Follower): void {
    this.ask((remote) => begin(remote, id)).catch((error: unknown) => {
      // Where another worker was begun it is followed there.
      if (!this.followers.has(id) || (error instanceof KeeperStoppedError && !this.lost)) return;
      onFailure(error instanceof Error ? error : new Error(String(error)));
    });
  }

  private begin(): Line {
    const { worker, isLost } = beginKeeper();
    const remote = Comlink.wrap<KeeperApi>(worker);
    this.isUp = false;
    const stop = (event: Event): void => {
      this.stopped("message" in event && typeof event.message === "string" ? event.message : "");
    };
    worker.addEventListener("error", stop);
    worker.addEventListener("messageerror", stop);
    const tell = Comlink.proxy((id: number, heard: Heard) => {
      const follower = this.followers.get(id);
      if ("failure" in heard) follower?.onFailure(errorOf(heard.failure));
      else follower?.hear(heard.value);
    });
    void remote.listen(tell).then(() => {
      this.isUp = true;
    });
    if (isLost) stop(new Event("error"));
    return { worker, remote };
  }

  private stopped(detail: string): void {
    this.line?.worker.terminate();
    this.line = undefined;
    const reason = new KeeperStoppedError(`What keeps your work has stopped${detail && `: ${detail}`}`);
    if (!this.isUp || ++this.stops > MOST_STOPS) this.lost = reason;
    const waiting = [...this.waiting];
    this.waiting.clear();
    for (const reject of waiting) reject(reason);
    for (const [id, follower] of [...this.followers])
      if (this.lost) follower.onFailure(reason);
      else this.beginFollowing(id, follower);
  }
}

function errorOf({ name, message }: Failure): Error {
  return Object.assign(new Error(message), { name });
}

/** One for the page. */
export const keeper = new Keeper();
