/** Carries a plan out, all of it or nothing, and takes it back. */
import { nanoid } from "nanoid";
import type { GamanDatabase } from "../database";
import { type ImportJournal, importJournalSchema } from "../schema";
import { eachChunk, readRow } from "../storeCheck";
import { isTableName, keyOf, ROW_TABLES, type Row, rowTable, storeOf, type TableName } from "../tables";
import { ArchiveRefused } from "./format";
import { type MergePlan, printOf, replacementFor } from "./mergePlan";

const CHUNK = 2000;

/** Where both have a record and they differ: whose counts. */
export type WhoseCounts = "mine" | "theirs";

/**
 * One transaction: when the page is closed, the browser is killed or the storage is full in the middle of it, the
 * store is as it was.
 */
export async function carryOut(
  db: GamanDatabase,
  plan: MergePlan,
  whoseCounts: WhoseCounts,
  fileName: string,
  now: number,
  onProgress: (share: number) => void = () => undefined,
): Promise<void> {
  const steps = stepsOf(plan, whoseCounts);
  const total = steps.reduce((sum, { added, replaced }) => sum + added.length + replaced.length, 1);
  let done = 0;
  await db.transaction("rw", db.tables, async () => {
    const journal: ImportJournal = { id: nanoid(), at: now, fileName: fileName.slice(0, 255), tables: [] };
    for (const { name, added, replaced } of steps) {
      const table = rowTable(name);
      const rows = [...added, ...replaced.map(({ after }) => after)];
      await assertAsPlanned(db, name, added, replaced);
      for (let from = 0; from < rows.length; from += CHUNK) {
        const part = rows.slice(from, from + CHUNK);
        await storeOf(db, name).bulkPut(part);
        done += part.length;
        onProgress(done / total);
      }
      journal.tables.push({
        table: name,
        added: added.map((row) => ({ key: keyOf(table, row), print: printOf(row) })),
        replaced: replaced.map(({ before, after }) => ({ before, print: printOf(after) })),
      });
    }
    await db.imports.clear();
    await db.imports.add(journal);
  });
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
async function assertAsPlanned(
  db: GamanDatabase,
  name: TableName,
  added: readonly Row[],
  replaced: Step["replaced"],
): Promise<void> {
  const table = rowTable(name);
  const there = await storeOf(db, name).bulkGet(added.map((row) => keyOf(table, row)));
  const now = await storeOf(db, name).bulkGet(replaced.map(({ before }) => keyOf(table, before)));
  const isAsPlanned =
    there.every((row) => row === undefined) &&
    now.every((raw, i) => {
      const row = readRow(table, raw).row;
      const before = replaced[i]?.before;
      return row && before && printOf(row) === printOf(before);
    });
  if (!isAsPlanned)
    throw new ArchiveRefused(
      "Another window changed the store meanwhile, so nothing was taken in. Open the archive again and look anew.",
    );
}

/** The last import, when it can still be taken back. */
export async function readLastImport(db: GamanDatabase): Promise<ImportJournal | undefined> {
  const parsed = importJournalSchema.safeParse((await db.imports.toArray()).at(-1));
  return parsed.success ? parsed.data : undefined;
}

/** Thrown when taking an import back would take work with it that was done since. */
export class UndoRefused extends Error {
  override readonly name = "UndoRefused";
  constructor(readonly workedOn: number) {
    super(
      `${workedOn} ${workedOn === 1 ? "record of that import has" : "records of that import have"} been worked on since, so it is not taken back: that work would be lost.`,
    );
  }
}

/** Takes the last import back, all of it or nothing. Throws {@link UndoRefused}. */
export async function undoImport(db: GamanDatabase): Promise<void> {
  await db.transaction("rw", db.tables, async () => {
    const journal = await readLastImport(db);
    if (!journal) return;
    const workedOn = await countWorkedOn(db, journal);
    if (workedOn > 0) throw new UndoRefused(workedOn);
    for (const { table: name, added, replaced } of journal.tables) {
      if (!isTableName(name)) continue;
      await storeOf(db, name).bulkDelete(added.map(({ key }) => key));
      await storeOf(db, name).bulkPut(replaced.map(({ before }) => before as Row));
    }
    await db.imports.clear();
  });
}

/** Records that are not as the import left them, and records made since that speak of imported ones. */
async function countWorkedOn(db: GamanDatabase, journal: ImportJournal): Promise<number> {
  let count = 0;
  const added = new Map<string, ReadonlySet<string>>();
  const touched = new Map<string, ReadonlySet<string>>();
  for (const { table: name, added: rows, replaced } of journal.tables) {
    if (!isTableName(name)) continue;
    const table = rowTable(name);
    const prints = new Map(rows.map(({ key, print }) => [key, print]));
    added.set(name, new Set(prints.keys()));
    for (const { before, print } of replaced) prints.set(keyOf(table, before as Row), print);
    touched.set(name, new Set(prints.keys()));
    // Settings change with every view that is opened; that is no work.
    if (name === "settings") continue;
    await eachChunk(db, table, [...prints.keys()], (rows) => {
      for (const { key, row } of rows) if (!row || printOf(row) !== prints.get(key)) count++;
    });
  }
  for (const table of ROW_TABLES.values()) {
    const own = touched.get(table.name);
    const others = (await storeOf(db, table.name).toCollection().primaryKeys()).filter(
      (key) => !own?.has(key),
    );
    await eachChunk(db, table, others, (rows) => {
      for (const { row } of rows)
        if (row && table.refersTo(row).some(({ table: to, id }) => added.get(to)?.has(id))) count++;
    });
  }
  return count;
}
