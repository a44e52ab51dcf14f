/** Piles and what belongs to them, as the store has them. */
import { volumeOf, contentsOf, changedAt } from "../domain/pile/contents";
import type { Match } from "../domain/match/match";
import { wetAndDryOf } from "../domain/layers/scrapEvidence";
import type { WetAndDry } from "../domain/mixture/drying";
import type { PaintHistory } from "../domain/pile/lastDeed";
import type { Pile, StoredRecipe } from "../domain/pile/pile";
import type { Reading } from "../domain/reading/reading";
import type { GamanDatabase } from "./database";
import { scrapSchema } from "./layerSchema";
import type { ParsedRows } from "../domain/store/rowCache";
import { parseRows } from "./rows";
import { matchSchema, pileSchema, readingSchema, recipeSchema } from "./schema";

/** All of a note's piles with their readings, oldest first; readings of one pile in the order of its turns. */
export async function readNoteHistory(db: GamanDatabase, noteId: string): Promise<PaintHistory> {
  return db.transaction("r", [db.piles, db.readings, db.matches], async () => ({
    piles: byTime(
      parseRows(pileSchema, await db.piles.where({ noteId }).toArray()),
      (pile) => pile.createdAt,
    ),
    readings: inTurn(parseRows(readingSchema, await db.readings.where({ noteId }).toArray()).rows),
    matches: byTime(
      parseRows(matchSchema, await db.matches.where({ noteId }).toArray()),
      (row) => row.keptAt,
    ),
  }));
}

function byTime<T>(parsed: ParsedRows<T>, timeOf: (row: T) => number): T[] {
  return [...parsed.rows].sort((a, b) => timeOf(a) - timeOf(b));
}

/** By the clock, but within a pile by its turns: a clock can be set back. */
export function inTurn(readings: readonly Reading[]): Reading[] {
  const sorted = [...readings].sort((a, b) => a.turn - b.turn);
  const firstOf = new Map<string, number>();
  for (const { pileId, takenAt } of sorted) if (!firstOf.has(pileId)) firstOf.set(pileId, takenAt);
  const begun = ({ pileId }: Reading): number => firstOf.get(pileId) ?? 0;
  return sorted.sort((a, b) => begun(a) - begun(b) || a.turn - b.turn);
}

export async function readRecipe(db: GamanDatabase, recipeId: string): Promise<StoredRecipe | undefined> {
  return parseRows(recipeSchema, [await db.recipes.get(recipeId)]).rows[0];
}

export async function readPile(db: GamanDatabase, pileId: string): Promise<Pile | undefined> {
  return parseRows(pileSchema, [await db.piles.get(pileId)]).rows[0];
}

/** Those of them that are there, in no order. */
export async function readPiles(db: GamanDatabase, ids: readonly string[]): Promise<readonly Pile[]> {
  return parseRows(pileSchema, await db.piles.bulkGet([...ids])).rows;
}

/** The newest match that a pile was kept as. */
export async function readMatchOf(db: GamanDatabase, pileId: string): Promise<Match | undefined> {
  return byTime(parseRows(matchSchema, await db.matches.where({ pileId }).toArray()), (row) => row.keptAt).at(
    -1,
  );
}

/** All matches of a painting, oldest first. */
export async function readMatchesOf(db: GamanDatabase, paintingId: string): Promise<readonly Match[]> {
  return byTime(
    parseRows(matchSchema, await db.matches.where({ paintingId }).toArray()),
    (row) => row.keptAt,
  );
}

/** Of these piles, in the order of their turns. */
export async function readReadingsOf(
  db: GamanDatabase,
  pileIds: readonly string[],
): Promise<readonly Reading[]> {
  return inTurn(parseRows(readingSchema, await db.readings.where("pileId").anyOf(pileIds).toArray()).rows);
}

/** Paint that lies about: finished piles of which some is left, and open ones of this painting; newest first. */
export async function readPilesToTake(
  db: GamanDatabase,
  paintingId: string | undefined,
): Promise<readonly Pile[]> {
  const [left, here] = await Promise.all([
    db.piles.where("leftParts").above(0).toArray(),
    paintingId === undefined
      ? []
      : db.piles
          .where({ paintingId })
          .filter(({ state }) => state === "open")
          .toArray(),
  ]);
  const byId = new Map([...left, ...here].map((row) => [row.id, row]));
  return byTime(parseRows(pileSchema, [...byId.values()]), (row) => row.createdAt).reverse();
}

