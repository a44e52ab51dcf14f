/**
 * Rows that cannot be read go into an archive word for word, in a part of their own, and come back the same: whatever
 * a browser's store can hold, JSON or not.
 */
import { parse, stringify } from "devalue";
import * as z from "zod/mini";
import type { QuarantinedRow } from "../recoverySchema";
import { ArchiveRefused, fileReferenceSchema, LIMITS } from "./format";

export type UnreadRow = Pick<QuarantinedRow, "table" | "rowId" | "row" | "reason">;

/** As it stands in the archive. */
const unreadSchema = z.strictObject({
  table: z.string().check(z.maxLength(60)),
  rowId: z.string().check(z.maxLength(2000)),
  reason: z.string().check(z.maxLength(2000)),
  /** What the row holds; a file where it is long. */
  row: z.union([z.string(), fileReferenceSchema]),
  /** Files that it holds, by their names in the archive. */
  files: z.array(fileReferenceSchema.shape.file).check(z.maxLength(100)),
});
type Packed = z.infer<typeof unreadSchema>;

/** Longer ones are put into a file. */
const LONG_TEXT = LIMITS.rowLength / 8;

/**
 * @param putFile - puts a file into the archive, gives its name there.
 * @returns undefined for what no text can hold.
 */
export function packUnread(
  { table, rowId, reason, row }: UnreadRow,
  putFile: (blob: Blob) => string,
): Packed | undefined {
  const found: Blob[] = [];
  let text: string;
  try {
    text = stringify(row, {
      File: (value: unknown) => value instanceof Blob && { index: found.push(value) - 1, type: value.type },
    });
  } catch {
    return undefined;
  }
  const files = found.map(putFile);
  return {
    table: table.slice(0, 60),
    rowId: rowId.slice(0, 2000),
    reason: reason.slice(0, 2000),
    row: text.length > LONG_TEXT ? { file: putFile(new Blob([text])) } : text,
    files,
  };
}

/** @throws ArchiveRefused */
export function parsePacked(value: unknown, file: string): Packed {
  const parsed = unreadSchema.safeParse(value);
  if (!parsed.success) throw new ArchiveRefused({ code: "no-json", file });
  return parsed.data;
}

/** Every file of the archive that a row names. */
export function filesOfPacked({ row, files }: Packed): readonly string[] {
  return typeof row === "string" ? files : [...files, row.file];
}

/** @throws ArchiveRefused */
export async function unpackUnread(
  { row, files: names, ...rest }: Packed,
  files: ReadonlyMap<string, Blob>,
  file: string,
): Promise<UnreadRow> {
  const text = typeof row === "string" ? row : ((await files.get(row.file)?.text()) ?? "");
  try {
    const whole: unknown = parse(text, {
      File: ({ index, type }: { index: number; type: string }) => {
        const blob = files.get(names[index] ?? "");
        if (!blob) throw new RangeError("A file is missing");
        return new Blob([blob], { type });
      },
    });
    return { ...rest, row: whole };
  } catch {
    throw new ArchiveRefused({ code: "no-json", file });
  }
}
