/** Reads an archive whole or refuses it whole; the store is not touched. */
import type { FileEntry } from "@zip.js/zip.js/lib/zip-core-native.js";
import { STORE_VERSION } from "../database";
import { createArchiveUpgrade, upgradeStoriesFrom6 } from "../migrations";
import { readRow } from "../storeCheck";
import type { RowPlace } from "../../domain/store/storeFault";
import type { TableName } from "../../domain/store/tableNames";
import { keyOf, ROW_TABLES, type Row, type RowTable } from "../tables";
import {
  ARCHIVE_FORMAT_VERSION,
  ArchiveRefused,
  fileReferenceSchema,
  LIMITS,
  MANIFEST_NAME,
  type Manifest,
  manifestSchema,
  manifestVersionsSchema,
} from "./format";
import { elementsOf } from "./jsonList";
import { filesOfPacked, parsePacked, unpackUnread, type UnreadRow } from "./unreadRows";
import { assertNoBomb, listZip, unfold } from "./zip";

export type ArchiveContents = {
  readonly manifest: Manifest;
  readonly rows: ReadonlyMap<TableName, readonly Row[]>;
  readonly unread: readonly UnreadRow[];
  /** Files in it that are not the archive's: they are left where they are. */
  readonly passedOver: readonly string[];
};

/**
 * @param onProgress - share of the rows and pictures that were read, [0, 1].
 *
 * Throws {@link ArchiveRefused} with the reason.
 */
export async function readArchive(
  file: Blob,
  onProgress: (share: number) => void = () => undefined,
): Promise<ArchiveContents> {
  const entries = await listZip(file, MANIFEST_NAME);
  const manifest = await readManifest(entries);
  const passedOver = foreignFiles(entries, manifest);
  const total = [...manifest.rows, ...manifest.files].reduce((sum, { bytes }) => sum + bytes, 1);
  let done = 0;
  const step = (bytes: number): void => {
    done += bytes;
    onProgress(done / total);
  };
  // Rows first: what is wrong with them is said before any picture is unfolded.
  const readFile = async function* ({ name, rows, bytes }: RowsFile): AsyncGenerator {
    let found = 0;
    for await (const value of elementsOf(await unfoldOf(entries, name, bytes, "rows"), name)) {
      if (++found > rows) throw new ArchiveRefused({ code: "wrong-count", file: name, rows, found: "more" });
      yield value;
    }
    if (found < rows) throw new ArchiveRefused({ code: "wrong-count", file: name, rows, found });
  };
  const files = new Map<string, Blob>();
  const names = new Set(manifest.files.map(({ name }) => name));
  const unused = new Set(names);
  const read = await readRows(manifest, readFile, { names, unused }, step);
  const packed: { readonly name: string; readonly row: ReturnType<typeof parsePacked> }[] = [];
  for (const file of manifest.unread ?? []) {
    for await (const value of readFile(file)) {
      const row = parsePacked(value, file.name);
      for (const name of filesOfPacked(row)) unused.delete(name);
      packed.push({ name: file.name, row });
    }
  }
  const [left] = unused;
  if (left !== undefined) throw new ArchiveRefused({ code: "unused", file: left });
  for (const { name, bytes, type } of manifest.files) {
    files.set(name, await unfoldOf(entries, name, bytes, "files", type));
    step(bytes);
  }
  const unread = await Promise.all(packed.map(({ name, row }) => unpackUnread(row, files, name)));
  return { manifest, passedOver, unread, rows: withFiles(read, files) };
}

async function readManifest(entries: ReadonlyMap<string, FileEntry>): Promise<Manifest> {
  const entry = entries.get(MANIFEST_NAME);
  if (!entry) throw new ArchiveRefused({ code: "no-manifest" });
  const value = parseJson(await (await unfold(entry, LIMITS.manifestBytes, "rows")).text(), MANIFEST_NAME);
  const versions = manifestVersionsSchema.safeParse(value);
  if (!versions.success) throw new ArchiveRefused({ code: "foreign-manifest" });
  const { formatVersion, storeVersion } = versions.data;
  if (formatVersion > ARCHIVE_FORMAT_VERSION || storeVersion > STORE_VERSION)
    throw new ArchiveRefused({ code: "newer" });
  const parsed = manifestSchema.safeParse(value);
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  throw new ArchiveRefused({
    code: "damaged-manifest",
    detail: `${issue?.path.join(".") ?? ""}: ${issue?.message ?? "unknown"}`,
  });
}

