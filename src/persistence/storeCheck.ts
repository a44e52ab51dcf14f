/** The store looks after itself: every row read, every reference followed, what cannot be read put in quarantine. */
import type { RowFault } from "../domain/store/storeFault";
import type { TableName } from "../domain/store/tableNames";
import type { GamanDatabase } from "./database";
import { parseRows } from "./rows";
import { type QuarantinedRow, quarantinedRowSchema } from "./schema";
import { isTableName, keyOf, ROW_TABLES, type Row, type RowTable, rowTable, storeOf } from "./tables";

const CHUNK = 4000;

export type FaultyRow = {
  readonly table: TableName;
  readonly rowId: string;
  /** "notes without their painting", or what is wrong with the row itself. */
  readonly fault: RowFault;
};

export type StoreReport = {
  readonly rowCount: number;
  readonly counts: readonly { readonly table: TableName; readonly rows: number }[];
  /** Rows that do not parse; nothing shows them, nothing changes them. */
  readonly unreadable: readonly FaultyRow[];
  /** Rows that speak of others that are not there. They are shown, with what is missing left out. */
  readonly dangling: readonly FaultyRow[];
};

/** Reads every row and follows every reference, in one transaction, so that it sees one moment of the store. */
export async function checkStore(
  db: GamanDatabase,
  onProgress: (share: number) => void = () => undefined,
): Promise<StoreReport> {
  const counts: { table: TableName; rows: number }[] = [];
  const unreadable: FaultyRow[] = [];
  const references: { from: TableName; rowId: string; to: TableName; id: string }[] = [];
  const known = new Map<TableName, ReadonlySet<string>>();
  await db.transaction("r", db.tables, async () => {
    let total = 0;
    for (const { name } of ROW_TABLES.values()) {
      const keys = await storeOf(db, name).toCollection().primaryKeys();
      known.set(name, new Set(keys));
      counts.push({ table: name, rows: keys.length });
      total += keys.length;
    }
    let done = 0;
    for (const table of ROW_TABLES.values()) {
      await eachChunk(db, table, [...(known.get(table.name) ?? [])], (rows) => {
        done += rows.length;
        for (const { row, key, reason } of rows) {
          if (!row)
            unreadable.push({ table: table.name, rowId: key, fault: { code: "unreadable", detail: reason } });
          else
            for (const { table: to, id } of table.refersTo(row))
              references.push({ from: table.name, rowId: key, to, id });
        }
        onProgress(done / Math.max(1, total));
      });
    }
  });
  return {
    rowCount: counts.reduce((sum, { rows }) => sum + rows, 0),
    counts,
    unreadable,
    dangling: references
      .filter(({ to, id }) => !known.get(to)?.has(id))
      .map(({ from, rowId, to }) => ({
        table: from,
        rowId,
        fault: { code: "dangling", to } as const,
      })),
  };
}

export type ReadRow = {
  readonly key: string;
  readonly row: Row | undefined;
  readonly reason: string;
  /** As it lies in the store. */
  readonly raw: unknown;
};

/**
 * Reads rows by their keys, a few thousand at a time and in no order; one that does not parse comes with the reason,
 * one that is not there as one that does not parse.
 */
export async function eachChunk(
  db: GamanDatabase,
  table: RowTable,
  keys: readonly string[],
  take: (rows: readonly ReadRow[]) => void,
): Promise<void> {
  const store = storeOf(db, table.name);
  // Each key by itself is a request of its own; where most rows are wanted, reading them in one go is far quicker.
  if (keys.length > CHUNK && 2 * keys.length > (await store.count())) {
    await eachChunkInOrder(db, table, keys, take);
    return;
  }
  for (let from = 0; from < keys.length; from += CHUNK) {
    const part = keys.slice(from, from + CHUNK);
    const raw = await store.bulkGet(part);
    take(part.map((key, i) => ({ key, raw: raw[i], ...readRow(table, raw[i]) })));
  }
}

async function eachChunkInOrder(
  db: GamanDatabase,
  table: RowTable,
  keys: readonly string[],
  take: (rows: readonly ReadRow[]) => void,
): Promise<void> {
  const store = storeOf(db, table.name);
  const wanted = new Set(keys);
  let page = await store.orderBy(":id").limit(CHUNK).toArray();
  while (page.length > 0) {
    const chunk: ReadRow[] = [];
    let last = "";
    for (const raw of page) {
      // A row lies under its key, whatever else is wrong with it.
      last = String(raw[table.key]);
      if (wanted.delete(last)) chunk.push({ key: last, raw, ...readRow(table, raw) });
    }
    take(chunk);
    page = await store.where(":id").above(last).limit(CHUNK).toArray();
  }
  if (wanted.size > 0)
    take([...wanted].map((key) => ({ key, raw: undefined, ...readRow(table, undefined) })));
}

export function readRow(table: RowTable, raw: unknown): { row: Row | undefined; reason: string } {
  const parsed = table.schema.safeParse(raw);
  if (parsed.success) return { row: parsed.data, reason: "" };
  const [issue] = parsed.error.issues;
  return { row: undefined, reason: issue ? `${issue.path.join(".") || "the row"}: ${issue.message}` : "" };
}

/** Moves every row that cannot be read out of the way, word for word. Returns how many. */
export async function quarantineUnreadable(db: GamanDatabase, now: number): Promise<number> {
  const { unreadable } = await checkStore(db);
  if (unreadable.length === 0) return 0;
  return db.transaction("rw", db.tables, async () => {
    let moved = 0;
    for (const { table, rowId } of unreadable) {
      const raw = await storeOf(db, table).get(rowId);
      // Another window may have mended or moved it meanwhile.
      const { row, reason } = readRow(rowTable(table), raw);
      if (raw === undefined || row) continue;
      await db.quarantine.add({ table, rowId, row: raw, reason, at: now });
      await storeOf(db, table).delete(rowId);
      moved++;
    }
    return moved;
  });
}

export async function readQuarantine(db: GamanDatabase): Promise<readonly QuarantinedRow[]> {
  return parseRows(quarantinedRowSchema, await db.quarantine.toArray()).rows;
}

/** Puts back what can be read now and takes nobody's place. Returns how many went back. */
export async function releaseQuarantine(db: GamanDatabase): Promise<number> {
  return db.transaction("rw", db.tables, async () => {
    let released = 0;
    for (const { key, table: name, row: raw } of await readQuarantine(db)) {
      if (!isTableName(name) || key === undefined) continue;
      const table = rowTable(name);
      const { row } = readRow(table, raw);
      if (!row || (await storeOf(db, name).get(keyOf(table, row)))) continue;
      await storeOf(db, name).add(row);
      await db.quarantine.delete(key);
      released++;
    }
    return released;
  });
}

export async function emptyQuarantine(db: GamanDatabase): Promise<void> {
  await db.quarantine.clear();
}
