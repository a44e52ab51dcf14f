/** What several parts of a page read of the store: read once, and heard of by all of them. */
import { liveQuery, type Subscription } from "dexie";
import type { GamanDatabase } from "./database";

export type Read<T, About> = (db: GamanDatabase, about: About) => Promise<T>;
export type Seen<T> = { readonly value: T } | { readonly failure: unknown } | undefined;

export type Shared<T> = {
  readonly subscribe: (listener: () => void) => () => void;
  /** The same object until something changed; undefined until it is read. */
  readonly get: () => Seen<T>;
};

/** What nobody looks at is followed for so long, so that the next note finds it there, ms. */
const LINGER_MS = 30_000;

class SharedQuery<T> implements Shared<T> {
  private seen: Seen<T>;
  private live: Subscription | undefined;
  private ending: ReturnType<typeof setTimeout> | undefined;
  private readonly listeners = new Set<() => void>();

  constructor(
    private readonly read: () => Promise<T>,
    private readonly onEnd: () => void,
  ) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    clearTimeout(this.ending);
    this.listeners.add(listener);
    this.live ??= liveQuery(this.read).subscribe(
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
      if (this.listeners.size === 0) this.ending = setTimeout(this.end, LINGER_MS);
    };
  };

  readonly get = (): Seen<T> => this.seen;

  private tell(seen: Seen<T>): void {
    this.seen = seen;
    for (const listener of this.listeners) listener();
  }

  private readonly end = (): void => {
    this.live?.unsubscribe();
    this.live = undefined;
    this.seen = undefined;
    this.onEnd();
  };
}

const open = new WeakMap<GamanDatabase, Map<unknown, Map<unknown, SharedQuery<unknown>>>>();

/** The one query of a reader about one thing: begun when somebody listens. */
export function sharedOf<T>(db: GamanDatabase, read: Read<T, never>, about: string | undefined): Shared<T> {
  const ofDb = open.get(db) ?? new Map<unknown, Map<unknown, SharedQuery<unknown>>>();
  open.set(db, ofDb);
  const ofRead = ofDb.get(read) ?? new Map<unknown, SharedQuery<unknown>>();
  ofDb.set(read, ofRead);
  const known = ofRead.get(about);
  // What lies under a reader's name came from that reader.
  if (known) return known as SharedQuery<T>;
  const made = new SharedQuery(
    // The front door has held the question against its reader.
    () => read(db, about as never),
    () => {
      if (ofRead.get(about) === made) ofRead.delete(about);
    },
  );
  ofRead.set(about, made);
  return made;
}
