/** Carries a plan out, all of it or nothing, and takes it back. */
import type { TableName } from "../../domain/store/tableNames";
import { nanoid } from "nanoid";
import type { GamanDatabase } from "../database";
import { asLargeWrite } from "../largeWrite";
import { parseRows } from "../rows";
import { type Import, type ImportPart, importPartSchema, importSchema } from "../schema";
import { eachChunk } from "../storeCheck";
import { isTableName, keyOf, ROW_TABLES, type Row, rowTable, storeOf } from "../tables";
import { ArchiveRefused } from "./format";
import { type MergePlan, printOf, replacementFor } from "./mergePlan";

const CHUNK = 2000;

/** Where both have a record and they differ: whose counts. */
export type WhoseCounts = "mine" | "theirs";

/**
 * One transaction: when the page is closed, the browser is killed or the storage is full in the middle of it, the
 * store is as it was.
 */
export function carryOut(
  db: GamanDatabase,
  plan: MergePlan,
  whoseCounts: WhoseCounts,
  fileName: string,
  now: number,
  onProgress: (share: number) => void = () => undefined,
): Promise<void> {
  return asLargeWrite(() => writePlan(db, plan, whoseCounts, fileName, now, onProgress));
}

async function writePlan(
  db: GamanDatabase,
  plan: MergePlan,
  whoseCounts: WhoseCounts,
  fileName: string,
  now: number,
  onProgress: (share: number) => void,
): Promise<void> {
  const steps = stepsOf(plan, whoseCounts);
  const total = steps.reduce((sum, { added, replaced }) => sum + added.length + replaced.length, 1);
  let done = 0;
  await db.transaction("rw", db.tables, async () => {
    await forgetLastImport(db);
    const importId = nanoid();
    await db.imports.add({ id: importId, at: now, fileName: fileName.slice(0, 255) });
    for (const step of steps) await assertAsPlanned(db, step);
    // The store works on one part while the next is made ready; waiting for each would take half as long again.
    let underWay: Promise<unknown> = Promise.resolve();
    for (const step of steps) {
      for (const part of partsOf(step)) {
        const put = storeOf(db, step.name).bulkPut(part.map(({ after }) => after));
        const next = Promise.all([put, db.importParts.add(journalOf(importId, step.name, part))]);
        // When the one before fails, this one fails with it, and the first failure is the one that counts.
        next.catch(() => undefined);
        await underWay;
        underWay = next;
        done += part.length;
        onProgress(done / total);
      }
    }
    await underWay;
    const keys: string[] = [];
    for (const row of plan.unread) keys.push(String(await db.quarantine.add({ ...row, at: now })));
    if (keys.length > 0)
      await db.importParts.add({
        importId,
        table: QUARANTINE,
        added: keys.map((key) => ({ key, print: "" })),
        replaced: [],
      });
  });
}

/** Rows that could not be read go where such rows lie here; the journal names that place beside the tables. */
const QUARANTINE = "quarantine";

type Written = { readonly after: Row; readonly before: Row | undefined };

function* partsOf({ added, replaced }: Step): Generator<readonly Written[]> {
  const rows: readonly Written[] = [...added.map((after) => ({ after, before: undefined })), ...replaced];
  for (let from = 0; from < rows.length; from += CHUNK) yield rows.slice(from, from + CHUNK);
}

function journalOf(importId: string, name: TableName, part: readonly Written[]): ImportPart {
  const table = rowTable(name);
  return {
    importId,
    table: name,
    added: part.flatMap(({ after, before }) =>
      before ? [] : [{ key: keyOf(table, after), print: printOf(after) }],
    ),
    replaced: part.flatMap(({ after, before }) => (before ? [{ before, print: printOf(after) }] : [])),
  };
}

async function forgetLastImport(db: GamanDatabase): Promise<void> {
  await db.imports.clear();
  await db.importParts.clear();
}

type Step = {
  readonly name: TableName;
  readonly added: readonly Row[];
  readonly replaced: readonly { readonly before: Row; readonly after: Row }[];
};

