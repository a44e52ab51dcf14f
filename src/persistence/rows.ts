/** Rows out of the database: each is parsed, and one that cannot be read is reported, never repaired. */
import type * as z from "zod/mini";

export type ParsedRows<T> = {
  readonly rows: readonly T[];
  /** Ids of rows that did not parse; they stay in the database as they are. */
  readonly unreadableIds: readonly string[];
};

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

function idOf(value: unknown): string {
  return typeof value === "object" && value !== null && "id" in value ? String(value.id) : "unknown";
}
