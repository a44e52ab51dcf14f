"use client";

/** One of the stores as the page knows it: the painter's own, or the demo. All work on it is done by the keeper. */
import * as Comlink from "comlink";
import type { CallName, Calls } from "../../persistence/keeperApi";
import type { Workspace } from "../../persistence/database";
import type { StoreState } from "../../persistence/opening";
import type { RowChange, RowPlace } from "../../persistence/rowChanges";
import type { Watched } from "../../persistence/watch";
import { keeper } from "./keeper";

type Recording = {
  readonly places: readonly RowPlace[];
  readonly onChanges: (changes: readonly RowChange[]) => void;
};

export class Store {
  private recording: Recording | undefined;

  constructor(readonly workspace: Workspace) {}

  call(name: CallName, args: readonly unknown[]): Promise<unknown> {
    const { workspace, recording } = this;
    this.recording = undefined;
    const sent = args.map((arg) => (typeof arg === "function" ? Comlink.proxy(arg) : arg));
    if (!recording) return keeper.ask((remote) => remote.call(workspace, name, ...sent));
    return keeper
      .ask((remote) => remote.record(workspace, recording.places, name, ...sent))
      .then(({ answer, changes }) => {
        recording.onChanges(changes);
        return answer;
      });
  }

  /** Hears of a reader's answer now and whenever it changes. @returns ends it. */
  follow(
    name: CallName,
    args: readonly unknown[],
    hear: (value: unknown) => void,
    onFailure: (error: unknown) => void,
  ): () => void {
    return keeper.follow((remote, id) => remote.follow(id, this.workspace, name, args), hear, onFailure);
  }

  /** What stands around every view, of one painting or of all. @returns ends it. */
  watch(
    paintingId: string | undefined,
    hear: (watched: Watched) => void,
    onFailure: (error: unknown) => void,
  ): () => void {
    return keeper.follow(
      (remote, id) => remote.watch(id, this.workspace, paintingId),
      (value) => {
        hear(value as Watched);
      },
      onFailure,
    );
  }

  /** Opens it and tells of every change of its state, now and later. @returns ends the telling. */
  open(tell: (state: StoreState) => void): () => void {
    return keeper.follow(
      (remote, id) => remote.open(id, this.workspace),
      (state) => {
        tell(state as StoreState);
      },
      ({ message }) => {
        tell({ kind: "failed", fault: { code: "unknown", detail: message } });
      },
    );
  }

  /** Carries `work` out, which makes one call and no more, and tells what that did to these rows. */
  async recorded<T>(
    places: readonly RowPlace[],
    work: () => PromiseLike<T>,
  ): Promise<{ readonly answer: T; readonly changes: readonly RowChange[] }> {
    let changes: readonly RowChange[] = [];
    this.recording = {
      places,
      onChanges: (found) => {
        changes = found;
      },
    };
    let answering: PromiseLike<T>;
    try {
      answering = work();
      if (this.isRecording()) throw new Error("What can be taken back makes its one call at once");
    } finally {
      this.recording = undefined;
    }
    return { answer: await answering, changes };
  }

  private isRecording(): boolean {
    return this.recording !== undefined;
  }

  isThere(): Promise<boolean> {
    return keeper.ask((remote) => remote.isThere(this.workspace));
  }

  remove(): Promise<void> {
    return keeper.ask((remote) => remote.remove(this.workspace));
  }
}

type Tail<Name extends CallName> = Calls[Name] extends (store: never, ...rest: infer Rest) => unknown
  ? Rest
  : never;

/** A function of `persistence`, asked of the keeper. */
export type Asked<Name extends CallName> = {
  (store: Store, ...rest: Tail<Name>): Promise<Awaited<ReturnType<Calls[Name]>>>;
  readonly called: Name;
};

export function asked<Name extends CallName>(called: Name): Asked<Name> {
  const ask = (store: Store, ...rest: readonly unknown[]): Promise<unknown> => store.call(called, rest);
  // The keeper's function of this name answers, so its types hold on both sides.
  return Object.assign(ask, { called }) as unknown as Asked<Name>;
}

/** Something that is read, and can be followed. */
export type Reader<Args extends readonly unknown[], T> = {
  (store: Store, ...rest: Args): Promise<T>;
  readonly called: CallName;
};
