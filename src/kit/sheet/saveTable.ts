/** A table as a file for spreadsheets. */
import Papa from "papaparse";
import { download } from "../../ui/download";

export type TableLine = Readonly<Record<string, string | number>>;

export function saveTable(lines: readonly TableLine[], fileName: string): void {
  // A cell that a spreadsheet would take for a formula is marked as text.
  const text = Papa.unparse([...lines], { escapeFormulae: true, newline: "\r\n" });
  download(new Blob([text], { type: "text/csv;charset=utf-8" }), fileName);
}
