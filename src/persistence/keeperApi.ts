/**
 * The keeper: the one worker through which a page reads and writes the store. It speaks with the database, parses rows,
 * and follows what the page wants to hear of.
 */
import { liveQuery } from "dexie";
import * as CALLS from "./calls";
import { databaseExists, deleteDatabase, type GamanDatabase, openDatabase, type Workspace } from "./database";
import type { Painting } from "../domain/painting/painting";
import { currentPainting } from "../domain/painting/current";
import type { Settings } from "../domain/settings/settings";
import { Feed } from "./feed";
import { openStore, type StoreState } from "./opening";
import { isSameRow, recordChanges, type RowChange, type RowPlace } from "./rowChanges";
import { type Watched, watchPainting, watchStudio } from "./watch";

export type Calls = typeof CALLS;
export type CallName = keyof Calls;

/** What a page hears of something that it follows, again whenever it has changed. */
export type Heard = { readonly value: unknown } | { readonly failure: Failure };
/** An error as it crosses between threads. */
export type Failure = { readonly name: string; readonly message: string };

/** A page numbers what it follows; under that number it hears of it and ends it. */
export type KeeperApi = {
  /** Before anything else: how the page is told. */
  readonly listen: (tell: (id: number, heard: Heard) => void) => void;
  /** Tells each state of the store (StoreState). */
  readonly open: (id: number, workspace: Workspace) => void;
  /** Tells what stands around every view (Watched); of one painting, or of all. */
  readonly watch: (id: number, workspace: Workspace, paintingId: string | undefined) => void;
  /** Tells the answer of a reader. */
  readonly follow: (id: number, workspace: Workspace, name: CallName, args: readonly unknown[]) => void;
  readonly end: (id: number) => void;
  /** A function among the arguments is asked in the page's thread, see {@link withAnswers}. */
  readonly call: (workspace: Workspace, name: CallName, ...args: readonly unknown[]) => Promise<unknown>;
  /** The same, with what it did to these rows. */
  readonly record: (
    workspace: Workspace,
    places: readonly RowPlace[],
    name: CallName,
    ...args: readonly unknown[]
  ) => Promise<{ readonly answer: unknown; readonly changes: readonly RowChange[] }>;
  readonly isThere: (workspace: Workspace) => Promise<boolean>;
  readonly remove: (workspace: Workspace) => Promise<void>;
};

type Call = (db: GamanDatabase, ...args: readonly unknown[]) => Promise<unknown>;

/** @param opensWith - of this store all that a page begins with is read before it asks. */
export function createKeeperApi(
  open: (workspace: Workspace) => GamanDatabase = openDatabase,
  opensWith?: Workspace,
): KeeperApi {
  const stores = new Map<Workspace, KeptStore>();
  const followed = new Map<number, () => void>();
  let tell: (id: number, heard: Heard) => void = () => undefined;
  const of = (workspace: Workspace): KeptStore => {
    const store = stores.get(workspace) ?? new KeptStore(open(workspace));
    stores.set(workspace, store);
    return store;
  };
  const hearAs =
    (id: number) =>
    (heard: Heard): void => {
      tell(id, heard);
    };
  if (opensWith) of(opensWith).readAhead();
  return {
    listen: (page) => {
      tell = page;
    },
    open: (id, workspace) => {
      followed.set(id, of(workspace).state().hear(hearAs(id)));
    },
    watch: (id, workspace, paintingId) => {
      followed.set(id, of(workspace).watched(paintingId).hear(hearAs(id)));
    },
    follow: (id, workspace, name, args) => {
      const query = liveQuery(() => callOf(name)(of(workspace).db, ...args)).subscribe(
        (value) => {
          tell(id, { value });
        },
        (error: unknown) => {
          tell(id, { failure: failureOf(error) });
        },
      );
      followed.set(id, () => {
        query.unsubscribe();
      });
    },
    end: (id) => {
      followed.get(id)?.();
      followed.delete(id);
    },
    call: (workspace, name, ...args) =>
      withAnswers(args, (known) => callOf(name)(of(workspace).db, ...known)),
    record: (workspace, places, name, ...args) =>
      withAnswers(args, (known) => {
        const { db } = of(workspace);
        return recordChanges(db, places, () => callOf(name)(db, ...known));
      }),
    isThere: databaseExists,
    remove: async (workspace) => {
      stores.get(workspace)?.close();
      stores.delete(workspace);
      await deleteDatabase(workspace);
    },
  };
}

