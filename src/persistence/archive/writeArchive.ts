/** Saves everything, one painting or the box into one file. */
import type { TableName } from "../../domain/store/tableNames";
import { type GamanDatabase, STORE_VERSION } from "../database";
import { IMAGE_TYPE } from "../imageType";
import { eachChunk, readQuarantine } from "../storeCheck";
import { keyOf, ROW_TABLES, type Row, type RowTable, storeOf } from "../tables";
import {
  ARCHIVE_FORMAT_VERSION,
  type ArchiveScope,
  MANIFEST_NAME,
  type Manifest,
  manifestSchema,
} from "./format";
import { packUnread, type UnreadRow } from "./unreadRows";
import { packZip, type ZipPart } from "./zip";

export type WrittenArchive = { readonly blob: Blob; readonly manifest: Manifest };

type Collected = {
  rows: Manifest["rows"];
  files: Manifest["files"];
  unread: UnreadRow[];
  unreadFiles: NonNullable<Manifest["unread"]>;
  leftOut: number;
  parts: ZipPart[];
};

function nothingYet(): Collected {
  return { rows: [], files: [], unread: [], unreadFiles: [], leftOut: 0, parts: [] };
}

/** Reading takes about this share of the time, packing the rest. */
const READING_SHARE = 0.4;
const ROWS_PER_FILE = 4000;

/**
 * @param onProgress - share that is done, [0, 1].
 */
export async function writeArchive(
  db: GamanDatabase,
  scope: ArchiveScope,
  now: number,
  onProgress: (share: number) => void = () => undefined,
): Promise<WrittenArchive> {
  const collected = nothingYet();
  // One transaction over all tables: the archive holds one moment, whatever goes on in other windows.
  await db.transaction("r", db.tables, async () => {
    const keys = await keysOf(db, scope);
    const total = [...keys.values()].reduce((sum, list) => sum + list.length, 1);
    let done = 0;
    for (const table of ROW_TABLES.values()) {
      await eachChunk(db, table, keys.get(table.name) ?? [], (rows) => {
        const readable = rows.flatMap(({ row }) => (row ? [row] : []));
        for (const { key, row, raw, reason } of rows)
          if (!row && raw !== undefined)
            collected.unread.push({ table: table.name, rowId: key, row: raw, reason });
        putRows(collected, table, readable);
        done += rows.length;
        onProgress((READING_SHARE * done) / total);
      });
    }
    // What was put out of the way before is the painter's too.
    if (scope.kind === "everything") collected.unread.push(...(await readQuarantine(db)));
  });
  putUnread(collected);
  return finish(collected, scope, now, (share) => {
    onProgress(READING_SHARE + (1 - READING_SHARE) * share);
  });
}

/** Packs rows that lie in no store, such as made-up ones. */
export async function packRows(
  rows: ReadonlyMap<TableName, readonly Row[]>,
  scope: ArchiveScope,
  now: number,
): Promise<WrittenArchive> {
  const collected = nothingYet();
  for (const table of ROW_TABLES.values()) {
    const list = rows.get(table.name) ?? [];
    for (let from = 0; from < list.length; from += ROWS_PER_FILE)
      putRows(collected, table, list.slice(from, from + ROWS_PER_FILE));
  }
  return finish(collected, scope, now, () => undefined);
}

async function finish(
  collected: Collected,
  scope: ArchiveScope,
  now: number,
  onProgress: (share: number) => void,
): Promise<WrittenArchive> {
  const manifest = manifestSchema.parse({
    format: "gaman-archive",
    // Where nothing is unread an older Gaman can take it in too.
    formatVersion: collected.unreadFiles.length > 0 ? ARCHIVE_FORMAT_VERSION : 1,
    storeVersion: STORE_VERSION,
    madeAt: now,
    scope,
    rows: collected.rows,
    files: collected.files,
    ...(collected.unreadFiles.length > 0 && { unread: collected.unreadFiles }),
    leftOut: collected.leftOut,
  });
  const first = { name: MANIFEST_NAME, blob: jsonBlob(manifest), isCompressed: true };
  return { blob: await packZip([first, ...collected.parts], now, onProgress), manifest };
}

function putRows(collected: Collected, table: RowTable, rows: readonly Row[]): void {
  if (rows.length === 0) return;
  const blob = jsonBlob(rows.map((row) => withoutFiles(collected, table, row)));
  const count = collected.rows.filter((file) => file.table === table.name).length;
  const name = `rows/${table.name}-${count + 1}.json`;
  collected.rows.push({ name, table: table.name, rows: rows.length, bytes: blob.size });
  collected.parts.push({ name, blob, isCompressed: true });
}

const UNREAD_PER_FILE = 100;

