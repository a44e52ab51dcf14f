/** The zip library with the options that an archive is written and read with. */
import {
  BlobReader,
  BlobWriter,
  configure,
  type Entry,
  type FileEntry,
  ZipReader,
  ZipWriter,
} from "@zip.js/zip.js/lib/zip-core-native.js";
import { ArchiveRefused, LIMITS } from "./format";
import { canUnpack, unpack } from "./packings";

// Archives are handled in a worker of their own already, and the platform itself can deflate.
configure({ useWebWorkers: false, useCompressionStream: true });

export type ZipPart = { readonly name: string; readonly blob: Blob; readonly isCompressed: boolean };

/** @param onProgress - share of the bytes that are packed, [0, 1]. */
export async function packZip(
  parts: readonly ZipPart[],
  madeAt: number,
  onProgress: (share: number) => void,
): Promise<Blob> {
  const total = parts.reduce((sum, { blob }) => sum + blob.size, 1);
  const writer = new ZipWriter(new BlobWriter("application/zip"), { lastModDate: new Date(madeAt) });
  let packed = 0;
  for (const { name, blob, isCompressed } of parts) {
    await writer.add(name, new BlobReader(blob), { level: isCompressed ? 6 : 0 });
    packed += blob.size;
    onProgress(packed / total);
  }
  return writer.close();
}

/** Stored as it is, Deflate and Deflate64: what the zip library itself unpacks. */
const LIBRARY_PACKINGS: readonly number[] = [0, 8, 9];

/** What desktops put into every folder that they zip. */
const OF_THE_DESKTOP = /(^|\/)(__MACOSX\/|\.DS_Store$|Thumbs\.db$|desktop\.ini$|\._[^/]*$)/i;

/**
 * Files of a zip by name, listed but not unfolded yet: without folders and what desktops add, and out of the one folder
 * in which an archive that was unfolded and zipped again may lie.
 *
 * @param mainFile - lies at the top, or in that folder.
 * @throws {@link ArchiveRefused}
 */
export async function listZip(file: Blob, mainFile: string): Promise<ReadonlyMap<string, FileEntry>> {
  const entries = await entriesOf(file);
  if (entries.length > LIMITS.entries)
    throw new ArchiveRefused({ code: "too-many-files", count: entries.length });
  const files = entries.flatMap((entry) =>
    entry.directory || OF_THE_DESKTOP.test(entry.filename) ? [] : [entry],
  );
  const folder = enclosingFolder(
    files.map(({ filename }) => filename),
    mainFile,
  );
  const byName = new Map<string, FileEntry>();
  for (const entry of files) {
    const name = entry.filename.startsWith(folder) ? entry.filename.slice(folder.length) : entry.filename;
    if (byName.has(name)) throw new ArchiveRefused({ code: "file-twice", file: name });
    if (entry.encrypted) throw new ArchiveRefused({ code: "locked", file: name });
    if (!LIBRARY_PACKINGS.includes(entry.compressionMethod) && !canUnpack(entry.compressionMethod))
      throw new ArchiveRefused({ code: "other-packing", file: name, method: entry.compressionMethod });
    byName.set(name, entry);
  }
  return byName;
}

/** "harbour/" where the main file lies in that folder alone; nothing where it lies at the top. */
function enclosingFolder(names: readonly string[], mainFile: string): string {
  if (names.includes(mainFile)) return "";
  const [only, ...more] = names.filter((name) => /^[^/]+\//.test(name) && name.split("/")[1] === mainFile);
  return only !== undefined && more.length === 0 ? only.slice(0, -mainFile.length) : "";
}

async function entriesOf(file: Blob): Promise<readonly Entry[]> {
  const reader = new ZipReader(new BlobReader(file), {
    strictness: "strict",
    checkCrc32: true,
    checkOverlappingEntry: true,
  });
  try {
    return await reader.getEntries();
  } catch (error) {
    throw new ArchiveRefused({ code: "no-zip", detail: detailOf(error) });
  }
}

/** Whether a file may be unfolded, by what the directory of the zip says of it. */
export function assertNoBomb(
  { filename: file, uncompressedSize, compressedSize }: FileEntry,
  mostBytes: number,
  kind: keyof typeof LIMITS.unfolding,
): void {
  if (uncompressedSize > mostBytes)
    throw new ArchiveRefused({ code: "too-large", file, bytes: uncompressedSize });
  if (uncompressedSize > 1e6 && uncompressedSize > LIMITS.unfolding[kind] * compressedSize)
    throw new ArchiveRefused({ code: "bomb", file });
}

/**
 * One file, unfolded and checked against its sum. It is given up as soon as more comes out than it should hold,
 * whatever its head declares.
 */
export async function unfold(
  entry: FileEntry,
  mostBytes: number,
  kind: keyof typeof LIMITS.unfolding,
  type = "",
): Promise<Blob> {
  const file = entry.filename;
  assertNoBomb(entry, mostBytes, kind);
  if (!canUnpack(entry.compressionMethod)) return new Blob(await bytesOf(entry, mostBytes), { type });
  const packed = await new Blob(await bytesOf(entry, mostBytes, true)).bytes();
  try {
    const { compressionMethod, uncompressedSize, crc32 } = entry;
    return new Blob([unpack(compressionMethod, packed, uncompressedSize, crc32 ?? 0)], { type });
  } catch (error) {
    throw new ArchiveRefused({ code: "damaged", file, detail: detailOf(error) });
  }
}

/** @param asPacked - the bytes as they lie in the zip. */
async function bytesOf(
  entry: FileEntry,
  mostBytes: number,
  asPacked = false,
): Promise<Uint8Array<ArrayBuffer>[]> {
  const file = entry.filename;
  const chunks: Uint8Array<ArrayBuffer>[] = [];
  let bytes = 0;
  const sink = new WritableStream<Uint8Array<ArrayBuffer>>({
    write(chunk) {
      bytes += chunk.byteLength;
      if (bytes > mostBytes) throw new ArchiveRefused({ code: "more-than-declared", file });
      chunks.push(chunk.slice());
    },
  });
  try {
    await entry.getData(sink, { passThrough: asPacked });
  } catch (error) {
    if (error instanceof ArchiveRefused) throw error;
    throw new ArchiveRefused({ code: "damaged", file, detail: detailOf(error) });
  }
  return chunks;
}

function detailOf(error: unknown): string {
  return error instanceof Error ? error.message.slice(0, 120) : "no reason given";
}
