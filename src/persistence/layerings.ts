/** Plans of layers and scraps, kept with their painting; and the ground that a painting stands on. */
import { nanoid } from "nanoid";
import type { Ground } from "../domain/ground/ground";
import type { Layering, Scrap, ScrapReading } from "../domain/layers/layering";
import type { Pile } from "../domain/pile/pile";
import type { GamanDatabase } from "./database";
import { parseRows } from "./rows";
import { layeringSchema, paintingSchema, pileSchema, scrapSchema } from "./schema";

/** Thrown when the plan is not there any more. */
export class LayeringGoneError extends Error {
  override readonly name = "LayeringGoneError";
  constructor() {
    super("These layers were removed, here or in another window. Nothing was changed.");
  }
}

/** Of a painting, oldest first. */
export async function readLayerings(db: GamanDatabase, paintingId: string): Promise<readonly Layering[]> {
  const { rows } = parseRows(layeringSchema, await db.layerings.where({ paintingId }).toArray());
  return [...rows].sort((one, other) => one.createdAt - other.createdAt);
}

/** Of all paintings, newest first: a hand is the same in each of them. */
export async function readScraps(db: GamanDatabase): Promise<readonly Scrap[]> {
  const { rows } = parseRows(scrapSchema, await db.scraps.toArray());
  return [...rows].sort((one, other) => other.readAt - one.readAt);
}

export async function addLayering(
  db: GamanDatabase,
  layering: Omit<Layering, "id" | "createdAt">,
  now: number,
): Promise<Layering> {
  const row = layeringSchema.parse({ ...layering, id: nanoid(), createdAt: now });
  await db.layerings.add(row);
  return row;
}

/** A change is made of what is stored: what a page shows may be one change behind. */
export async function changeLayering(
  db: GamanDatabase,
  layeringId: string,
  change: (before: Layering) => Partial<Omit<Layering, "id" | "paintingId">>,
): Promise<Layering> {
  return db.transaction("rw", db.layerings, async () => {
    const before = parseRows(layeringSchema, [await db.layerings.get(layeringId)]).rows[0];
    if (!before) throw new LayeringGoneError();
    const next = layeringSchema.parse({ ...before, ...change(before) });
    await db.layerings.put(next);
    return next;
  });
}

/** Scraps that were tried for it stay: what was read stays true. */
export async function removeLayering(db: GamanDatabase, layeringId: string): Promise<void> {
  await db.layerings.delete(layeringId);
}

export async function keepScrap(
  db: GamanDatabase,
  scrap: Omit<Scrap, "id" | "readAt">,
  now: number,
): Promise<Scrap> {
  const row = scrapSchema.parse({ ...scrap, id: nanoid(), readAt: now });
  await db.scraps.add(row);
  return row;
}

/** Another look at a kept scrap, as when it has dried. */
export async function readScrapAgain(
  db: GamanDatabase,
  scrapId: string,
  reading: ScrapReading,
): Promise<void> {
  await db.transaction("rw", db.scraps, async () => {
    const before = parseRows(scrapSchema, [await db.scraps.get(scrapId)]).rows[0];
    if (before)
      await db.scraps.put(scrapSchema.parse({ ...before, readings: [...before.readings, reading] }));
  });
}

export async function removeScrap(db: GamanDatabase, scrapId: string): Promise<void> {
  await db.scraps.delete(scrapId);
}

/** @param ground - nothing for white paper and paint that hides. */
export async function setPaintingGround(
  db: GamanDatabase,
  paintingId: string,
  ground: Ground | undefined,
): Promise<void> {
  await db.transaction("rw", db.paintings, async () => {
    const before = parseRows(paintingSchema, [await db.paintings.get(paintingId)]).rows[0];
    if (!before) return;
    const { ground: _, ...rest } = before;
    await db.paintings.put(paintingSchema.parse({ ...rest, ...(ground && { ground }) }));
  });
}

/** Piles of a painting that still have paint, newest first: each of them can be laid as a film. */
export async function readLayablePiles(db: GamanDatabase, paintingId: string): Promise<readonly Pile[]> {
  const { rows } = parseRows(pileSchema, await db.piles.where({ paintingId }).toArray());
  return rows
    .filter(({ state, leftParts, additions }) => {
      const isThere = state === "open" || state === "side" || (state === "kept" && leftParts !== 0);
      return isThere && additions.length > 0;
    })
    .sort((one, other) => other.createdAt - one.createdAt);
}
