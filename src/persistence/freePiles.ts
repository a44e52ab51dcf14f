/** Piles that need no note: begun, named, kept, covered, gone on with. */
import { nanoid } from "nanoid";
import type { Ground } from "../domain/ground/ground";
import { contentsOf, volumeOf } from "../domain/pile/contents";
import { isFree } from "../domain/pile/ingredients";
import type { Pile, StoredRecipe } from "../domain/pile/pile";
import type { GamanDatabase } from "./database";
import { type SeenPile } from "../domain/pile/seenPile";
import { addToPile, type NewAddition, nextTurn, pileAsSeen, PileChangedError, takeFromPiles } from "./piles";
import { currentReading } from "../domain/pile/evidence";
import { parseRows } from "./rows";
import { pileSchema, readingSchema, recipeSchema } from "./schema";

/** Begins a pile on the board of a painting. Its name can be given later. */
export async function beginFreePile(
  db: GamanDatabase,
  {
    paintingId,
    name,
    recipeId: plannedId,
  }: {
    readonly paintingId: string;
    readonly name?: string | undefined;
    /** Of a recipe that is kept already, and which the pile follows. */
    readonly recipeId?: string | undefined;
  },
  additions: readonly NewAddition[],
  recipe: Omit<StoredRecipe, "id" | "noteId" | "createdAt"> | undefined,
  now: number,
): Promise<Pile> {
  return db.transaction("rw", [db.piles, db.recipes, db.readings], async () => {
    const recipeId = plannedId ?? (recipe && nanoid());
    if (recipe && plannedId === undefined)
      await db.recipes.add(recipeSchema.parse({ ...recipe, id: recipeId, createdAt: now }));
    const pile = pileSchema.parse({
      id: nanoid(),
      paintingId,
      ...(name !== undefined && { name }),
      ...(recipeId !== undefined && { recipeId }),
      additions: additions.map((addition) => ({ ...addition, turn: 1 })),
      state: "open",
      createdAt: now,
    });
    await db.piles.add(pile);
    await takeFromPiles(db, pile.id, additions);
    return pile;
  });
}

async function change(
  db: GamanDatabase,
  pileId: string,
  changed: (pile: Pile) => Partial<Pile>,
): Promise<Pile> {
  return db.transaction("rw", db.piles, async () => {
    const pile = parseRows(pileSchema, [await db.piles.get(pileId)]).rows[0];
    if (!pile) throw new PileChangedError();
    const next = pileSchema.parse({ ...pile, ...changed(pile) });
    await db.piles.put(next);
    return next;
  });
}

/** A recipe that a pile will follow. @returns its id. */
export async function planRecipe(
  db: GamanDatabase,
  recipe: Omit<StoredRecipe, "id" | "createdAt">,
  now: number,
): Promise<string> {
  const row = recipeSchema.parse({ ...recipe, id: nanoid(), createdAt: now });
  await db.recipes.add(row);
  return row.id;
}

/** @param name - 1 to 120 characters. */
export async function namePile(db: GamanDatabase, pileId: string, name: string): Promise<void> {
  await change(db, pileId, () => ({ name }));
}

/** @param ground - what it is laid on; nothing for the painting's own. */
export async function setPileGround(
  db: GamanDatabase,
  pileId: string,
  ground: Ground | undefined,
): Promise<void> {
  await change(db, pileId, () => ({ ground }));
}

/** Left streaky on purpose, or mixed through after all. */
export async function setStreaky(db: GamanDatabase, pileId: string, isStreaky: boolean): Promise<void> {
  await change(db, pileId, () => ({ isStreaky: isStreaky ? true : undefined }));
}

/** The painter felt that it is soft: from now on it stays so as long as its medium does, longer under a cover. */
export async function setSoft(
  db: GamanDatabase,
  pileId: string,
  isCovered: boolean,
  now: number,
): Promise<void> {
  await change(db, pileId, () => ({ soft: { at: now, isCovered } }));
}

/** How much of a finished pile is still there to be used in others; who says so has looked at it. */
export async function setLeft(
  db: GamanDatabase,
  pileId: string,
  leftParts: number,
  now: number,
): Promise<void> {
  await change(db, pileId, ({ soft }) => ({
    leftParts,
    soft: { at: now, isCovered: soft?.isCovered ?? false },
  }));
}

/** A free pile is ready: it stays on the board for other piles. */
export async function keepFreePile(db: GamanDatabase, seen: SeenPile): Promise<void> {
  await db.transaction("rw", [db.piles], async () => {
    const pile = await pileAsSeen(db, seen);
    if (!isFree(pile)) throw new PileChangedError();
    await db.piles.put({ ...pile, state: "kept", leftParts: volumeOf(contentsOf(pile)) });
  });
}

/** A kept free pile is mixed on: what others took of it since is gone from it. */
export async function goOnWithPile(db: GamanDatabase, seen: SeenPile, now: number): Promise<Pile> {
  return db.transaction("rw", [db.piles, db.readings], async () => {
    const pile = await pileAsSeen(db, seen);
    if (!isFree(pile) || pile.state === "open") throw new PileChangedError();
    const { leftParts, ...rest } = pile;
    const share = (leftParts ?? 0) / volumeOf(contentsOf(pile));
    if (!(share > 0)) throw new PileChangedError();
    const scrapes =
      share < 1
        ? [...(pile.scrapes ?? []), { turn: await nextTurn(db, pile), at: now, keptShare: share }]
        : pile.scrapes;
    const open = pileSchema.parse({ ...rest, ...(scrapes && { scrapes }), state: "open" });
    await db.piles.put(open);
    return open;
  });
}

/**
 * A match that was kept is corrected: all that is left of its pile begins a new one of the same note, and what was
 * read of it last holds for that one too. The match and its pile stay in the record as they are.
 *
 * @param doses - the whole of what is left, by tube, each from the kept pile.
 */
export async function correctKeptPile(
  db: GamanDatabase,
  kept: Pick<Pile, "id">,
  noteId: string,
  doses: readonly NewAddition[],
  now: number,
): Promise<Pile> {
  return db.transaction("rw", [db.piles, db.recipes, db.notes, db.readings], async () => {
    const source = parseRows(pileSchema, [await db.piles.get(kept.id)]).rows[0];
    if (source?.state !== "kept") throw new PileChangedError();
    if (!(source.leftParts !== undefined && source.leftParts > 0))
      await db.piles.put({ ...source, leftParts: volumeOf(contentsOf(source)) });
    const pile = await addToPile(db, noteId, doses, undefined, now, undefined);
    const readings = parseRows(readingSchema, await db.readings.where({ pileId: source.id }).toArray()).rows;
    const read = currentReading(source, readings);
    if (read)
      await db.readings.add({
        ...read,
        id: nanoid(),
        derivedFrom: read.derivedFrom ?? read.id,
        pileId: pile.id,
        turn: await nextTurn(db, pile),
      });
    return pile;
  });
}
