/**
 * Files that were kept under a wrong type: what a browser guessed from an ending. The type is what the bytes say; an
 * archive names it, and a wrong one would be refused there.
 */
import { imageSize } from "image-size";
import type { GamanDatabase } from "./database";
import { IMAGE_TYPE } from "./imageType";
import { keyOf, ROW_TABLES, type Row, storeOf } from "./tables";

/** The kinds of {@link imageSize}, as their media types. */
const TYPE_OF: Readonly<Record<string, string>> = {
  jpg: "image/jpeg",
  png: "image/png",
  webp: "image/webp",
  gif: "image/gif",
  avif: "image/avif",
  heif: "image/heif",
  tiff: "image/tiff",
  bmp: "image/bmp",
};

/** Mends what is stored; changes nothing else of a row. @returns how many files were given their true type. */
export async function mendFileTypes(db: GamanDatabase): Promise<number> {
  let mended = 0;
  for (const table of ROW_TABLES.values()) {
    for (const field of table.files) {
      const store = storeOf(db, table.name);
      const strange = await store.filter((row) => isStrange(row[field])).toArray();
      for (const row of strange) {
        const blob = row[field];
        if (!(blob instanceof Blob)) continue;
        const typed = new Blob([blob], { type: await typeOf(blob) });
        // Only if nobody put another file there meanwhile.
        mended += await store
          .where(":id")
          .equals(keyOf(table, row))
          .modify((now: Record<string, unknown>) => {
            if (isStrange(now[field])) now[field] = typed;
          });
      }
    }
  }
  return mended;
}

function isStrange(value: Row[string]): boolean {
  return value instanceof Blob && (value.type === "" || !IMAGE_TYPE.test(value.type));
}

async function typeOf(blob: Blob): Promise<string> {
  try {
    return TYPE_OF[imageSize(new Uint8Array(await blob.arrayBuffer())).type ?? ""] ?? "";
  } catch {
    return "";
  }
}
