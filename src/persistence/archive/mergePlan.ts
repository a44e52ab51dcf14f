/** What an archive would do to the store, worked out before anything is written. */
import type { TableName } from "../../domain/store/tableNames";
import { digest } from "ohash";
import type { GamanDatabase } from "../database";
import { eachChunk, readQuarantine, readRow } from "../storeCheck";
import { keyOf, ROW_TABLES, type Row, type RowTable, rowTable, storeOf } from "../tables";

import { type Mended, mendLooseEnds } from "./looseEnds";
import type { ArchiveContents } from "./readArchive";
import { packUnread, type UnreadRow } from "./unreadRows";

/** A record that both have and that is not the same in both. */
type Differing = { readonly mine: Row; readonly theirs: Row };

export type MergePlan = {
  readonly added: ReadonlyMap<TableName, readonly Row[]>;
  readonly differing: ReadonlyMap<TableName, readonly Differing[]>;
  readonly sameCounts: ReadonlyMap<TableName, number>;
  /** Tubes of the archive that are in the box already, under another id. */
  readonly knownTubes: readonly string[];
  /** Notes that get the next free number, since theirs is taken. */
  readonly renumbered: number;
  readonly mended: Omit<Mended, "rows">;
  /** Rows that could not be read where the archive was made, and that do not lie in quarantine here already. */
  readonly unread: readonly UnreadRow[];
};

/** Fields that say nothing of the record itself: mine stay, and no difference is made of them. */
const LOCAL_FIELDS: Partial<Record<TableName, readonly string[]>> = {
  settings: ["currentPaintingId", "lastArchiveAt", "remindAfterDays"],
  tubes: ["position"],
  notes: ["number"],
};

/**
 * Changes whenever a row changes; files count by their size and kind. Rows come out of their schemas, which put the
 * fields of what lies inside them in one order.
 */
export function printOf(row: Row): string {
  const fields = Object.entries(row)
    .map(([field, value]) => [field, value instanceof Blob ? `${value.size} bytes, ${value.type}` : value])
    .sort(([a], [b]) => (String(a) < String(b) ? -1 : 1));
  return digest(JSON.stringify(fields));
}

export async function planMerge(
  db: GamanDatabase,
  contents: ArchiveContents,
  onProgress: (share: number) => void = () => undefined,
): Promise<MergePlan> {
  const known = await knownTubes(db, contents.rows.get("tubes") ?? []);
  const total = [...contents.rows.values()].reduce((sum, rows) => sum + rows.length, 1);
  let done = 0;
  const added = new Map<TableName, readonly Row[]>();
  const differing = new Map<TableName, readonly Differing[]>();
  const sameCounts = new Map<TableName, number>();
  const mended = await db.transaction("r", db.tables, async () => {
    const keys = new Map<TableName, ReadonlySet<string>>();
    for (const { name } of ROW_TABLES.values())
      keys.set(name, new Set(await storeOf(db, name).toCollection().primaryKeys()));
    const named = new Map(
      [...ROW_TABLES.values()].map((table) => [
        table.name,
        renamed(table, contents.rows.get(table.name) ?? [], known),
      ]),
    );
    const { rows: whole, ...mended } = mendLooseEnds(named, (table, id) => keys.get(table)?.has(id) === true);
    for (const table of ROW_TABLES.values()) {
      const rows = whole.get(table.name) ?? [];
      const here = keys.get(table.name) ?? new Set();
      const isNew = rows.filter((row) => !here.has(keyOf(table, row)));
      const inBoth = new Map(
        rows.flatMap((row) => (here.has(keyOf(table, row)) ? [[keyOf(table, row), row] as const] : [])),
      );
      const differs: Differing[] = [];
      done += isNew.length;
      await eachChunk(db, table, [...inBoth.keys()], (chunk) => {
        for (const { key, row: mine } of chunk) {
          const theirs = inBoth.get(key);
          // A row of mine that cannot be read is not the archive's to judge: it goes to quarantine first.
          if (mine && theirs && !isSame(table, mine, theirs)) differs.push({ mine, theirs });
        }
        done += chunk.length;
        onProgress(done / total);
      });
      onProgress(done / total);
      added.set(table.name, isNew);
      differing.set(table.name, differs);
      sameCounts.set(table.name, rows.length - isNew.length - differs.length);
    }
    return mended;
  });
  const notes = await renumber(db, added.get("notes") ?? []);
  added.set("notes", notes.rows);
  added.set("tubes", await placed(db, added.get("tubes") ?? []));
  return {
    added,
    differing,
    sameCounts,
    knownTubes: [...known.keys()],
    renumbered: notes.count,
    mended,
    unread: await newUnread(db, contents.unread),
  };
}

async function newUnread(db: GamanDatabase, unread: readonly UnreadRow[]): Promise<readonly UnreadRow[]> {
  if (unread.length === 0) return unread;
  const textOf = ({ table, rowId, row }: UnreadRow): string =>
    JSON.stringify([table, rowId, packUnread({ table, rowId, row, reason: "" }, ({ size }) => `${size}`)]);
  const here = new Set((await readQuarantine(db)).map(textOf));
  return unread.filter((row) => !here.has(textOf(row)));
}

