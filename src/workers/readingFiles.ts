/** Files of readings, off the main thread: what kind it is, its rows with progress, and the way back to text. */
import Papa from "papaparse";
import { CgatsReader, writeCgats } from "../core/exchange/cgats";
import { type Columns, readColumns, readRow } from "../core/exchange/columns";
import { type FileFault, type FileRefusal, isFault } from "../core/exchange/fileFault";
import {
  MOST_FIELDS,
  MOST_FILE_BYTES,
  MOST_ROWS,
  type PackedReadings,
  packReadings,
  type ReadingRow,
} from "../core/exchange/readingRow";
import { fail, type Result, succeed } from "../core/result";
import { GRID_10NM } from "../core/spectrum/types";
import { seenUnderD65 } from "../domain/reading/seenUnderD65";
import { textOfFile } from "./textOf";

export type ReadingFilesApi = {
  /** Every row, or the line and why the file cannot be read; never a part of it. */
  read: (file: Blob, onProgress: (share: number) => void) => Promise<FileAnswer>;
};

export type FileAnswer = Result<PackedReadings, FileRefusal>;

const LINES_PER_STEP = 500;

export function createReadingFilesApi(): ReadingFilesApi {
  return {
    async read(file, onProgress) {
      if (file.size === 0) return fail({ line: 0, fault: { code: "empty" } });
      if (file.size > MOST_FILE_BYTES)
        return fail({ line: 0, fault: { code: "too-large", bytes: file.size, most: MOST_FILE_BYTES } });
      const text = await textOfFile(file);
      if (text === undefined) return fail({ line: 1, fault: { code: "no-text" } });
      const answer = isCsv(text) ? readCsv(text, onProgress) : readCgatsStepwise(text, onProgress);
      return answer.ok ? succeed(packReadings(answer.value)) : answer;
    },
  };
}

/** A table with commas, semicolons or tabs in its first line; CGATS has a word alone there. */
function isCsv(text: string): boolean {
  const first = text.slice(0, Math.min(text.length, 20_000)).split("\n", 1)[0] ?? "";
  return /[,;\t]/.test(first) && !/^\W*(?:CGATS|IT8|ISO|NCGATS)/i.test(first);
}

function readCgatsStepwise(
  text: string,
  onProgress: (share: number) => void,
): Result<readonly ReadingRow[], FileRefusal> {
  const reader = new CgatsReader(text);
  for (;;) {
    const outcome = reader.step(LINES_PER_STEP);
    onProgress(reader.progress);
    if (outcome === "done") return underDaylight(reader, onProgress);
    if (outcome !== "more") return fail(outcome);
  }
}

/**
 * The rows with CIELAB for D65 and 2°. What has a spectrum needs no other colour. A colour alone is seen under D65 by way of the
 * smoothest reflectance that has it under the light of the file.
 */
function underDaylight(
  { rows, labLight: { light, fault } }: CgatsReader,
  onProgress: (share: number) => void,
): Result<readonly ReadingRow[], FileRefusal> {
  if (!fault && light === "D65") return succeed(rows);
  const seen: ReadingRow[] = [];
  for (const [i, row] of rows.entries()) {
    if (i % LINES_PER_STEP === 0) onProgress(i / rows.length);
    if (row.spectrum) seen.push({ ...row, lab: undefined });
    else if (fault) return fail({ line: 0, fault });
    else if (row.lab) {
      const lab = seenUnderD65(row.lab);
      if (!lab) return fail({ line: 0, fault: { code: "not-under-its-light", name: row.name, light } });
      seen.push({ ...row, lab });
    }
  }
  return succeed(seen);
}

/** A quote before what a spreadsheet would take for a formula; taken off again when read. */
const FORMULA_GUARD = /^'(?=[=+\-@\t\r])/;

export function readCsv(
  text: string,
  onProgress: (share: number) => void,
): Result<readonly ReadingRow[], FileRefusal> {
  const rows: ReadingRow[] = [];
  let columns: Columns | undefined;
  let refusal: FileRefusal | undefined;
  let line = 0;
  Papa.parse<string[]>(text, {
    skipEmptyLines: "greedy",
    step: ({ data, errors, meta }, parser) => {
      line++;
      if (line % LINES_PER_STEP === 0) onProgress(meta.cursor / text.length);
      const fault: FileFault | undefined = errors[0]
        ? { code: "csv", detail: errors[0].message }
        : takeCsvRow(data);
      if (fault === undefined) return;
      refusal = { line, fault };
      parser.abort();
    },
  });
  if (refusal) return fail(refusal);
  onProgress(1);
  return rows.length > 0 ? succeed(rows) : fail({ line, fault: { code: "no-readings" } });

  function takeCsvRow(values: readonly string[]): FileFault | undefined {
    if (!columns) {
      if (values.length > MOST_FIELDS) return { code: "too-many-columns", most: MOST_FIELDS };
      const found = readColumns(values);
      if (isFault(found)) return found;
      columns = found;
      return undefined;
    }
    if (rows.length >= MOST_ROWS) return { code: "too-many-readings", most: MOST_ROWS };
    const row = readRow(
      values.map((value) => value.replace(FORMULA_GUARD, "")),
      columns,
      rows.length + 1,
    );
    if (isFault(row)) return row;
    rows.push(row);
    return undefined;
  }
}

/** Lossless: {@link readCsv} reads back what went in. */
export function writeCsv(rows: readonly ReadingRow[]): string {
  const hasLab = rows.some((row) => row.lab);
  const hasSpectrum = rows.some((row) => row.spectrum);
  if (rows.some((row) => (hasLab && !row.lab) || (hasSpectrum && !row.spectrum)))
    throw new RangeError("A table holds rows of one kind: write those with and without spectra apart");
  return Papa.unparse(
    {
      fields: [
        "name",
        "white_parts",
        ...(hasLab ? ["lab_l", "lab_a", "lab_b"] : []),
        ...(hasSpectrum
          ? Array.from({ length: GRID_10NM.count }, (_, band) => `nm${GRID_10NM.startNm + 10 * band}`)
          : []),
      ],
      data: rows.map((row) => [
        row.name,
        row.whiteParts ?? "",
        ...(row.lab ?? []),
        ...(row.spectrum ? Array.from(row.spectrum.values) : []),
      ]),
    },
    // Only names could be taken for formulae; a minus sign of a number must stay.
    { escapeFormulae: /^[=+\-@\t\r](?![\d.])/, newline: "\n" },
  );
}

/** The text of a file of readings in one of the two formats. */
export function writeReadings(rows: readonly ReadingRow[], format: "cgats" | "csv"): string {
  return format === "csv" ? writeCsv(rows) : writeCgats(rows, "Gaman");
}
