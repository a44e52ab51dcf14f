/** A table as a file for spreadsheets. */
import { download } from "../../ui/download";

export type TableLine = Readonly<Record<string, string | number>>;

export async function saveTable(lines: readonly TableLine[], fileName: string): Promise<void> {
  const { default: Papa } = await import("papaparse");
  // A cell that a spreadsheet would take for a formula is marked as text.
  const text = Papa.unparse([...lines], { escapeFormulae: true, newline: "\r\n" });
  download(new Blob([text], { type: "text/csv;charset=utf-8" }), fileName);
}
