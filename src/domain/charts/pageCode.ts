/** The name of a printed page: which chart, which of its sheets, which page, on which paper. */
import { type BlankPage, type PageFormat, PAPERS, TURNS } from "./blankLayout";

export type NamedPage = {
  /** Of the chart, see {@link chartName}. */
  readonly chart: string;
  /** From 0. */
  readonly sheet: number;
  /** From 1. */
  readonly page: number;
  readonly format: PageFormat;
};

const LETTERS = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";
const NAME_LENGTH = 6;
const OFFSET = 0x811c9dc5;
const PRIME = 0x01000193;

/** A chart's id in six capitals: short enough for a small square, and for a painter to type. */
export function chartName(id: string): string {
  // FNV-1a, 32 bits, of which 30 are written.
  let hash = OFFSET;
  for (const letter of id) hash = Math.imul(hash ^ (letter.codePointAt(0) ?? 0), PRIME) >>> 0;
  return Array.from(
    { length: NAME_LENGTH },
    (_, i) => LETTERS[Math.floor(hash / 2 ** (5 * i)) % 32] ?? "0",
  ).join("");
}

/** "GAMAN:7K2MQ4:1:2:AP", all capitals so that the square stays small. */
export function pageCode(chartId: string, sheet: number, { number, format }: BlankPage): string {
  const paper = `${format.paper[0] ?? ""}${format.turn[0] ?? ""}`.toUpperCase();
  return ["GAMAN", chartName(chartId), sheet + 1, number, paper].join(":");
}

/** Undefined for what names no page of this kind. */
export function readPageCode(text: string): NamedPage | undefined {
  const found = /^GAMAN:([0-9A-Z]{6}):(\d{1,3}):(\d{1,3}):([A-Z])([A-Z])$/.exec(text);
  const [, chart, sheet, page, paperLetter = "", turnLetter = ""] = found ?? [];
  const paper = PAPERS.find((one) => one.startsWith(paperLetter.toLowerCase()));
  const turn = TURNS.find((one) => one.startsWith(turnLetter.toLowerCase()));
  if (!chart || !paper || !turn || Number(sheet) < 1 || Number(page) < 1) return undefined;
  return { chart, sheet: Number(sheet) - 1, page: Number(page), format: { paper, turn } };
}
