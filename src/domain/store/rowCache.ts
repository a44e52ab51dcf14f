/** Rows of a table as they are read again and again. */
export type ParsedRows<T> = {
  readonly rows: readonly T[];
  /** Ids of rows that did not parse; they stay in the database as they are. */
  readonly unreadableIds: readonly string[];
};

export function idOf(value: unknown): string {
  return typeof value === "object" && value !== null && "id" in value ? String(value.id) : "unknown";
}

/**
 * Parsed rows of one table, kept from one reading to the next: a row that says the same is the same object, and only
 * one that changed is parsed again. When no row changed the list is the same list.
 */
export class RowCache<T> {
  private known = new Map<string, { readonly print: string; readonly row: T | undefined }>();
  private last: ParsedRows<T> = { rows: [], unreadableIds: [] };

  constructor(private readonly parse: (raw: unknown) => T | undefined) {}

  take(raw: readonly unknown[]): ParsedRows<T> {
    const next: typeof this.known = new Map();
    const rows: T[] = [];
    const unreadableIds: string[] = [];
    for (const value of raw) {
      const id = idOf(value);
      const print = JSON.stringify(value);
      const before = this.known.get(id);
      const entry = before?.print === print ? before : { print, row: this.parse(value) };
      next.set(id, entry);
      if (entry.row === undefined) unreadableIds.push(id);
      else rows.push(entry.row);
    }
    this.known = next;
    const isSame =
      rows.length === this.last.rows.length &&
      unreadableIds.length === this.last.unreadableIds.length &&
      rows.every((row, i) => row === this.last.rows[i]);
    if (!isSame) this.last = { rows, unreadableIds };
    return this.last;
  }
}
