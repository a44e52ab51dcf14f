/** Grids of strings: kept with their painting; members that are taken to the bench become recipes that piles follow. */
import { nanoid } from "nanoid";
import type { Pile, StoredRecipe } from "../domain/pile/pile";
import type { Grid, TakenCell } from "../domain/strings/grid";
import type { GamanDatabase } from "./database";
import { parseRows } from "./rows";
import { gridSchema, pileSchema, recipeSchema } from "./schema";

/** Thrown when the grid is not there any more. */
export class GridGoneError extends Error {
  override readonly name = "GridGoneError";
  constructor() {
    super("These strings were removed, here or in another window. Nothing was changed.");
  }
}

/** Of a painting, oldest first. */
export async function readGrids(db: GamanDatabase, paintingId: string): Promise<readonly Grid[]> {
  const { rows } = parseRows(gridSchema, await db.grids.where({ paintingId }).toArray());
  return [...rows].sort((one, other) => one.createdAt - other.createdAt);
}

export async function addGrid(
  db: GamanDatabase,
  grid: Omit<Grid, "id" | "createdAt" | "taken">,
  now: number,
): Promise<Grid> {
  const row = gridSchema.parse({ ...grid, id: nanoid(), taken: [], createdAt: now });
  await db.grids.add(row);
  return row;
}

/** A change of a part is made of what is stored: what a page shows may be one change behind. */
export async function changeGrid(
  db: GamanDatabase,
  gridId: string,
  change: (before: Grid) => Partial<Omit<Grid, "id" | "paintingId">>,
): Promise<Grid> {
  return db.transaction("rw", db.grids, async () => {
    const before = parseRows(gridSchema, [await db.grids.get(gridId)]).rows[0];
    if (!before) throw new GridGoneError();
    const next = gridSchema.parse({ ...before, ...change(before) });
    await db.grids.put(next);
    return next;
  });
}

/** Its piles and recipes stay: they are paint. */
export async function removeGrid(db: GamanDatabase, gridId: string): Promise<void> {
  await db.grids.delete(gridId);
}

/**
 * A member, or a parent, goes to the bench: its recipe is kept for the pile that will follow it. Taken once more before
 * anything was laid, it takes the newer recipe.
 *
 * @returns the recipe's id, and the pile that follows it already.
 */
export async function takeCell(
  db: GamanDatabase,
  gridId: string,
  { stringId, row }: Omit<TakenCell, "recipeId">,
  recipe: Omit<StoredRecipe, "id" | "noteId" | "createdAt">,
  now: number,
): Promise<{ readonly recipeId: string; readonly pileId: string | undefined }> {
  return db.transaction("rw", [db.grids, db.recipes, db.piles], async () => {
    const grid = parseRows(gridSchema, [await db.grids.get(gridId)]).rows[0];
    if (!grid) throw new GridGoneError();
    const known = grid.taken.find((cell) => cell.stringId === stringId && cell.row === row);
    const pile = known && (await readPilesFollowing(db, grid.paintingId, [known.recipeId])).at(-1);
    if (known && pile && pile.state !== "set-aside") return { recipeId: known.recipeId, pileId: pile.id };
    // A recipe that some pile followed is part of its record.
    const recipeId = known && !pile ? known.recipeId : nanoid();
    await db.recipes.put(recipeSchema.parse({ ...recipe, id: recipeId, createdAt: now }));
    const others = grid.taken.filter((cell) => cell !== known);
    const cell = { stringId, ...(row !== undefined && { row }), recipeId };
    await db.grids.put(gridSchema.parse({ ...grid, taken: [...others, cell] }));
    return { recipeId, pileId: undefined };
  });
}

/** Piles of a painting that follow one of these recipes, oldest first. */
export async function readPilesFollowing(
  db: GamanDatabase,
  paintingId: string,
  recipeIds: readonly string[],
): Promise<readonly Pile[]> {
  if (recipeIds.length === 0) return [];
  const rows = await db.piles
    .where({ paintingId })
    .filter(({ recipeId }) => recipeId !== undefined && recipeIds.includes(recipeId))
    .toArray();
  return [...parseRows(pileSchema, rows).rows].sort((one, other) => one.createdAt - other.createdAt);
}
