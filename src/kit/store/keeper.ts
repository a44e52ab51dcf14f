"use client";

/** The page's line to the store's worker: asks, follows, and says so when nobody answers any more. */
import * as Comlink from "comlink";
import { beginKeeper } from "./beginKeeper";
import type { Failure, Heard, KeeperApi } from "../../persistence/keeperApi";

type Remote = Comlink.Remote<KeeperApi>;
type Line = { readonly worker: Worker; readonly remote: Remote };

type Follower = {
  readonly hear: (value: unknown) => void;
  readonly onFailure: (error: Error) => void;
};

class Keeper {
  private line: Line | undefined;
  private lost: Error | undefined;
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

  /** @param begin - asks the worker to tell under this number. @returns ends it. */
  follow(
    begin: (remote: Remote, id: number) => Promise<void>,
    hear: Follower["hear"],
    onFailure: Follower["onFailure"],
  ): () => void {
    const id = ++this.count;
    this.followers.set(id, { hear, onFailure });
    this.ask((remote) => begin(remote, id)).catch((error: unknown) => {
      if (this.followers.has(id)) onFailure(error instanceof Error ? error : new Error(String(error)));
    });
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
    this.followers.clear();
    this.waiting.clear();
  }

  private begin(): Line {
    const { worker, isLost } = beginKeeper();
    const remote = Comlink.wrap<KeeperApi>(worker);
    const die = (event: Event): void => {
      const reason = "message" in event && typeof event.message === "string" ? event.message : "";
      this.lose(new Error(`What keeps your work has stopped. Reload this page${reason && `: ${reason}`}`));
    };
    worker.addEventListener("error", die);
    worker.addEventListener("messageerror", die);
    if (isLost) die(new Event("error"));
    void remote.listen(
      Comlink.proxy((id: number, heard: Heard) => {
        const follower = this.followers.get(id);
        if ("failure" in heard) follower?.onFailure(errorOf(heard.failure));
        else follower?.hear(heard.value);
      }),
    );
    return { worker, remote };
  }

  private lose(reason: Error): void {
    this.lost = reason;
    const [waiting, followers] = [[...this.waiting], [...this.followers.values()]];
    this.waiting.clear();
    for (const reject of waiting) reject(reason);
    for (const { onFailure } of followers) onFailure(reason);
  }
}

function errorOf({ name, message }: Failure): Error {
  return Object.assign(new Error(message), { name });
}

/** One for the page. */
export const keeper = new Keeper();
