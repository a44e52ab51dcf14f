/**
 * The archive: one zip of JSON and pictures. What stands in it is described by docs/archive.schema.json, which is
 * made from these schemas.
 *
 *     manifest.json            what this is, of which version, and every other file with its size
 *     rows/<table>-<n>.json    rows of one table, as they are in the store
 *     files/<table>-<n>-<field>   a picture or photo; the row names it
 *     unread/rows-<n>.json     rows that could not be read, word for word
 */
import * as z from "zod/mini";
import { IMAGE_TYPE } from "../imageType";
import { STORE_VERSION } from "../database";
import { id, time } from "../schemaParts";
import type { ArchiveFault } from "../../domain/store/storeFault";
import { TABLE_NAMES } from "../../domain/store/tableNames";

/** Of the arrangement of files in the zip: 2 where rows that cannot be read are in it too. */
export const ARCHIVE_FORMAT_VERSION = 2;
export const MANIFEST_NAME = "manifest.json";

/** Larger archives are refused before anything is unfolded. */
export const LIMITS = {
  entries: 20_000,
  manifestBytes: 8e6,
  rowsFileBytes: 64e6,
  allRowsBytes: 256e6,
  /** Characters; a tube with twenty tests of forty readings has a fifth of that. */
  rowLength: 4e6,
  /** Of archives of old stores, whose rows are put in order all together. */
  unturnedBytes: 8e6,
  allRows: 1_000_000,
  /** A picture may be opened up to this size, and a little more. */
  fileBytes: 256e6,
  allFilesBytes: 4e9,
  /** JSON of rows deflates to a tenth or so, pictures hardly; what unfolds far beyond was not written by Gaman. */
  unfolding: { rows: 100, files: 4 },
} as const;

export const archiveScopeSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("everything") }),
  z.strictObject({ kind: z.literal("painting"), paintingId: id, name: z.string().check(z.maxLength(120)) }),
  z.strictObject({ kind: z.literal("box") }),
]);
export type ArchiveScope = z.infer<typeof archiveScopeSchema>;

const rowsFileSchema = z.strictObject({
  name: z.string().check(z.regex(/^rows\/[a-zA-Z]{1,30}-\d{1,5}\.json$/)),
  table: z.enum(TABLE_NAMES),
  rows: z.int().check(z.gte(0), z.lte(100_000)),
  bytes: z.int().check(z.gte(0), z.lte(LIMITS.rowsFileBytes)),
});

const unreadFileSchema = z.strictObject({
  name: z.string().check(z.regex(/^unread\/rows-\d{1,5}\.json$/)),
  rows: z.int().check(z.gte(0), z.lte(100_000)),
  bytes: z.int().check(z.gte(0), z.lte(LIMITS.rowsFileBytes)),
});

export const FILE_NAME = /^files\/[a-zA-Z]{1,30}-\d{1,6}-[a-zA-Z]{1,30}$/;

const pictureFileSchema = z.strictObject({
  name: z.string().check(z.regex(FILE_NAME)),
  type: z.string().check(z.regex(IMAGE_TYPE)),
  bytes: z.int().check(z.gte(0), z.lte(LIMITS.fileBytes)),
});

export const manifestSchema = z.strictObject({
  format: z.literal("gaman-archive"),
  formatVersion: z.literal([1, ARCHIVE_FORMAT_VERSION]),
  /** Version of the store that the rows come from. */
  storeVersion: z.int().check(z.gte(1), z.lte(STORE_VERSION)),
  madeAt: time,
  scope: archiveScopeSchema,
  rows: z.array(rowsFileSchema).check(z.maxLength(LIMITS.entries)),
  files: z.array(pictureFileSchema).check(z.maxLength(LIMITS.entries)),
  /** Rows that could not be read when the archive was made, as they were. */
  unread: z.optional(z.array(unreadFileSchema).check(z.maxLength(1000))),
  /** Rows that could not even be written down, and so are not in it. */
  leftOut: z.int().check(z.gte(0)),
});
export type Manifest = z.infer<typeof manifestSchema>;

/** Read before anything else, so that a newer archive is refused with the right word. */
export const manifestVersionsSchema = z.looseObject({
  format: z.literal("gaman-archive"),
  formatVersion: z.number(),
  storeVersion: z.number(),
});

/** In place of a file that the store holds inside the row. */
export const fileReferenceSchema = z.strictObject({ file: pictureFileSchema.shape.name });

/** Thrown when an archive is not taken; the fault says why. */
export class ArchiveRefused extends Error {
  override readonly name = "ArchiveRefused";
  constructor(readonly fault: ArchiveFault) {
    super(JSON.stringify(fault));
  }
}
