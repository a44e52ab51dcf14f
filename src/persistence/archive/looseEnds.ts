/**
 * Rows of an archive that speak of others which are neither in it nor here. What nobody could ever reach is left out;
 * what can do without the other goes on without it.
 */
import type { TableName } from "../../domain/store/tableNames";
import type { TakenCell } from "../../domain/strings/grid";
import { keyOf, ROW_TABLES, type Row, type RowTable } from "../tables";

type Rows = ReadonlyMap<TableName, readonly Row[]>;
/** Whether the store has a row. */
type IsHere = (table: TableName, id: string) => boolean;

export type Mended = {
  readonly rows: Rows;
  /** By table: rows that are left out, and rows that were changed. */
  readonly leftOut: ReadonlyMap<TableName, number>;
  readonly loosened: ReadonlyMap<TableName, number>;
};

/** Without one of these a row is in no view. */
const NEEDED: Partial<Record<TableName, readonly TableName[]>> = {
  tubePhotos: ["tubes"],
  pictures: ["paintings"],
  palettes: ["paintings"],
  notes: ["paintings"],
  piles: ["notes", "paintings"],
  readings: ["piles"],
  matches: ["paintings", "notes", "piles", "readings"],
  matchPhotos: ["matches"],
  turnPhotos: ["piles"],
  looks: ["paintings"],
  timers: ["paintings"],
  grids: ["paintings"],
  layerings: ["paintings"],
  scraps: ["paintings"],
  charts: ["paintings"],
};

export function mendLooseEnds(rows: Rows, isHere: IsHere): Mended {
  const leftOut = new Map<TableName, number>();
  const loosened = new Map<TableName, number>();
  const kept = new Map<TableName, readonly Row[]>();
  const keys = new Map<TableName, Set<string>>();
  for (const table of ROW_TABLES.values())
    keys.set(table.name, new Set((rows.get(table.name) ?? []).map((row) => keyOf(table, row))));
  const isThere: IsHere = (table, id) => keys.get(table)?.has(id) === true || isHere(table, id);
  // Parents come before their children, so that what hangs on a row that is left out is left out too.
  for (const table of ROW_TABLES.values()) {
    const needed = NEEDED[table.name] ?? [];
    const list = (rows.get(table.name) ?? []).filter((row) => {
      const isReached = table
        .refersTo(row)
        .every(({ table: to, id }) => !needed.includes(to) || isThere(to, id));
      if (!isReached) keys.get(table.name)?.delete(keyOf(table, row));
      return isReached;
    });
    const out = (rows.get(table.name)?.length ?? 0) - list.length;
    if (out > 0) leftOut.set(table.name, out);
    kept.set(table.name, list);
  }
  for (const table of ROW_TABLES.values()) {
    let count = 0;
    const list = (kept.get(table.name) ?? []).map((row) => {
      const loose = loosen(table, row, isThere);
      if (loose !== row) count++;
      return loose;
    });
    if (count > 0) loosened.set(table.name, count);
    kept.set(table.name, list);
  }
  const palettes = palettesFor(kept, isThere);
  if (palettes.length > 0) {
    kept.set("palettes", [...(kept.get("palettes") ?? []), ...palettes]);
    loosened.set("paintings", (loosened.get("paintings") ?? 0) + palettes.length);
  }
  return { rows: kept, leftOut, loosened };
}

/** The same row where nothing is missing. */
function loosen({ name }: RowTable, row: Row, isThere: IsHere): Row {
  const without = (field: string, to: TableName): Row => {
    const id = row[field];
    if (typeof id !== "string" || isThere(to, id)) return row;
    const { [field]: _, ...rest } = row;
    return rest;
  };
  switch (name) {
    case "paintings":
      return without("pictureId", "pictures");
    case "recipes":
      return without("noteId", "notes");
    case "piles":
      return without("recipeId", "recipes");
    case "layerings":
      return without("noteId", "notes");
    case "palettes": {
      const ids = row.tubeIds as readonly string[];
      const known = ids.filter((id) => isThere("tubes", id));
      return known.length === ids.length ? row : { ...row, tubeIds: known };
    }
    case "grids": {
      const taken = row.taken as readonly TakenCell[];
      const known = taken.filter(({ recipeId }) => isThere("recipes", recipeId));
      return known.length === taken.length ? row : { ...row, taken: known };
    }
    default:
      return row;
  }
}

/** A painting whose palette is nowhere gets an empty one under that id. */
function palettesFor(rows: Rows, isThere: IsHere): readonly Row[] {
  return (rows.get("paintings") ?? []).flatMap((painting): Row[] => {
    const { id, paletteId } = painting;
    if (typeof paletteId !== "string" || isThere("palettes", paletteId)) return [];
    return [{ id: paletteId, paintingId: id, name: "Palette", tubeIds: [], remark: "" }];
  });
}
