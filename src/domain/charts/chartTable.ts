/** Painted colours of a chart out of a table: the one that Gaman writes, filled in elsewhere. */
import { fail, type Result, succeed } from "../../core/result";
import { labD65 } from "../../core/color/types";
import { fileNumber, type PackedReadings, unpackReading } from "../../core/exchange/readingRow";
import { labFromReflectance } from "../../core/spectrum/colorimetry";
import { VIEWING } from "../../data/standardViewing";
import { storedFromLab } from "../reading/storedColor";
import { FILE_UNCERTAINTY } from "../reading/uncertainty";
import type { CellReading } from "./chart";
import type { Sheet } from "./sheetTypes";

/** Columns that a table has to have, besides what it may have. */
export const TABLE_COLUMNS = ["sheet", "row", "column", "painted_L", "painted_a", "painted_b"] as const;
export type TableRow = Readonly<Record<string, string | undefined>>;

export type TableFault =
  | { readonly code: "no-column"; readonly name: string }
  | { readonly code: "no-cell"; readonly line: number }
  | { readonly code: "no-number"; readonly line: number; readonly name: string }
  | { readonly code: "nothing" }
  /** Readings in a row do not say which cell they are of: there has to be one for each. */
  | { readonly code: "other-count"; readonly readings: number; readonly cells: number };

/** Line of the first row: a header stands above it. */
const FIRST_LINE = 2;
const LARGEST = { painted_L: [0, 100], painted_a: [-160, 160], painted_b: [-160, 160] } as const;

/** All readings of the table, or what is wrong with it: nothing is taken in by halves. Empty cells are not painted. */
export function readingsOfTable(
  rows: readonly TableRow[],
  sheets: readonly Sheet[],
): Result<readonly CellReading[], TableFault> {
  const [head] = rows;
  const missing = TABLE_COLUMNS.find((name) => head !== undefined && !(name in head));
  if (missing) return fail({ code: "no-column", name: missing });
  const readings: CellReading[] = [];
  for (const [i, row] of rows.entries()) {
    const line = FIRST_LINE + i;
    const texts = (["painted_L", "painted_a", "painted_b"] as const).map((name) => (row[name] ?? "").trim());
    if (texts.every((text) => text === "")) continue;
    const sheet = sheets.find(({ title }) => title === (row.sheet ?? ""));
    const cell = sheet?.rows[Number(row.row) - 1]?.cells[Number(row.column) - 1];
    if (!cell) return fail({ code: "no-cell", line });
    const lab: number[] = [];
    for (const [axis, name] of (["painted_L", "painted_a", "painted_b"] as const).entries()) {
      const text = texts[axis] ?? "";
      const value = fileNumber(text) ?? Number.NaN;
      const [least, most] = LARGEST[name];
      if (!(value >= least && value <= most)) return fail({ code: "no-number", line, name });
      lab.push(value);
    }
    const [l = 0, a = 0, b = 0] = lab;
    readings.push({
      cell: cell.key,
      color: storedFromLab(labD65(l, a, b), "file", FILE_UNCERTAINTY),
      ...(row.struck_out?.trim().toLowerCase() === "yes" && { isStruckOut: true }),
    });
  }
  return readings.length > 0 ? succeed(readings) : fail({ code: "nothing" });
}

/** Readings of an instrument that went from cell to cell: row by row, sheet by sheet. */
export function readingsInOrder(
  packed: PackedReadings,
  sheets: readonly Sheet[],
): Result<readonly CellReading[], TableFault> {
  const cells = sheets.flatMap(({ rows }) => rows.flatMap((row) => row.cells.flatMap((cell) => cell ?? [])));
  const count = packed.names.length;
  if (count !== cells.length) return fail({ code: "other-count", readings: count, cells: cells.length });
  const readings: CellReading[] = [];
  for (const [place, { key }] of cells.entries()) {
    const row = unpackReading(packed, place);
    const lab = row?.spectrum ? labFromReflectance(row.spectrum, VIEWING.D65) : row?.lab;
    if (!lab) return fail({ code: "no-number", line: place + 1, name: row?.name ?? "a reading" });
    readings.push({ cell: key, color: storedFromLab(lab, "file", FILE_UNCERTAINTY) });
  }
  return succeed(readings);
}