function stepsOf(plan: MergePlan, whoseCounts: WhoseCounts): readonly Step[] {
  return [...ROW_TABLES.keys()].flatMap((name) => {
    const added = plan.added.get(name) ?? [];
    const replaced =
      whoseCounts === "theirs"
        ? (plan.differing.get(name) ?? []).map((pair) => ({
            before: pair.mine,
            after: replacementFor(name, pair),
          }))
        : [];
    return added.length + replaced.length > 0 ? [{ name, added, replaced }] : [];
  });
}

/** Another window may have written since the plan was shown; then it is not what was agreed to. */
async function assertAsPlanned(db: GamanDatabase, { name, added, replaced }: Step): Promise<void> {
  const table = rowTable(name);
  const here = new Set(await storeOf(db, name).toCollection().primaryKeys());
  let isAsPlanned = added.every((row) => !here.has(keyOf(table, row)));
  const before = new Map(replaced.map((pair) => [keyOf(table, pair.before), printOf(pair.before)]));
  await eachChunk(db, table, [...before.keys()], (rows) => {
    for (const { key, row } of rows) if (!row || printOf(row) !== before.get(key)) isAsPlanned = false;
  });
  if (!isAsPlanned) throw new ArchiveRefused({ code: "changed" });
}

/** The last import, when it can still be taken back. */
export async function readLastImport(db: GamanDatabase): Promise<Import | undefined> {
  return parseRows(importSchema, await db.imports.toArray()).rows.at(-1);
}

/** Thrown when taking an import back would take work with it that was done since. */
export class UndoRefused extends Error {
  override readonly name = "UndoRefused";
  constructor(readonly workedOn: number) {
    super(`${workedOn} rows were worked on since`);
  }
}

/** Takes the last import back, all of it or nothing. Throws {@link UndoRefused}. */
export function undoImport(db: GamanDatabase): Promise<void> {
  return asLargeWrite(() => takeBack(db));
}

async function takeBack(db: GamanDatabase): Promise<void> {
  await db.transaction("rw", db.tables, async () => {
    const last = await readLastImport(db);
    if (!last) return;
    const parts = parseRows(importPartSchema, await db.importParts.toArray()).rows.filter(
      ({ importId }) => importId === last.id,
    );
    const workedOn = await countWorkedOn(db, parts);
    if (workedOn > 0) throw new UndoRefused(workedOn);
    for (const { table: name, added, replaced } of parts) {
      if (name === QUARANTINE) await db.quarantine.bulkDelete(added.map(({ key }) => Number(key)));
      if (!isTableName(name)) continue;
      await storeOf(db, name).bulkDelete(added.map(({ key }) => key));
      await storeOf(db, name).bulkPut(replaced.map(({ before }) => before as Row));
    }
    await forgetLastImport(db);
  });
}

/** Records that are not as the import left them, and records made since that speak of imported ones. */
async function countWorkedOn(db: GamanDatabase, parts: readonly ImportPart[]): Promise<number> {
  let count = 0;
  const added = new Map<string, Set<string>>();
  const prints = new Map<string, Map<string, string>>();
  for (const part of parts) {
    if (!isTableName(part.table)) continue;
    const table = rowTable(part.table);
    const keys = added.get(part.table) ?? new Set();
    const known = prints.get(part.table) ?? new Map<string, string>();
    for (const { key, print } of part.added) {
      keys.add(key);
      known.set(key, print);
    }
    for (const { before, print } of part.replaced) known.set(keyOf(table, before as Row), print);
    added.set(part.table, keys);
    prints.set(part.table, known);
  }
  for (const table of ROW_TABLES.values()) {
    const own = prints.get(table.name);
    const keys = await storeOf(db, table.name).toCollection().primaryKeys();
    // A record of the import that is gone was worked on too.
    const there = new Set(keys);
    for (const key of own?.keys() ?? []) if (!there.has(key) && table.name !== "settings") count++;
    await eachChunk(db, table, keys, (rows) => {
      for (const { key, row } of rows) {
        const print = own?.get(key);
        if (print === undefined)
          count += Number(
            row !== undefined && table.refersTo(row).some(({ table: to, id }) => added.get(to)?.has(id)),
          );
        // Settings change with every view that is opened; that is no work.
        else if (table.name !== "settings") count += Number(!row || printOf(row) !== print);
      }
    });
  }
  return count;
}