/** Where an archive's own files lie; one that is not listed there was put in by someone. */
const OWN_FOLDER = /^\/?(rows|files|unread)\/|(^|\/)\.\.(\/|$)/;

/** Nothing missing, nothing more of its own kind, no file named twice, and not too much of it. @returns other files. */
function foreignFiles(entries: ReadonlyMap<string, FileEntry>, manifest: Manifest): readonly string[] {
  const listed = [...manifest.rows, ...(manifest.unread ?? []), ...manifest.files].map(({ name }) => name);
  if (new Set(listed).size < listed.length) throw new ArchiveRefused({ code: "named-twice" });
  const missing = listed.find((name) => !entries.has(name));
  if (missing) throw new ArchiveRefused({ code: "missing", file: missing });
  const known = new Set([MANIFEST_NAME, ...listed]);
  const others = [...entries.keys()].filter((name) => !known.has(name));
  const extra = others.find((name) => OWN_FOLDER.test(name));
  if (extra !== undefined) throw new ArchiveRefused({ code: "extra", file: extra });
  assertSizes(entries, manifest);
  return others;
}

/** All of it by the directory of the zip, before anything is unfolded. */
function assertSizes(entries: ReadonlyMap<string, FileEntry>, manifest: Manifest): void {
  const { files } = manifest;
  const rows = [...manifest.rows, ...(manifest.unread ?? [])];
  const bytesOf = (list: readonly { readonly bytes: number }[]): number =>
    list.reduce((sum, { bytes }) => sum + bytes, 0);
  if (
    bytesOf(rows) > LIMITS.allRowsBytes ||
    rows.reduce((sum, { rows: count }) => sum + count, 0) > LIMITS.allRows
  )
    throw new ArchiveRefused({ code: "too-many-rows" });
  if (bytesOf(files) > LIMITS.allFilesBytes) throw new ArchiveRefused({ code: "too-many-bytes" });
  for (const [list, kind] of [
    [rows, "rows"],
    [files, "files"],
  ] as const) {
    for (const { name, bytes } of list) {
      const entry = entries.get(name);
      if (entry) assertNoBomb(entry, bytes, kind);
    }
  }
}

async function unfoldOf(
  entries: ReadonlyMap<string, FileEntry>,
  name: string,
  bytes: number,
  kind: "rows" | "files",
  type = "",
): Promise<Blob> {
  const entry = entries.get(name);
  if (!entry) throw new ArchiveRefused({ code: "missing", file: name });
  const blob = await unfold(entry, bytes, kind, type);
  if (blob.size !== bytes)
    throw new ArchiveRefused({ code: "wrong-size", file: name, bytes, found: blob.size });
  return blob;
}

function parseJson(text: string, name: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new ArchiveRefused({ code: "no-json", file: name });
  }
}

type RowsFile = Pick<Manifest["rows"][number], "name" | "rows" | "bytes">;
/** Files of the archive, and those of them that no row has named yet. */
type NamedFiles = { readonly names: ReadonlySet<string>; readonly unused: Set<string> };
type ReadFile = (file: RowsFile) => AsyncIterable<unknown>;

/** Rows of all tables, and where a file of the archive belongs in them. */
type ReadRows = {
  readonly rows: ReadonlyMap<TableName, readonly Row[]>;
  readonly places: readonly {
    readonly row: Record<string, unknown>;
    readonly field: string;
    readonly file: string;
  }[];
};

