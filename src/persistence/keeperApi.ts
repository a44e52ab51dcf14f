/**
 * The keeper: the one worker through which a page reads and writes the store. It speaks with the database, parses rows,
 * and follows what the page wants to hear of.
 */
import { liveQuery } from "dexie";
import { type CallName, CALLS } from "./calls";
import { databaseExists, deleteDatabase, type GamanDatabase, openDatabase, type Workspace } from "./database";
import { openStore } from "./opening";
import { isSameRow, recordChanges, type RowChange, type RowPlace } from "./rowChanges";
import { watchPainting, watchStudio } from "./watch";

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
  readonly close: (workspace: Workspace) => void;
  readonly remove: (workspace: Workspace) => Promise<void>;
};

type Call = (db: GamanDatabase, ...args: readonly unknown[]) => Promise<unknown>;

export function createKeeperApi(open: (workspace: Workspace) => GamanDatabase = openDatabase): KeeperApi {
  const databases = new Map<Workspace, GamanDatabase>();
  const followed = new Map<number, () => void>();
  let tell: (id: number, heard: Heard) => void = () => undefined;
  const of = (workspace: Workspace): GamanDatabase => {
    const db = databases.get(workspace) ?? open(workspace);
    databases.set(workspace, db);
    return db;
  };
  const close = (workspace: Workspace): void => {
    databases.get(workspace)?.close();
    databases.delete(workspace);
  };
  const hearingOf = (id: number) => ({
    hear: (value: unknown) => {
      tell(id, { value });
    },
    onFailure: (error: unknown) => {
      tell(id, { failure: failureOf(error) });
    },
  });
  return {
    listen: (page) => {
      tell = page;
    },
    open: (id, workspace) => {
      followed.set(id, openStore(of(workspace), hearingOf(id).hear));
    },
    watch: (id, workspace, paintingId) => {
      const hearing = hearingOf(id);
      const db = of(workspace);
      followed.set(
        id,
        paintingId === undefined ? watchStudio(db, hearing) : watchPainting(db, paintingId, hearing),
      );
    },
    follow: (id, workspace, name, args) => {
      const { hear, onFailure } = hearingOf(id);
      const query = liveQuery(() => callOf(name)(of(workspace), ...args)).subscribe(hear, onFailure);
      followed.set(id, () => {
        query.unsubscribe();
      });
    },
    end: (id) => {
      followed.get(id)?.();
      followed.delete(id);
    },
    call: (workspace, name, ...args) => withAnswers(args, (known) => callOf(name)(of(workspace), ...known)),
    record: (workspace, places, name, ...args) =>
      withAnswers(args, (known) => {
        const db = of(workspace);
        return recordChanges(db, places, () => callOf(name)(db, ...known));
      }),
    isThere: databaseExists,
    close,
    remove: async (workspace) => {
      close(workspace);
      await deleteDatabase(workspace);
    },
  };
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
