/** The quarantined rows as text that can be kept and looked into; files among them are named by size. */
export function quarantineText(rows: readonly unknown[]): string {
  return JSON.stringify(
    rows,
    (_key, value: unknown) =>
      value instanceof Blob ? `a file of ${value.size} bytes, ${value.type || "of unknown kind"}` : value,
    2,
  );
}
