/** Finding and ordering rows of the log: plain arithmetic on what {@link indexLog} worked out. */
import { deltaE2000 } from "../../core/color/ciede2000";
import { labD65 } from "../../core/color/types";
import type { IndexedRow, LogTables } from "./logRows";
import type { LogKind, LogRow } from "../../domain/log/logRow";

export const LOG_ORDERS = [
  "at",
  "note",
  "value",
  "chroma",
  "hue",
  "miss",
  "additions",
  "state",
  "near",
] as const;
export type LogOrder = (typeof LOG_ORDERS)[number];

type Range = readonly [low: number, high: number];

export type LogQuery = {
  readonly kind: LogKind;
  /** All of its words must be found. */
  readonly text?: string;
  /** One of the twelve places, or grey. */
  readonly huePlace?: string;
  /** L* of the result, or of the target where nothing was read. */
  readonly lightness?: Range;
  /** C*ab. */
  readonly chroma?: Range;
  /** ΔE00 from the target. */
  readonly miss?: Range;
  readonly tubeId?: string;
  readonly paintingId?: string;
  readonly state?: LogRow["state"];
  /** Milliseconds since 1970. */
  readonly time?: Range;
  /** CIELAB, D65: "have I mixed this before?". Orders by ΔE00 from it. */
  readonly near?: readonly [number, number, number];
  readonly order: LogOrder;
  readonly isDescending: boolean;
};

/** Rows that fit, in order. */
export function findRows(tables: LogTables, query: LogQuery): readonly IndexedRow[] {
  const fits = filterOf(tables, query);
  const found = tables.rowsOf(query.kind).filter(fits);
  if (query.near) return byNearness(found, query.near);
  // They lie newest first already.
  if (query.order === "at" || query.order === "near") return query.isDescending ? found : found.reverse();
  const key = KEYS[query.order];
  const sign = query.isDescending ? -1 : 1;
  return found.sort((a, b) => sign * compare(key(a), key(b)) || b.row.at - a.row.at);
}

const KEYS: Readonly<Record<Exclude<LogOrder, "at" | "near">, (row: IndexedRow) => number | string>> = {
  note: ({ row }) => row.note?.toLowerCase() ?? "",
  value: ({ row }) => lightnessOf(row),
  chroma: ({ chroma }) => chroma,
  hue: ({ hue }) => hue,
  miss: ({ row }) => row.miss ?? Number.POSITIVE_INFINITY,
  additions: ({ row }) => row.additionCount,
  state: ({ row }) => row.state,
};

function compare(a: number | string, b: number | string): number {
  if (a === b) return 0;
  return a < b ? -1 : 1;
}

function lightnessOf({ color, target }: LogRow): number {
  return (color ?? target)?.[0] ?? Number.POSITIVE_INFINITY;
}

/** Rows without any colour are left out: nearness says nothing of them. */
function byNearness(rows: readonly IndexedRow[], near: readonly [number, number, number]): IndexedRow[] {
  const wanted = labD65(...near);
  return rows
    .flatMap((indexed) => {
      const lab = colorOf(indexed.row);
      return lab ? [{ indexed, distance: deltaE2000(wanted, labD65(...lab)) }] : [];
    })
    .sort((a, b) => a.distance - b.distance)
    .map(({ indexed }) => indexed);
}

/** What came out; before anything was read, what was aimed at. */
function colorOf({ color, target }: LogRow): LogRow["color"] {
  return color ?? target;
}

function filterOf({ words }: LogTables, query: LogQuery): (row: IndexedRow) => boolean {
  const tests: ((indexed: IndexedRow) => boolean)[] = [];
  for (const token of tokensOf(query.text)) {
    // A pile's words are looked through once, however many readings it has.
    const isInPile = words.map((text) => text.includes(token));
    tests.push(({ pileAt, ownWords }) => isInPile[pileAt] === true || ownWords.includes(token));
  }
  const { huePlace, lightness, chroma, miss, tubeId, paintingId, state, time } = query;
  if (huePlace !== undefined) tests.push((indexed) => indexed.huePlace === huePlace);
  if (lightness) tests.push(({ row }) => isWithin(lightnessOf(row), lightness));
  if (chroma) tests.push((indexed) => colorOf(indexed.row) !== undefined && isWithin(indexed.chroma, chroma));
  if (miss) tests.push(({ row }) => row.miss !== undefined && isWithin(row.miss, miss));
  if (tubeId !== undefined) tests.push(({ row }) => row.doses.some((dose) => dose.tubeId === tubeId));
  if (paintingId !== undefined) tests.push(({ row }) => row.paintingId === paintingId);
  if (state !== undefined) tests.push(({ row }) => row.state === state);
  if (time) tests.push(({ row }) => isWithin(row.at, time));
  return (indexed) => tests.every((test) => test(indexed));
}

function tokensOf(text = ""): readonly string[] {
  return text
    .toLowerCase()
    .split(/[\s,;]+/)
    .filter((token) => token !== "");
}

function isWithin(value: number, [low, high]: Range): boolean {
  return value >= low && value <= high;
}