/** Row by row: each is held against its schema as it comes, so that nothing is kept that is no row. */
async function readRows(
  manifest: Manifest,
  readFile: ReadFile,
  files: NamedFiles,
  step: (bytes: number) => void,
): Promise<ReadRows> {
  const filesOf = (name: TableName) => manifest.rows.filter(({ table }) => table === name);
  const upgrade = createArchiveUpgrade(
    manifest.storeVersion < PICTURES_OF_NOTES
      ? await pictureOfPaintings(filesOf("paintings"), readFile)
      : new Map(),
    manifest.storeVersion,
  );
  const stories = await upgradedStories(manifest, readFile);
  const places: ReadRows["places"][number][] = [];
  const parsed = new Map<TableName, readonly Row[]>();
  for (const table of ROW_TABLES.values()) {
    const keys = new Set<string>();
    const rows: Row[] = [];
    for (const file of filesOf(table.name)) {
      for await (const value of stories.get(file.name) ?? readFile(file)) {
        const place = { table: table.name, row: rows.length + 1 };
        const named = withPlaceholders(table, upgrade(table.name, value), files, place);
        const { row, reason } = readRow(table, named.value);
        if (!row) throw new ArchiveRefused({ code: "row", place, detail: reason });
        const key = keyOf(table, row);
        if (keys.has(key)) throw new ArchiveRefused({ code: "row-twice", place, field: table.key, key });
        keys.add(key);
        rows.push(row);
        for (const [field, file] of named.files) places.push({ row: row, field, file });
      }
      step(file.bytes);
    }
    parsed.set(table.name, rows);
  }
  return { rows: parsed, places };
}

/** Puts the files back where the rows name them. */
function withFiles({ rows, places }: ReadRows, files: ReadonlyMap<string, Blob>): ReadRows["rows"] {
  for (const { row, field, file } of places) row[field] = files.get(file);
  return rows;
}

/** From this version a note says itself in which picture its place lies. */
const PICTURES_OF_NOTES = 4;

async function pictureOfPaintings(
  files: readonly RowsFile[],
  readFile: ReadFile,
): Promise<ReadonlyMap<unknown, unknown>> {
  const pictureOf = new Map<unknown, unknown>();
  for (const file of files) {
    for await (const value of readFile(file)) {
      if (typeof value !== "object" || value === null) continue;
      const { id, pictureId } = value as { id?: unknown; pictureId?: unknown };
      if (typeof id === "string" && typeof pictureId === "string") pictureOf.set(id, pictureId);
    }
  }
  return pictureOf;
}

/** Before this version a pile's story had no turns; piles and readings can only be given them together. */
const TURNS = 7;

async function upgradedStories(
  manifest: Manifest,
  readFile: ReadFile,
): Promise<ReadonlyMap<string, unknown[]>> {
  const lists = new Map<string, unknown[]>();
  if (manifest.storeVersion >= TURNS) return lists;
  // These rows are kept before they are held against a schema.
  if (manifest.rows.reduce((sum, { bytes }) => sum + bytes, 0) > LIMITS.unturnedBytes)
    throw new ArchiveRefused({ code: "too-many-rows" });
  const readAll = async (name: TableName): Promise<unknown[]> => {
    const rows: unknown[] = [];
    for (const file of manifest.rows.filter(({ table }) => table === name)) {
      const list: unknown[] = [];
      for await (const value of readFile(file)) list.push(value);
      lists.set(file.name, list);
      rows.push(...list);
    }
    return rows;
  };
  upgradeStoriesFrom6(await readAll("piles"), await readAll("readings"), await readAll("notes"));
  return lists;
}

/** Stands for a file that is unfolded once every row has been read. */
const PLACEHOLDER = new Blob([]);

function withPlaceholders(
  table: RowTable,
  value: unknown,
  { names, unused }: NamedFiles,
  place: RowPlace,
): { readonly value: unknown; readonly files: ReadonlyMap<string, string> } {
  const named = new Map<string, string>();
  if (table.files.length === 0 || typeof value !== "object" || value === null) return { value, files: named };
  const row: Record<string, unknown> = { ...value };
  for (const field of table.files) {
    if (row[field] === undefined) continue;
    const reference = fileReferenceSchema.safeParse(row[field]);
    if (!reference.success || !names.has(reference.data.file))
      throw new ArchiveRefused({ code: "row-file", place });
    const { file } = reference.data;
    if (!unused.delete(file)) throw new ArchiveRefused({ code: "row-file-twice", place, file });
    row[field] = PLACEHOLDER;
    named.set(field, file);
  }
  return { value: row, files: named };
}
