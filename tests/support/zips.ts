/** Archives taken apart and put together again with changes, as no painter's machine would. */
import {
  BlobReader,
  BlobWriter,
  TextWriter,
  ZipReader,
  ZipWriter,
} from "@zip.js/zip.js/lib/zip-core-native.js";

/** Text of each file of a zip by its name; pictures too, since those of the tests are text. */
export async function filesOf(zip: Blob): Promise<Map<string, string>> {
  const files = new Map<string, string>();
  for (const entry of await new ZipReader(new BlobReader(zip)).getEntries()) {
    if (!entry.directory) files.set(entry.filename, await entry.getData(new TextWriter()));
  }
  return files;
}

/** @param level - of compression; 0 is quick to make and to read. */
export async function zipOf(
  files: Iterable<readonly [name: string, content: string | Blob]>,
  level = 6,
): Promise<Blob> {
  const writer = new ZipWriter(new BlobWriter("application/zip"), { lastModDate: new Date(0) });
  for (const [name, content] of files)
    await writer.add(name, new BlobReader(typeof content === "string" ? new Blob([content]) : content), {
      level,
    });
  return writer.close();
}

type Json = Record<string, unknown>;

/** The archive with one of its JSON files changed; the manifest's sizes follow, so that only the change is wrong. */
export async function withRows(
  archive: Blob,
  table: string,
  change: (rows: Json[]) => unknown,
): Promise<Blob> {
  const files = await filesOf(archive);
  const name = `rows/${table}-1.json`;
  const rows = JSON.parse(files.get(name) ?? "[]") as Json[];
  const text = JSON.stringify(change(rows));
  files.set(name, text);
  const manifest = JSON.parse(files.get("manifest.json") ?? "{}") as { rows: Json[] };
  const changed = JSON.parse(text) as unknown;
  for (const file of manifest.rows) {
    if (file.name !== name) continue;
    file.bytes = new TextEncoder().encode(text).length;
    if (Array.isArray(changed)) file.rows = changed.length;
  }
  files.set("manifest.json", JSON.stringify(manifest));
  return zipOf(files);
}

export async function withManifest(archive: Blob, change: (manifest: Json) => unknown): Promise<Blob> {
  const files = await filesOf(archive);
  files.set("manifest.json", JSON.stringify(change(JSON.parse(files.get("manifest.json") ?? "{}") as Json)));
  return zipOf(files);
}

const CENTRAL_HEADER = [0x50, 0x4b, 0x01, 0x02];
const SIZE_AT = 24;
/** Where the way of packing stands in it, and in the head before each file. */
const PACKING_AT = 10;
const LOCAL_HEADER = [0x50, 0x4b, 3, 4];
const LOCAL_PACKING_AT = 8;

/** What every head in the zip's directory declares as size, set to this number of bytes. */
export function withDeclaredSize(bytes: Uint8Array<ArrayBuffer>, size: number): Uint8Array<ArrayBuffer> {
  return changedHeads(bytes, CENTRAL_HEADER, (view, at) => {
    view.setUint32(at + SIZE_AT, size, true);
  });
}

/** Every file declared as packed in this way, by the number that zip files give it. */
export function withPacking(bytes: Uint8Array<ArrayBuffer>, method: number): Uint8Array<ArrayBuffer> {
  const inDirectory = changedHeads(bytes, CENTRAL_HEADER, (view, at) => {
    view.setUint16(at + PACKING_AT, method, true);
  });
  return changedHeads(inDirectory, LOCAL_HEADER, (view, at) => {
    view.setUint16(at + LOCAL_PACKING_AT, method, true);
  });
}

function changedHeads(
  bytes: Uint8Array<ArrayBuffer>,
  mark: readonly number[],
  change: (view: DataView, at: number) => void,
): Uint8Array<ArrayBuffer> {
  const changed = bytes.slice();
  const view = new DataView(changed.buffer);
  for (let at = 0; at + SIZE_AT + 4 <= changed.length; at++) {
    if (mark.every((byte, i) => changed[at + i] === byte)) change(view, at);
  }
  return changed;
}
