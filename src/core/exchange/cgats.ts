/**
 * CGATS text: tables of CIELAB or spectral readings, in and out.
 *
 * Read: a first line that names the kind of file, keywords, one data format and its data; comments after "#",
 * values in quotes, a format or a row that runs over several lines. Written: as plainly as any program reads it.
 * Source: ANSI CGATS.17-2009, Exchange format for colour and process control data.
 */
import { fail, type Result, succeed } from "../result";
import { GRID_10NM } from "../spectrum/types";
import { type Columns, readColumns, readRow } from "./columns";
import { type FileFault, type FileRefusal, isFault } from "./fileFault";
import { LabLight } from "./labLight";
import { MOST_FIELDS, MOST_ROWS, type ReadingRow } from "./readingRow";

const LONGEST_LINE = 100_000;

/** Reads a table step by step, so that a long one can be told of and given up. */
export class CgatsReader {
  private line = 0;
  private at = 0;
  private state: "start" | "head" | "format" | "between" | "data" | "end" = "start";
  private readonly fields: string[] = [];
  private columns: Columns | undefined;
  private pending: string[] = [];
  private announced: { readonly sets: number; readonly line: number } | undefined;
  /** Their CIELAB is for the light that {@link labLight} tells of. */
  readonly rows: ReadingRow[] = [];
  readonly labLight = new LabLight();

  constructor(private readonly text: string) {}

  /** Share of the text that is read, [0, 1]. */
  get progress(): number {
    return this.text.length === 0 ? 1 : this.at / this.text.length;
  }

  /** Reads up to so many lines: "more" to go on, "done", or why not. */
  step(lines: number): "more" | "done" | FileRefusal {
    for (let i = 0; i < lines; i++) {
      if (this.at >= this.text.length) return this.finish();
      const next = this.text.indexOf("\n", this.at);
      const end = next < 0 ? this.text.length : next;
      if (end - this.at > LONGEST_LINE) return this.refuse({ code: "line-too-long" }, 1);
      const raw = this.text.slice(this.at, end);
      this.at = end + 1;
      this.line++;
      const fault = this.take(raw);
      if (fault) return this.refuse(fault);
    }
    return "more";
  }

  private refuse(fault: FileFault, ahead = 0): FileRefusal {
    return { line: this.line + ahead, fault };
  }

  private take(raw: string): FileFault | undefined {
    if (raw.includes("\u0000")) return { code: "no-text" };
    const words = wordsOf(raw);
    if (isFault(words)) return words;
    const [first] = words;
    if (first === undefined) return undefined;
    const keyword = first.toUpperCase();
    switch (this.state) {
      case "start":
        if (/^\W*(?:CGATS|IT8|ISO|NCGATS)/i.test(first)) {
          this.state = "head";
          return undefined;
        }
        return { code: "no-cgats", first };
      case "head":
      case "between":
        return this.takeKeyword(keyword, words);
      case "format":
        if (keyword === "END_DATA_FORMAT") return this.closeFormat();
        if (this.fields.length + words.length > MOST_FIELDS)
          return { code: "too-many-columns", most: MOST_FIELDS };
        this.fields.push(...words);
        return undefined;
      case "data":
        return keyword === "END_DATA" ? this.closeData() : this.takeValues(words);
      case "end":
        // Further tables of the same file are not read, and neither is what stands behind.
        return undefined;
    }
  }

  private takeKeyword(keyword: string, words: readonly string[]): FileFault | undefined {
    if (keyword === "BEGIN_DATA_FORMAT") {
      if (this.columns) return { code: "second-format" };
      this.state = "format";
    } else if (keyword === "BEGIN_DATA") {
      if (!this.columns) return { code: "data-before-format" };
      this.state = "data";
    } else if (keyword === "NUMBER_OF_SETS") {
      const sets = Number(words[1]);
      if (!Number.isInteger(sets) || sets < 0) return { code: "wrong-set-count" };
      if (sets > MOST_ROWS) return { code: "too-many-announced", sets, most: MOST_ROWS };
      this.announced = { sets, line: this.line };
    } else this.labLight.take(keyword, words.slice(1));
    return undefined;
  }

  private closeFormat(): FileFault | undefined {
    const columns = readColumns(this.fields);
    if (isFault(columns)) return columns;
    this.columns = columns;
    this.state = "between";
    return undefined;
  }

