/** The log in a worker of its own: it keeps the index, so that the page only ever holds the rows in sight. */
import Dexie from "dexie";
import type { DescribeStyle } from "../../core/describe/describe";
import { type GamanDatabase, openDatabase, type Workspace } from "../database";
import { parseRows } from "../rows";
import {
  lookSchema,
  matchSchema,
  noteSchema,
  paintingSchema,
  pileSchema,
  readingSchema,
  tubeSchema,
} from "../schema";
import { findRows, type LogQuery } from "./logQuery";
import { indexLog, type IndexedRow, type LogSource, type LogTables } from "./logRows";
import { LOG_PAGE, type LogKind, type LogRow } from "../../domain/log/logRow";
import { type LogStats, logStats } from "./logStats";

export type LogAnswer = {
  /** Rows that fit, and rows there are of this kind. */
  readonly found: number;
  readonly of: number;
  /** The first page; {@link LogApi.page} brings the others of the same question. */
  readonly rows: readonly LogRow[];
};

export type LogApi = {
  /** The newest matches at once, while the index is still being made. */
  readonly newest: () => Promise<LogAnswer>;
  /** @param question - tells this question from those after it. */
  readonly find: (query: LogQuery, question: number) => Promise<LogAnswer>;
  /** A page of an answer, from 0; nothing when another question was asked since. */
  readonly page: (question: number, page: number) => Promise<readonly LogRow[] | undefined>;
  /** The match of this id, wherever it stands. */
  readonly match: (id: string) => Promise<LogRow | undefined>;
  readonly stats: () => Promise<LogStats>;
  /** Calls back whenever the store changed and the index was thrown away. */
  readonly onChange: (listener: () => void) => void;
};

const SEEN_TABLES = ["matches", "piles", "readings", "notes", "paintings", "tubes", "looks"];
/** Several writes of one task make one change. */
const SETTLE_MS = 400;

export function createLogApi(
  workspace: Workspace,
  style: DescribeStyle,
  db: GamanDatabase = openDatabase(workspace),
): LogApi {
  let index = emptyIndex();
  let result: { readonly question: number; readonly rows: readonly IndexedRow[] } = {
    question: -1,
    rows: [],
  };
  const mixesOf = (): Promise<LogSource> => (index.mixes ??= readMixes(db));
  const sourceOf = (): Promise<LogSource> => (index.source ??= withReadings(db, mixesOf()));
  /** Of matches and additions all is known without the readings, which are by far the most. */
  const tablesOf = (kind: LogKind): Promise<LogTables> =>
    kind === "match" || kind === "addition"
      ? (index.mixTables ??= mixesOf().then((rows) => indexLog(rows, style)))
      : (index.tables ??= sourceOf().then((rows) => indexLog(rows, style)));
  return {
    newest: async () => {
      const found = await db.matches.count();
      const rows = indexLog(await readNewest(db), style).rowsOf("match");
      return { found, of: found, rows: rows.map(({ row }) => row) };
    },
    find: async (query, question) => {
      const tables = await tablesOf(query.kind);
      const rows = findRows(tables, query);
      result = { question, rows };
      return { found: rows.length, of: tables.rowsOf(query.kind).length, rows: pageOf(rows, 0) };
    },
    page: (question, page) =>
      Promise.resolve(question === result.question ? pageOf(result.rows, page) : undefined),
    match: async (id) => (await tablesOf("match")).rowsOf("match").find(({ row }) => row.id === id)?.row,
    stats: async () =>
      logStats(await sourceOf(), parseRows(lookSchema, await db.looks.orderBy("at").toArray()).rows),
    onChange: (listener) => {
      const prefixes = SEEN_TABLES.map((table) => `idb://${db.name}/${table}/`);
      let timer: ReturnType<typeof setTimeout> | undefined;
      // Writes of other windows and of the page itself are told here as well.
      Dexie.on("storagemutated", (parts) => {
        if (!Object.keys(parts).some((part) => prefixes.some((prefix) => part.startsWith(prefix)))) return;
        clearTimeout(timer);
        timer = setTimeout(() => {
          index = emptyIndex();
          listener();
        }, SETTLE_MS);
      });
    },
  };
}

/** What was read and worked out so far. */
type Index = {
  mixes?: Promise<LogSource>;
  source?: Promise<LogSource>;
  mixTables?: Promise<LogTables>;
  tables?: Promise<LogTables>;
};

function emptyIndex(): Index {
  return {};
}

function pageOf(rows: readonly IndexedRow[], page: number): readonly LogRow[] {
  return rows.slice(page * LOG_PAGE, (page + 1) * LOG_PAGE).map(({ row }) => row);
}

/** All but the readings. */
async function readMixes(db: GamanDatabase): Promise<LogSource> {
  return db.transaction("r", [db.paintings, db.notes, db.tubes, db.piles, db.matches], async () => ({
    paintings: parseRows(paintingSchema, await db.paintings.toArray()).rows,
    notes: parseRows(noteSchema, await db.notes.toArray()).rows,
    tubes: parseRows(tubeSchema, await db.tubes.toArray()).rows,
    piles: parseRows(pileSchema, await db.piles.toArray()).rows,
    matches: parseRows(matchSchema, await db.matches.toArray()).rows,
    readings: [],
  }));
}

async function withReadings(db: GamanDatabase, mixes: Promise<LogSource>): Promise<LogSource> {
  const readings = parseRows(readingSchema, await db.readings.toArray()).rows;
  return { ...(await mixes), readings };
}

/** The matches of the first page with just the rows that they name. */
async function readNewest(db: GamanDatabase): Promise<LogSource> {
  return db.transaction("r", [db.paintings, db.notes, db.tubes, db.piles, db.matches], async () => {
    const matches = parseRows(
      matchSchema,
      await db.matches.orderBy("keptAt").reverse().limit(LOG_PAGE).toArray(),
    ).rows;
    const paintingIds = [...new Set(matches.map(({ paintingId }) => paintingId))];
    return {
      matches,
      paintings: parseRows(paintingSchema, await db.paintings.bulkGet(paintingIds)).rows,
      notes: parseRows(noteSchema, await db.notes.bulkGet(matches.map(({ noteId }) => noteId))).rows,
      piles: parseRows(pileSchema, await db.piles.bulkGet(matches.map(({ pileId }) => pileId))).rows,
      tubes: [],
      readings: [],
    };
  });
}
