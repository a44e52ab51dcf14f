/** Every table that holds the painter's work: what its rows are, what they are called and what they speak of. */
import { isMixtureId } from "../domain/charts/chartMixtures";
import { TABLE_NAMES, type TableName } from "../domain/store/tableNames";
import type { Table } from "dexie";
import type * as z from "zod/mini";
import { pileOfLeftover } from "../domain/pile/puddle";
import { WATER } from "../domain/tube/water";
import type { GamanDatabase } from "./database";
import {
  benchSchema,
  chartSchema,
  foundSeriesSchema,
  gridSchema,
  layeringSchema,
  lookSchema,
  matchPhotoSchema,
  matchSchema,
  noteSchema,
  paintingSchema,
  paletteSchema,
  pictureSchema,
  pileSchema,
  practiceSchema,
  readingSchema,
  recipeSchema,
  scrapSchema,
  settingsSchema,
  timerSchema,
  tubePhotoSchema,
  tubeSchema,
  turnPhotoSchema,
} from "./schema";

/** A row after parsing; which fields it has depends on its table. */
export type Row = Readonly<Record<string, unknown>>;

export type RowReference = { readonly table: TableName; readonly id: string };

export type RowTable = {
  readonly name: TableName;
  readonly schema: z.ZodMiniType<Row>;
  /** The field that is the primary key. */
  readonly key: "id" | "noteId" | "tubeId" | "matchId";
  /** Fields that hold a file instead of data. */
  readonly files: readonly string[];
  /** Rows without which this one says nothing or half. */
  readonly refersTo: (row: Row) => readonly RowReference[];
};

function define<T extends Row>(
  name: TableName,
  schema: z.ZodMiniType<T>,
  refersTo: (row: T) => readonly (readonly [table: TableName, id: string | undefined])[],
  { key = "id", files = [] }: { key?: RowTable["key"]; files?: readonly string[] } = {},
): RowTable {
  return {
    name,
    schema: schema,
    key,
    files,
    refersTo: (row) =>
      // The row came out of this table's own schema.
      refersTo(row as T).flatMap(([table, id]) =>
        id === undefined || (table === "tubes" && id === WATER.id) ? [] : [{ table, id }],
      ),
  };
}

const tubesOf = (
  amounts: readonly { readonly tubeId: string }[],
): readonly (readonly [table: TableName, id: string])[] =>
  // Paint out of an older pile is no tube.
  amounts.flatMap(({ tubeId }) => (pileOfLeftover(tubeId) === undefined ? [["tubes", tubeId] as const] : []));

const DEFINED: readonly RowTable[] = [
  define("settings", settingsSchema, () => []),
  define("tubes", tubeSchema, () => []),
  define("tubePhotos", tubePhotoSchema, (row) => [["tubes", row.tubeId]], { key: "tubeId", files: ["blob"] }),
  define("paintings", paintingSchema, (row) => [["palettes", row.paletteId]]),
  define("pictures", pictureSchema, (row) => [["paintings", row.paintingId]], {
    files: ["blob", "original"],
  }),
  define("palettes", paletteSchema, (row) => [
    ["paintings", row.paintingId],
    ...row.tubeIds.map((id) => ["tubes", id] as const),
  ]),
  define("notes", noteSchema, (row) => [["paintings", row.paintingId]]),
  define("recipes", recipeSchema, (row) => [["notes", row.noteId], ...tubesOf(row.amounts)]),
  define("piles", pileSchema, (row) => [
    ["notes", row.noteId],
    ["paintings", row.noteId === undefined ? row.paintingId : undefined],
    ["recipes", row.recipeId],
    ...tubesOf(row.additions),
  ]),
  define("readings", readingSchema, (row) => [["piles", row.pileId]]),
  define("matches", matchSchema, (row) => [
    ["paintings", row.paintingId],
    ["notes", row.noteId],
    ["piles", row.pileId],
    ["readings", row.readingId],
  ]),
  define("matchPhotos", matchPhotoSchema, (row) => [["matches", row.matchId]], {
    key: "matchId",
    files: ["blob"],
  }),
  define("turnPhotos", turnPhotoSchema, (row) => [["piles", row.pileId]], { files: ["blob"] }),
  define("looks", lookSchema, (row) => [["paintings", row.paintingId]]),
  define("timers", timerSchema, (row) => [["paintings", row.paintingId]]),
  // A bench is what is in hand: it may outlive its note without harm.
  define("benches", benchSchema, () => [], { key: "noteId" }),
  define("grids", gridSchema, (row) => [
    ["paintings", row.paintingId],
    ...row.taken.map(({ recipeId }) => ["recipes", recipeId] as const),
    ...row.strings.flatMap(({ base }) => (base.kind === "paint" ? tubesOf(base.amounts) : [])),
  ]),
  define("layerings", layeringSchema, (row) => [
    ["paintings", row.paintingId],
    ["notes", row.noteId],
    ...row.layers.flatMap(({ amounts }) => tubesOf(amounts)),
  ]),
  define("scraps", scrapSchema, (row) => [
    ["paintings", row.paintingId],
    ...row.layers.flatMap(({ amounts }) => tubesOf(amounts)),
  ]),
  define("charts", chartSchema, (row) => [
    ["paintings", row.paintingId],
    ...[...row.tubeIds, ...(row.downIds ?? [])].flatMap((id) =>
      isMixtureId(id) ? [] : [["tubes", id] as const],
    ),
    ...(row.mixtures ?? []).flatMap(({ amounts }) => tubesOf(amounts)),
  ]),
  // An eye is trained whatever becomes of tubes and notes.
  define("practices", practiceSchema, () => []),
  define("foundSeries", foundSeriesSchema, () => []),
];

export const ROW_TABLES: ReadonlyMap<TableName, RowTable> = new Map(
  DEFINED.map((table) => [table.name, table]),
);

export function rowTable(name: TableName): RowTable {
  const table = ROW_TABLES.get(name);
  if (!table) throw new RangeError(`There is no table ${name}`);
  return table;
}

export function isTableName(name: string): name is TableName {
  return (TABLE_NAMES as readonly string[]).includes(name);
}

/** The table in the database, for code that treats all of them alike. */
export function storeOf(db: GamanDatabase, name: TableName): Table<Row, string> {
  return db.table(name);
}

export function keyOf(table: RowTable, row: Row): string {
  const key = row[table.key];
  if (typeof key !== "string") throw new RangeError(`A row of ${table.name} has no ${table.key}`);
  return key;
}