  private takeValues(words: readonly string[]): FileFault | undefined {
    const { columns } = this;
    if (!columns) return { code: "no-format" };
    this.pending.push(...words);
    while (this.pending.length >= columns.count) {
      if (this.rows.length >= MOST_ROWS) return { code: "too-many-readings", most: MOST_ROWS };
      const row = readRow(this.pending.slice(0, columns.count), columns, this.rows.length + 1);
      if (isFault(row)) return row;
      this.rows.push(row);
      this.pending = this.pending.slice(columns.count);
    }
    return undefined;
  }

  private closeData(): FileFault | undefined {
    if (this.pending.length > 0)
      return { code: "short-row", values: this.pending.length, columns: this.columns?.count ?? 0 };
    if (this.announced && this.announced.sets !== this.rows.length)
      return { code: "other-count", announced: this.announced.sets, found: this.rows.length };
    this.state = "end";
    return undefined;
  }

  private finish(): "done" | FileRefusal {
    if (this.state === "end") return this.rows.length > 0 ? "done" : this.refuse({ code: "no-readings" });
    if (this.state === "start") return this.refuse({ code: "empty" });
    const next = {
      head: "BEGIN_DATA_FORMAT",
      format: "END_DATA_FORMAT",
      between: "BEGIN_DATA",
      data: "END_DATA",
    } as const;
    return this.refuse({ code: "ends-early", missing: next[this.state] });
  }
}

/** A whole table at once. */
export function readCgats(text: string): Result<readonly ReadingRow[], FileRefusal> {
  const reader = new CgatsReader(text);
  for (;;) {
    const outcome = reader.step(10_000);
    if (outcome === "done") return succeed(reader.rows);
    if (outcome !== "more") return fail(outcome);
  }
}

/** Words of a line, those in quotes whole, without its comment; or what is wrong with it. */
function wordsOf(raw: string): string[] | FileFault {
  const words: string[] = [];
  const pattern = /\s+|"([^"]*)"|#.*$|([^\s"]+)|(")/gy;
  for (let match = pattern.exec(raw); match; match = pattern.exec(raw)) {
    if (match[3] !== undefined) return { code: "open-quote" };
    const word = match[1] ?? match[2];
    if (word !== undefined) words.push(word);
    else if (match[0].startsWith("#")) break;
  }
  return words;
}

/**
 * Lossless: what {@link readCgats} reads from this is what went in. Names lose line breaks and quotes.
 *
 * @throws RangeError without rows, or when only some of them have a spectrum or a colour.
 */
export function writeCgats(rows: readonly ReadingRow[], originator: string): string {
  const hasLab = rows.some((row) => row.lab);
  const hasSpectrum = rows.some((row) => row.spectrum);
  const incomplete = rows.find((row) => (hasLab && !row.lab) || (hasSpectrum && !row.spectrum));
  if (rows.length === 0) throw new RangeError("There is no reading to write");
  if (incomplete)
    throw new RangeError("A CGATS table holds rows of one kind: write those with and without spectra apart");
  const hasParts = rows.every((row) => row.whiteParts !== undefined);
  const fields = [
    "SAMPLE_ID",
    "SAMPLE_NAME",
    ...(hasParts ? ["WHITE_PARTS"] : []),
    ...(hasLab ? ["LAB_L", "LAB_A", "LAB_B"] : []),
    ...(hasSpectrum
      ? Array.from({ length: GRID_10NM.count }, (_, band) => `SPECTRAL_NM${GRID_10NM.startNm + 10 * band}`)
      : []),
  ];
  const lines = rows.map((row, i) =>
    [
      i + 1,
      `"${row.name.replace(/["\r\n]+/g, " ")}"`,
      ...(hasParts ? [row.whiteParts] : []),
      ...(row.lab ?? []),
      ...(row.spectrum ? Array.from(row.spectrum.values) : []),
    ].join("\t"),
  );
  return [
    "CGATS.17",
    `ORIGINATOR "${originator}"`,
    'INSTRUMENTATION_NOTE "CIELAB D65, 2 degrees; reflectance as a share"',
    `NUMBER_OF_FIELDS ${fields.length}`,
    "BEGIN_DATA_FORMAT",
    fields.join("\t"),
    "END_DATA_FORMAT",
    `NUMBER_OF_SETS ${rows.length}`,
    "BEGIN_DATA",
    ...lines,
    "END_DATA",
    "",
  ].join("\n");
}
