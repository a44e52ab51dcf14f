import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { labD65 } from "../core/color/types";
import { TEN_IS_WHITE } from "../core/describe/valueScale";
import type { StoredRecipe } from "../domain/pile/pile";
import { storedFromLab } from "../domain/reading/storedColor";
import { DEFAULT_SCHOOL } from "../domain/school/school";
import { newGrid, noteBase, stringOf } from "../domain/strings/newString";
import type { Grid } from "../domain/strings/grid";
import { GamanDatabase } from "./database";
import { beginFreePile } from "./freePiles";
import {
  addGrid,
  changeGrid,
  GridGoneError,
  readPilesFollowing,
  readGrids,
  removeGrid,
  takeCell,
} from "./grids";
import { seenOf } from "../domain/pile/seenPile";
import { setPileAside } from "./piles";
import { readRecipe } from "./pileReads";
import { addNote, startPainting } from "./studio";
import { undoLast } from "./undo";

const color = storedFromLab(labD65(50, 20, 20), "measured", 0.5);
let db: GamanDatabase;
let grid: Grid;
let count = 0;

beforeEach(async () => {
  db = new GamanDatabase(`grids-${count++}`);
  const { id: paintingId } = await startPainting(db, "Jug", [], 1);
  const note = await addNote(db, { paintingId, name: "Handle", target: color }, 2);
  grid = await addGrid(
    db,
    {
      ...newGrid(paintingId, "Strings", TEN_IS_WHITE),
      strings: [{ ...stringOf("Handle", noteBase(note), DEFAULT_SCHOOL), id: "one" }],
    },
    3,
  );
});

afterEach(async () => {
  await db.delete();
});

const recipe = (parts: number): Omit<StoredRecipe, "id" | "noteId" | "createdAt"> => ({
  name: "Handle, value 5",
  amounts: [{ tubeId: "white", parts }],
  shares: [1],
  predicted: color,
  deltaE2000: 0,
  reasons: ["by-hand"],
});
const at = { stringId: "one", row: 50 };
const stored = async (): Promise<Grid | undefined> => (await readGrids(db, grid.paintingId))[0];
const begin = (recipeId: string) =>
  beginFreePile(
    db,
    { paintingId: grid.paintingId, recipeId, name: "Handle, value 5" },
    [{ tubeId: "white", parts: 2, addedAt: 5 }],
    recipe(2),
    5,
  );

describe("a grid", () => {
  it("is changed from what is stored, so that two quick changes both hold", async () => {
    await Promise.all([
      changeGrid(db, grid.id, (before) => ({ rows: [...before.rows, 10] })),
      changeGrid(db, grid.id, (before) => ({ rows: [...before.rows, 5] })),
    ]);
    expect((await stored())?.rows).toEqual([...grid.rows, 10, 5]);
  });

  it("says so when it is gone, and keeps what it cannot hold out", async () => {
    await expect(changeGrid(db, grid.id, () => ({ rows: [50] }))).rejects.toThrow();
    await expect(changeGrid(db, grid.id, () => ({ parts: Number.NaN }))).rejects.toThrow();
    expect(await stored()).toEqual(grid);
    await removeGrid(db, grid.id);
    await expect(changeGrid(db, grid.id, () => ({ name: "Other" }))).rejects.toThrow(GridGoneError);
    await expect(takeCell(db, grid.id, at, recipe(2), 4)).rejects.toThrow(GridGoneError);
    expect(await db.recipes.count()).toBe(0);
  });
});

describe("a member that is taken to the bench", () => {
  it("takes the newer recipe as long as nothing was laid of it", async () => {
    const first = await takeCell(db, grid.id, at, recipe(2), 4);
    const second = await takeCell(db, grid.id, at, recipe(3), 5);
    expect(second).toEqual({ recipeId: first.recipeId, pileId: undefined });
    expect((await readRecipe(db, first.recipeId))?.amounts).toEqual([{ tubeId: "white", parts: 3 }]);
    expect((await stored())?.taken).toHaveLength(1);
  });

  it("is the pile that follows its recipe, and leads back to it", async () => {
    const { recipeId } = await takeCell(db, grid.id, at, recipe(2), 4);
    const pile = await begin(recipeId);
    expect(pile).toMatchObject({ recipeId, name: "Handle, value 5" });
    expect(await db.recipes.count()).toBe(1);
    expect(await takeCell(db, grid.id, at, recipe(9), 6)).toEqual({ recipeId, pileId: pile.id });
    expect((await readRecipe(db, recipeId))?.amounts).toEqual([{ tubeId: "white", parts: 2 }]);
    expect((await readPilesFollowing(db, grid.paintingId, [recipeId])).map(({ id }) => id)).toEqual([
      pile.id,
    ]);
  });

  it("is planned again when its first dose is taken back", async () => {
    const { recipeId } = await takeCell(db, grid.id, at, recipe(2), 4);
    const pile = await begin(recipeId);
    await undoLast(db, { pileId: pile.id }, "dose", seenOf(pile));
    expect(await readPilesFollowing(db, grid.paintingId, [recipeId])).toEqual([]);
    expect(await takeCell(db, grid.id, at, recipe(3), 7)).toEqual({ recipeId, pileId: undefined });
  });

  it("begins anew under another recipe when its pile was set aside", async () => {
    const { recipeId } = await takeCell(db, grid.id, at, recipe(2), 4);
    await setPileAside(db, seenOf(await begin(recipeId)));
    const next = await takeCell(db, grid.id, at, recipe(3), 7);
    expect(next.pileId).toBeUndefined();
    expect(next.recipeId).not.toBe(recipeId);
    expect((await readRecipe(db, recipeId))?.amounts).toEqual([{ tubeId: "white", parts: 2 }]);
    expect((await stored())?.taken.map((cell) => cell.recipeId)).toEqual([next.recipeId]);
  });

  it("is told from the parent of its string", async () => {
    const parent = await takeCell(db, grid.id, { stringId: "one" }, recipe(8), 4);
    const member = await takeCell(db, grid.id, at, recipe(2), 5);
    expect(parent.recipeId).not.toBe(member.recipeId);
    expect((await stored())?.taken).toHaveLength(2);
  });
});
