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
  type ArchiveContents,
  ArchiveRefused,
  fileReferenceSchema,
  LIMITS,
  MANIFEST_NAME,
  type Manifest,
  manifestSchema,
  manifestVersionsSchema,
} from "./format";
import { listZip, unfold } from "./zip";

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
  const files = new Map<string, Blob>();
  for (const { name, bytes, type } of manifest.files) {
    files.set(name, await unfoldOf(entries, name, bytes, type));
    step(bytes);
  }
  const readFile = async ({ name, rows, bytes }: Manifest["rows"][number]): Promise<unknown[]> => {
    const list = jsonArray(await (await unfoldOf(entries, name, bytes)).text(), name);
    if (list.length !== rows)
      throw new ArchiveRefused({ code: "wrong-count", file: name, rows, found: list.length });
    return list;
  };
  return { manifest, passedOver, rows: await parseAll(manifest, readFile, files, step) };
}

async function readManifest(entries: ReadonlyMap<string, FileEntry>): Promise<Manifest> {
  const entry = entries.get(MANIFEST_NAME);
  if (!entry) throw new ArchiveRefused({ code: "no-manifest" });
  const value = parseJson(await (await unfold(entry, LIMITS.manifestBytes)).text(), MANIFEST_NAME);
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
const OWN_FOLDER = /^\/?(rows|files)\/|(^|\/)\.\.(\/|$)/;

/** Nothing missing, nothing more of its own kind, no file named twice, and not too much of it. @returns other files. */
function foreignFiles(entries: ReadonlyMap<string, FileEntry>, manifest: Manifest): readonly string[] {
  const listed = [...manifest.rows, ...manifest.files].map(({ name }) => name);
  if (new Set(listed).size < listed.length) throw new ArchiveRefused({ code: "named-twice" });
  const missing = listed.find((name) => !entries.has(name));
  if (missing) throw new ArchiveRefused({ code: "missing", file: missing });
  const known = new Set([MANIFEST_NAME, ...listed]);
  const others = [...entries.keys()].filter((name) => !known.has(name));
  const extra = others.find((name) => OWN_FOLDER.test(name));
  if (extra !== undefined) throw new ArchiveRefused({ code: "extra", file: extra });
  if (manifest.rows.reduce((sum, { bytes }) => sum + bytes, 0) > LIMITS.allRowsBytes)
    throw new ArchiveRefused({ code: "too-many-rows" });
  return others;
}

async function unfoldOf(
  entries: ReadonlyMap<string, FileEntry>,
  name: string,
  bytes: number,
  type = "",
): Promise<Blob> {
  const entry = entries.get(name);
  if (!entry) throw new ArchiveRefused({ code: "missing", file: name });
  const blob = await unfold(entry, bytes, type);
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

function jsonArray(text: string, name: string): unknown[] {
  const value = parseJson(text, name);
  if (!Array.isArray(value)) throw new ArchiveRefused({ code: "no-list", file: name });
  return value;
}

/** File by file, so that the text of a large archive never stands in memory whole beside its rows. */
async function parseAll(
  manifest: Manifest,
  readFile: (file: Manifest["rows"][number]) => Promise<unknown[]>,
  files: ReadonlyMap<string, Blob>,
  step: (bytes: number) => void,
): Promise<ReadonlyMap<TableName, readonly Row[]>> {
  const filesOf = (name: TableName) => manifest.rows.filter(({ table }) => table === name);
  const rawPaintings: unknown[] = [];
  for (const file of filesOf("paintings")) rawPaintings.push(...(await readFile(file)));
  const upgrade = createArchiveUpgrade(rawPaintings, manifest.storeVersion);
  const stories = await upgradedStories(manifest, readFile);
  const unused = new Set(files.keys());
  const parsed = new Map<TableName, readonly Row[]>();
  for (const table of ROW_TABLES.values()) {
    const keys = new Set<string>();
    const rows: Row[] = [];
    for (const file of filesOf(table.name)) {
      for (const value of stories.get(file.name) ?? (await readFile(file))) {
        const place = { table: table.name, row: rows.length + 1 };
        const { row, reason } = readRow(
          table,
          withFiles(table, upgrade(table.name, value), files, unused, place),
        );
        if (!row) throw new ArchiveRefused({ code: "row", place, detail: reason });
        const key = keyOf(table, row);
        if (keys.has(key)) throw new ArchiveRefused({ code: "row-twice", place, field: table.key, key });
        keys.add(key);
        rows.push(row);
      }
      step(file.bytes);
    }
    parsed.set(table.name, rows);
  }
  const [left] = unused;
  if (left !== undefined) throw new ArchiveRefused({ code: "unused", file: left });
  return parsed;
}

/** Before version 7 a pile's story had no turns; piles and readings can only be given them together. */
async function upgradedStories(
  manifest: Manifest,
  readFile: (file: Manifest["rows"][number]) => Promise<unknown[]>,
): Promise<ReadonlyMap<string, unknown[]>> {
  const lists = new Map<string, unknown[]>();
  if (manifest.storeVersion >= 7) return lists;
  const readAll = async (name: TableName): Promise<unknown[]> => {
    const rows: unknown[] = [];
    for (const file of manifest.rows.filter(({ table }) => table === name)) {
      const list = await readFile(file);
      lists.set(file.name, list);
      rows.push(...list);
    }
    return rows;
  };
  upgradeStoriesFrom6(await readAll("piles"), await readAll("readings"), await readAll("notes"));
  return lists;
}

/** Puts the files back where the row names them. */
function withFiles(
  table: RowTable,
  value: unknown,
  files: ReadonlyMap<string, Blob>,
  unused: Set<string>,
  place: RowPlace,
): unknown {
  if (table.files.length === 0 || typeof value !== "object" || value === null) return value;
  const row: Record<string, unknown> = { ...value };
  for (const field of table.files) {
    if (row[field] === undefined) continue;
    const reference = fileReferenceSchema.safeParse(row[field]);
    const blob = reference.success ? files.get(reference.data.file) : undefined;
    if (!reference.success || !blob) throw new ArchiveRefused({ code: "row-file", place });
    if (!unused.delete(reference.data.file))
      throw new ArchiveRefused({ code: "row-file-twice", place, file: reference.data.file });
    row[field] = blob;
  }
  return row;
}
