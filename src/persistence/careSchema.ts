/** Rows that look after the other rows: what could not be read, and what an import did. */
import { z } from "zod";
import { id, time } from "./schemaParts";

/** A row that could not be read, word for word, out of the way of those that can. */
export const quarantinedRowSchema = z.strictObject({
  /** Given by the store. */
  key: z.number().int().optional(),
  table: z.string(),
  rowId: z.string(),
  row: z.unknown(),
  reason: z.string(),
  at: time,
});

/** What the last import added and replaced, so that it can be undone; only the last one is kept. */
export const importJournalSchema = z.strictObject({
  id,
  at: time,
  /** Name of the file. */
  fileName: z.string().max(255),
  tables: z.array(
    z.strictObject({
      table: z.string(),
      /** Keys of the rows that were added, with the fingerprint of each as it was then. */
      added: z.array(z.strictObject({ key: z.string(), print: z.string() })),
      /** Rows as they were before the archive's took their place. */
      replaced: z.array(z.strictObject({ before: z.unknown(), print: z.string() })),
    }),
  ),
});

export type QuarantinedRow = z.infer<typeof quarantinedRowSchema>;
export type ImportJournal = z.infer<typeof importJournalSchema>;
