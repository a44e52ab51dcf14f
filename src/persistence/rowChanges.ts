/** What a command did to rows of the store, so that it can be taken back. */
import type { GamanDatabase } from "./database";

export type RowChange = {
  readonly table: string;
  readonly key: string;
  /** Undefined where there was, or is, no row. */
  readonly before: unknown;
  readonly after: unknown;
};

/** A table and the key of a row in it. */
export type RowPlace = readonly [table: string, key: string];

/** Thrown when a row is not any more as the command left it. */
export class ChangedSinceError extends Error {
  override readonly name = "ChangedSinceError";
  constructor() {
    super("It was changed since, here or in another window, and can no longer be taken back.");
  }
}

/** Carries `work` out in one transaction and records what it did to these rows; others it must not touch. */
export async function recordChanges<T>(
  db: GamanDatabase,
  places: readonly RowPlace[],
  work: () => PromiseLike<T>,
): Promise<{ readonly answer: T; readonly changes: readonly RowChange[] }> {
  return db.transaction("rw", db.tables, async () => {
    const before = await rowsAt(db, places);
    const answer = await work();
    const after = await rowsAt(db, places);
    const changes = places
      .map(([table, key], i) => ({ table, key, before: before[i], after: after[i] }))
      .filter((change) => !isSameRow(change.before, change.after));
    return { answer, changes };
  });
}

/** All of it or nothing. @throws {@link ChangedSinceError} */
export async function takeChangesBack(db: GamanDatabase, changes: readonly RowChange[]): Promise<void> {
  await db.transaction("rw", db.tables, async () => {
    for (const { table, key, after } of changes)
      if (!isSameRow(await db.table<unknown, string>(table).get(key), after)) throw new ChangedSinceError();
    for (const { table, key, before } of changes) {
      if (before === undefined) await db.table<unknown, string>(table).delete(key);
      else await db.table<unknown, string>(table).put(before);
    }
  });
}

function rowsAt(db: GamanDatabase, places: readonly RowPlace[]): Promise<readonly unknown[]> {
  return Promise.all(places.map(([table, key]) => db.table<unknown, string>(table).get(key)));
}

/** Pictures and photos are told apart by the rest of their row: it says when they were kept. */
export function isSameRow(one: unknown, other: unknown): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}
