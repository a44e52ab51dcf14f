/** What several parts of a page read of the store: read once, and heard of by all of them. */
import type { CallName } from "../../persistence/keeperApi";
import type { Store } from "./store";

type Seen<T> = { readonly value: T } | { readonly failure: unknown } | undefined;

export type Shared<T> = {
  readonly subscribe: (listener: () => void) => () => void;
  /** The same object until something changed; undefined until it is read. */
  readonly get: () => Seen<T>;
};

/** What nobody looks at is followed for so long, so that the next note finds it there, ms. */
const LINGER_MS = 30_000;

class SharedQuery<T> implements Shared<T> {
  private seen: Seen<T>;
  private end: (() => void) | undefined;
  private ending: ReturnType<typeof setTimeout> | undefined;
  private readonly listeners = new Set<() => void>();

  constructor(
    private readonly follow: (hear: (value: T) => void, onFailure: (error: unknown) => void) => () => void,
    private readonly onEnd: () => void,
  ) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    clearTimeout(this.ending);
    this.listeners.add(listener);
    this.end ??= this.follow(
      (value) => {
        this.tell({ value });
      },
      (failure: unknown) => {
        // Who tries again gets a new query.
        this.onEnd();
        this.tell({ failure });
      },
    );
    return () => {
      this.listeners.delete(listener);
      if (this.listeners.size === 0) this.ending = setTimeout(this.stop, LINGER_MS);
    };
  };

  readonly get = (): Seen<T> => this.seen;

  private tell(seen: Seen<T>): void {
    this.seen = seen;
    for (const listener of this.listeners) listener();
  }

  private readonly stop = (): void => {
    this.end?.();
    this.end = undefined;
    this.seen = undefined;
    this.onEnd();
  };
}

const open = new WeakMap<Store, Map<string, SharedQuery<unknown>>>();

/** The one query of a reader about one thing: begun when somebody listens. */
export function sharedOf<T>(store: Store, called: CallName, args: readonly unknown[]): Shared<T> {
  const ofStore = open.get(store) ?? new Map<string, SharedQuery<unknown>>();
  open.set(store, ofStore);
  const key = JSON.stringify([called, args]);
  const known = ofStore.get(key);
  // What lies under a reader's name came from that reader.
  if (known) return known as SharedQuery<T>;
  const made = new SharedQuery<T>(
    (hear, onFailure) =>
      store.follow(
        called,
        args,
        (value) => {
          hear(value as T);
        },
        onFailure,
      ),
    () => {
      if (ofStore.get(key) === made) ofStore.delete(key);
    },
  );
  ofStore.set(key, made);
  return made;
}