function putUnread(collected: Collected): void {
  const packed = collected.unread.flatMap(
    (row) => packUnread(row, (blob) => putFile(collected, "unread", blob, "row")) ?? [],
  );
  collected.leftOut += collected.unread.length - packed.length;
  for (let from = 0; from < packed.length; from += UNREAD_PER_FILE) {
    const part = packed.slice(from, from + UNREAD_PER_FILE);
    const blob = jsonBlob(part);
    const name = `unread/rows-${collected.unreadFiles.length + 1}.json`;
    collected.unreadFiles.push({ name, rows: part.length, bytes: blob.size });
    collected.parts.push({ name, blob, isCompressed: true });
  }
}

function withoutFiles(collected: Collected, table: RowTable, row: Row): Row {
  const replaced: Record<string, unknown> = { ...row };
  for (const field of table.files) {
    const blob = row[field];
    if (!(blob instanceof Blob)) continue;
    replaced[field] = { file: putFile(collected, table.name, blob, field) };
  }
  return replaced;
}

/** @returns its name in the archive. */
function putFile(collected: Collected, of: string, blob: Blob, field: string): string {
  const name = `files/${of}-${collected.files.length + 1}-${field}`;
  // A type that is none is left out, so that one file cannot keep all the others from being saved.
  const type = IMAGE_TYPE.test(blob.type) ? blob.type : "";
  collected.files.push({ name, type, bytes: blob.size });
  // Pictures are packed already.
  collected.parts.push({ name, blob, isCompressed: false });
  return name;
}

function jsonBlob(value: unknown): Blob {
  return new Blob([JSON.stringify(value)], { type: "application/json" });
}

/** Keys of the rows that belong to what is saved. */
async function keysOf(
  db: GamanDatabase,
  scope: ArchiveScope,
): Promise<ReadonlyMap<TableName, readonly string[]>> {
  if (scope.kind === "painting") return keysOfPainting(db, scope.paintingId);
  const keys = new Map<TableName, readonly string[]>();
  for (const { name } of ROW_TABLES.values()) {
    const isPart = scope.kind === "everything" || name === "tubes" || name === "tubePhotos";
    if (isPart) keys.set(name, await storeOf(db, name).toCollection().primaryKeys());
  }
  return keys;
}

/** Tables whose rows name their painting themselves. */
const PARTS_OF_A_PAINTING = [
  "pictures",
  "palettes",
  "notes",
  "matches",
  "looks",
  "timers",
  "grids",
  "layerings",
  "scraps",
  "charts",
] as const;

/** A painting with all that was mixed for it, and the tubes that these records name. */
async function keysOfPainting(
  db: GamanDatabase,
  paintingId: string,
): Promise<ReadonlyMap<TableName, readonly string[]>> {
  const keys = new Map<TableName, readonly string[]>([["paintings", [paintingId]]]);
  const of = (name: TableName, field: string, values: readonly string[]): Promise<string[]> =>
    storeOf(db, name)
      .where(field)
      .anyOf([...values])
      .primaryKeys();
  for (const name of PARTS_OF_A_PAINTING) keys.set(name, await of(name, "paintingId", [paintingId]));
  const notes = keys.get("notes") ?? [];
  keys.set("benches", await of("benches", "noteId", notes));
  // A free pile has no note: it belongs to the painting on whose board it lies.
  const piles = [
    ...new Set([...(await of("piles", "paintingId", [paintingId])), ...(await of("piles", "noteId", notes))]),
  ];
  keys.set("piles", piles);
  keys.set("readings", await of("readings", "pileId", piles));
  keys.set("turnPhotos", await of("turnPhotos", "pileId", piles));
  const followed = (await db.piles.bulkGet(piles)).flatMap((pile) => pile?.recipeId ?? []);
  const planned = (await db.grids.bulkGet([...(keys.get("grids") ?? [])])).flatMap(
    (grid) => grid?.taken.map(({ recipeId }) => recipeId) ?? [],
  );
  const recipes = [...(await of("recipes", "noteId", notes)), ...followed, ...planned];
  keys.set("recipes", [...new Set(recipes)]);
  keys.set("matchPhotos", await of("matchPhotos", "matchId", keys.get("matches") ?? []));
  const tubes = await tubesNamedBy(db, keys);
  keys.set("tubes", tubes);
  keys.set("tubePhotos", await of("tubePhotos", "tubeId", tubes));
  return keys;
}

async function tubesNamedBy(
  db: GamanDatabase,
  keys: ReadonlyMap<TableName, readonly string[]>,
): Promise<readonly string[]> {
  const named = new Set<string>();
  for (const [name, list] of keys) {
    const table = ROW_TABLES.get(name);
    if (!table) continue;
    await eachChunk(db, table, list, (rows) => {
      for (const { row } of rows)
        for (const { table: to, id } of row ? table.refersTo(row) : []) if (to === "tubes") named.add(id);
    });
  }
  const tubes = ROW_TABLES.get("tubes");
  const rows = tubes ? await storeOf(db, "tubes").bulkGet([...named]) : [];
  return tubes ? rows.flatMap((row) => (row ? [keyOf(tubes, row)] : [])) : [];
}