/** A store that is open, or opens, and what is followed of it for all who ask. */
class KeptStore {
  private opening: Feed<Heard> | undefined;
  private readonly feeds = new Map<string | undefined, Feed<Heard>>();

  constructor(readonly db: GamanDatabase) {}

  state(): Feed<Heard> {
    this.opening ??= new Feed((tell) =>
      openStore(this.db, (value) => {
        tell("state", { value });
      }),
    );
    return this.opening;
  }

  /** What stands around every view: of one painting, or of all. */
  watched(paintingId: string | undefined): Feed<Heard> {
    const known = this.feeds.get(paintingId);
    if (known) return known;
    const feed = new Feed<Heard>(
      (tell) => {
        const hearing = {
          hear: (value: Watched) => {
            tell(value.table, { value });
          },
          onFailure: (error: unknown) => {
            tell("failure", { failure: failureOf(error) });
          },
        };
        // A page asks before the store is open, and nothing is read before what must come first is done.
        let end: (() => void) | undefined;
        const leave = this.state().hear((state) => {
          if (end || !isReady(state)) return;
          end =
            paintingId === undefined
              ? watchStudio(this.db, hearing)
              : watchPainting(this.db, paintingId, hearing);
        });
        return () => {
          leave();
          end?.();
        };
      },
      () => {
        feed.end();
        this.feeds.delete(paintingId);
      },
    );
    this.feeds.set(paintingId, feed);
    return feed;
  }

  /** Opens it, and follows what every page asks for first, up to the painting in hand. */
  readAhead(): void {
    let settings: Settings | undefined;
    let paintings: readonly Painting[] | undefined;
    let isFound = false;
    this.watched(undefined).hear((word) => {
      const value = "value" in word ? (word.value as Watched) : undefined;
      if (value?.table === "settings") ({ settings } = value);
      if (value?.table === "paintings") paintings = value.parsed.rows;
      if (isFound || !settings || !paintings) return;
      isFound = true;
      const painting = currentPainting(paintings, settings);
      if (painting) this.watched(painting.id);
    });
  }

  close(): void {
    this.opening?.end();
    for (const feed of this.feeds.values()) feed.end();
    this.feeds.clear();
    this.db.close();
  }
}

function isReady(heard: Heard): boolean {
  return "value" in heard && (heard.value as StoreState).kind === "ready";
}

/** Every call takes what its own front door has held the page to. */
function callOf(name: CallName): Call {
  return CALLS[name] as unknown as Call;
}

/** Thrown through a transaction, which then writes nothing, to ask the page first. */
class NotAnswered extends Error {
  constructor(readonly ask: () => Promise<void>) {
    super("The page was not asked yet");
  }
}

/**
 * A change that is made of what is stored is a function of the page. A transaction cannot wait for another thread. So what
 * is stored is read, the page is asked what becomes of it, and the change is written if the same is stored still; if not,
 * the page is asked again.
 */
export async function withAnswers<T>(
  args: readonly unknown[],
  write: (args: readonly unknown[]) => Promise<T>,
): Promise<T> {
  const known = args.map((arg) => (typeof arg === "function" ? answering(arg as Change) : arg));
  for (;;) {
    try {
      return await write(known);
    } catch (error) {
      if (!(error instanceof NotAnswered)) throw error;
      await error.ask();
    }
  }
}

type Change = (before: unknown) => unknown;

function answering(page: Change): Change {
  let known: { readonly before: unknown; readonly change: unknown } | undefined;
  return (before) => {
    if (known && isSameRow(known.before, before)) return known.change;
    throw new NotAnswered(async () => {
      known = { before, change: await page(before) };
    });
  };
}

function failureOf(error: unknown): Failure {
  return error instanceof Error
    ? { name: error.name, message: error.message }
    : { name: "Error", message: String(error) };
}