/** A hand changes with the years: only the newest piles speak of it. */
const MOST_WEIGHED = 200;

/** The newest piles of which a dose was weighed. */
export async function readWeighedPiles(db: GamanDatabase): Promise<readonly Pile[]> {
  const rows = await db.piles
    .orderBy("createdAt")
    .reverse()
    .filter(({ additions }) => additions.some(({ isWeighed }) => isWeighed === true))
    .limit(MOST_WEIGHED)
    .toArray();
  return parseRows(pileSchema, rows).rows;
}

/** The free piles of a painting that were not thrown away, oldest first. */
export async function readFreePiles(db: GamanDatabase, paintingId: string): Promise<readonly Pile[]> {
  const rows = await db.piles
    .where({ paintingId })
    .filter(({ noteId, side, state }) => noteId === undefined && side === undefined && state !== "set-aside")
    .toArray();
  return byTime(parseRows(pileSchema, rows), (row) => row.createdAt);
}

/** A free pile, what was tried of it on the side, and what was read of them. */
export async function readFreeHistory(db: GamanDatabase, pileId: string): Promise<PaintHistory> {
  return db.transaction("r", [db.piles, db.readings], async () => {
    const pile = await readPile(db, pileId);
    const { paintingId } = pile ?? {};
    const samples =
      paintingId === undefined
        ? []
        : await db.piles
            .where({ paintingId })
            .filter(({ side }) => side?.of === pileId)
            .toArray();
    const tried = byTime(parseRows(pileSchema, samples), (row) => row.createdAt);
    const piles = pile ? [pile, ...tried] : [];
    return {
      piles,
      readings: await readReadingsOf(
        db,
        piles.map(({ id }) => id),
      ),
      matches: [],
    };
  });
}

/** The pile that the knife touched last is among those begun last. */
const RECENT_PILES = 50;

/** The pile that was mixed last for any other note: what may still cling to the knife. */
export async function readPileBefore(db: GamanDatabase, noteId: string): Promise<Pile | undefined> {
  const latest = db.piles.orderBy("createdAt").reverse();
  const { rows } = parseRows(
    pileSchema,
    await latest
      .filter((pile) => pile.noteId !== noteId)
      .limit(RECENT_PILES)
      .toArray(),
  );
  return [...rows].sort((a, b) => changedAt(b) - changedAt(a))[0];
}

/** So many piles teach; what was mixed years ago says little of the tubes and the light of today. */
const TEACHING_PILES = 500;

/** The newest piles and their readings, oldest first, for learning from them. */
export async function readTeachingPiles(
  db: GamanDatabase,
): Promise<{ readonly piles: readonly Pile[]; readonly readings: readonly Reading[] }> {
  return db.transaction("r", [db.piles, db.readings], async () => {
    const newest = await db.piles.orderBy("createdAt").reverse().limit(TEACHING_PILES).toArray();
    const { rows: piles } = parseRows(pileSchema, newest.reverse());
    const pileIds = piles.map(({ id }) => id);
    const { rows } = parseRows(readingSchema, await db.readings.where("pileId").anyOf(pileIds).toArray());
    return { piles, readings: inTurn(rows) };
  });
}

/** The last wet reading of every pile that was read dry as well, with the last dry one; of the piles that teach. */
export async function readWetAndDry(db: GamanDatabase): Promise<readonly WetAndDry[]> {
  const { piles, readings } = await readTeachingPiles(db);
  const scraps = parseRows(scrapSchema, await db.scraps.toArray()).rows;
  const lastOf = new Map(readings.map((reading) => [`${reading.pileId} ${reading.film}`, reading]));
  const ofPiles = piles.flatMap((pile) => {
    const [wet, dry] = [lastOf.get(`${pile.id} wet`), lastOf.get(`${pile.id} dry`)];
    const contents = contentsOf(pile);
    return wet && dry && volumeOf(contents) > 0 ? [{ contents, wet: wet.color, dry: dry.color }] : [];
  });
  return [...ofPiles, ...scraps.flatMap(wetAndDryOf)];
}
