/** What can be saved as a table for other programs. */
export const CSV_KINDS = ["recipes", "readings", "log"] as const;
export type CsvKind = (typeof CSV_KINDS)[number];
