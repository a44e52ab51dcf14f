/** Rows out of the database: each is parsed, and one that cannot be read is reported, never repaired. */
import type * as z from "zod/mini";
import { idOf, type ParsedRows } from "../domain/store/rowCache";

export function parseRows<T>(schema: z.ZodMiniType<T>, raw: readonly unknown[]): ParsedRows<T> {
  const rows: T[] = [];
  const unreadableIds: string[] = [];
  for (const value of raw) {
    const parsed = schema.safeParse(value);
    if (parsed.success) rows.push(parsed.data);
    else unreadableIds.push(idOf(value));
  }
  return { rows, unreadableIds };
}