function isSame(table: RowTable, mine: Row, theirs: Row): boolean {
  const local = LOCAL_FIELDS[table.name] ?? [];
  return printOf(without(mine, local)) === printOf(without(theirs, local));
}

function without(row: Row, fields: readonly string[]): Row {
  return Object.fromEntries(Object.entries(row).filter(([field]) => !fields.includes(field)));
}

/** What makes two tubes the same paint with the same past, whichever box they were put into. */
const TUBE_IDENTITY_LEAVES_OUT = ["id", "position", "addedAt", "archivedAt", "stockMl"];

/** From ids of the archive's tubes to those of the same tubes in the box. */
async function knownTubes(db: GamanDatabase, theirs: readonly Row[]): Promise<ReadonlyMap<string, string>> {
  const table = rowTable("tubes");
  const mine = await storeOf(db, "tubes").toArray();
  const ids = new Set(mine.map((row) => String(row.id)));
  const free = new Map<string, string>();
  for (const raw of mine) {
    const { row } = readRow(table, raw);
    if (row && row.deletedAt === undefined)
      free.set(printOf(without(row, TUBE_IDENTITY_LEAVES_OUT)), keyOf(table, row));
  }
  const known = new Map<string, string>();
  const named = new Set(theirs.map((row) => keyOf(table, row)));
  for (const row of theirs) {
    const key = keyOf(table, row);
    if (ids.has(key)) continue;
    const print = printOf(without(row, TUBE_IDENTITY_LEAVES_OUT));
    const twin = free.get(print);
    // Two tubes of one kind stay two; and a tube that the archive names itself is no twin of another.
    if (twin === undefined || named.has(twin)) continue;
    free.delete(print);
    known.set(key, twin);
  }
  return known;
}

/** The archive's rows with its tubes called as they are called here; tubes that are here already are left out. */
function renamed(table: RowTable, rows: readonly Row[], known: ReadonlyMap<string, string>): readonly Row[] {
  if (known.size === 0) return rows;
  if (table.name === "tubes" || table.name === "tubePhotos")
    return rows.filter((row) => !known.has(keyOf(table, row)));
  return rows.map((row) => renameIn(row, known) as Row);
}

const TUBE_LISTS = new Set(["tubeIds", "required", "forbidden"]);

function renameIn(value: unknown, known: ReadonlyMap<string, string>): unknown {
  if (Array.isArray(value)) return value.map((item) => renameIn(item, known));
  if (typeof value !== "object" || value === null || value instanceof Blob) return value;
  return Object.fromEntries(
    Object.entries(value).map(([field, held]) => {
      if (field === "tubeId" && typeof held === "string") return [field, known.get(held) ?? held];
      // A chart finds its painted cells by the tubes in them.
      if (field === "cell" && typeof held === "string") return [field, renameInCell(held, known)];
      if (TUBE_LISTS.has(field) && Array.isArray(held))
        return [field, held.map((id: unknown) => (typeof id === "string" ? (known.get(id) ?? id) : id))];
      return [field, renameIn(held, known)];
    }),
  );
}

/** "over a, b 0.5" with its tubes called as they are called here. */
function renameInCell(cell: string, known: ReadonlyMap<string, string>): string {
  return cell
    .split(", ")
    .map((piece) =>
      piece
        .split(" ")
        .map((word) => known.get(word) ?? word)
        .join(" "),
    )
    .join(", ");
}

/** Numbers that other notes of the same painting have are not given twice. */
async function renumber(
  db: GamanDatabase,
  notes: readonly Row[],
): Promise<{ readonly rows: readonly Row[]; readonly count: number }> {
  const taken = new Map<unknown, Set<number>>();
  const highest = new Map<unknown, number>();
  for (const paintingId of new Set(notes.map((note) => note.paintingId))) {
    const mine = await db.notes.where({ paintingId: String(paintingId) }).toArray();
    const numbers = mine.map(({ number }) => number);
    taken.set(paintingId, new Set(numbers));
    highest.set(
      paintingId,
      numbers.reduce((most, number) => Math.max(most, number), 0),
    );
  }
  let count = 0;
  const rows = notes.map((note) => {
    const numbers = taken.get(note.paintingId) ?? new Set<number>();
    const own = Number(note.number);
    const last = highest.get(note.paintingId) ?? 0;
    const number = numbers.has(own) ? last + 1 : own;
    numbers.add(number);
    highest.set(note.paintingId, Math.max(last, number));
    if (number !== own) count++;
    return number === own ? note : { ...note, number };
  });
  return { rows, count };
}

/** New tubes go behind those of the box. */
async function placed(db: GamanDatabase, tubes: readonly Row[]): Promise<readonly Row[]> {
  const last = await db.tubes.orderBy("position").last();
  if (!last) return tubes;
  return [...tubes]
    .sort((a, b) => Number(a.position) - Number(b.position))
    .map((row, i) => ({ ...row, position: last.position + 1 + i }));
}

/** The archive's row in the place of mine, but with what is local here. */
export function replacementFor(name: TableName, { mine, theirs }: Differing): Row {
  const local = LOCAL_FIELDS[name] ?? [];
  return {
    ...theirs,
    ...Object.fromEntries(Object.entries(mine).filter(([field]) => local.includes(field))),
  };
}
