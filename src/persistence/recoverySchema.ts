/** Rows that look after the other rows: what could not be read, and what an import did. */
import * as z from "zod/mini";
import { id, time } from "./schemaParts";

/** A row that could not be read, word for word, out of the way of those that can. */
export const quarantinedRowSchema = z.strictObject({
  /** Given by the store. */
  key: z.optional(z.int()),
  table: z.string(),
  rowId: z.string(),
  row: z.unknown(),
  reason: z.string(),
  at: time,
});

/** The last import; only that one can be undone. */
export const importSchema = z.strictObject({
  id,
  at: time,
  /** Name of the file. */
  fileName: z.string().check(z.maxLength(255)),
});

/** What an import added and replaced, so that it can be undone: thousands of rows of one table. */
export const importPartSchema = z.strictObject({
  /** Given by the store. */
  key: z.optional(z.int()),
  importId: id,
  table: z.string(),
  /** Keys of the rows that were added, with the fingerprint of each as it was then. */
  added: z.array(z.strictObject({ key: z.string(), print: z.string() })),
  /** Rows as they were before the archive's took their place. */
  replaced: z.array(z.strictObject({ before: z.unknown(), print: z.string() })),
});

export type QuarantinedRow = z.infer<typeof quarantinedRowSchema>;
export type Import = z.infer<typeof importSchema>;
export type ImportPart = z.infer<typeof importPartSchema>;
