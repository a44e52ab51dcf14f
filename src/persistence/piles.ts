/**
 * What becomes of piles: additions, scraping, samples on the side, readings, matches, dry checks.
 *
 * Every write is made against the pile as the painter saw it ({@link SeenPile}). When another window has changed
 * it since, nothing is written and {@link PileChangedError} is thrown.
 */
import { nanoid } from "nanoid";
import type { Match } from "../domain/match/match";
import type { Note } from "../domain/note/note";
import { contentsOf, lastTurnOf, volumeOf } from "../domain/pile/contents";
import { currentReading } from "../domain/pile/evidence";
import type { Addition, Dose, Pile, StoredRecipe } from "../domain/pile/pile";
import { type SeenPile, seenOf } from "../domain/pile/seenPile";
import type { Reading } from "../domain/reading/reading";
import type { StoredColor } from "../domain/reading/storedColor";
import type { GamanDatabase } from "./database";
import { parseRows } from "./rows";
import { matchSchema, pileSchema, readingSchema, recipeSchema } from "./schema";

/** A note that is not there any more is no reason to lose the pile or the match that speaks of it. */
export async function setNoteState(
  db: GamanDatabase,
  noteId: string | undefined,
  state: Note["state"],
): Promise<void> {
  if (noteId !== undefined) await db.notes.update(noteId, { state });
}

/** Thrown when the pile is not as it was shown: another window changed it, or the same press came twice. */
export class PileChangedError extends Error {
  override readonly name = "PileChangedError";
}

function assertAsSeen(pile: Pile | undefined, seen: SeenPile | undefined): void {
  const now = seenOf(pile);
  if (now?.id !== seen?.id || now?.turn !== seen?.turn || now?.state !== seen?.state)
    throw new PileChangedError();
}

/** The pile, if it is still as it was seen. */
export async function pileAsSeen(db: GamanDatabase, seen: SeenPile): Promise<Pile> {
  const pile = parseRows(pileSchema, [await db.piles.get(seen.id)]).rows[0];
  assertAsSeen(pile, seen);
  if (!pile) throw new PileChangedError();
  return pile;
}

async function openPileOf(db: GamanDatabase, noteId: string): Promise<Pile | undefined> {
  return parseRows(pileSchema, await db.piles.where({ noteId, state: "open" }).toArray()).rows.at(-1);
}

export async function readingsOf(db: GamanDatabase, pileId: string): Promise<readonly Reading[]> {
  return parseRows(readingSchema, await db.readings.where({ pileId }).toArray()).rows;
}

/** The next place in a pile's story. */
export async function nextTurn(db: GamanDatabase, pile: Pile): Promise<number> {
  const readings = await readingsOf(db, pile.id);
  return 1 + Math.max(lastTurnOf(pile), ...readings.map(({ turn }) => turn));
}

/** Paint of one go; its turn is given by the pile that takes it. */
export type NewAddition = Omit<Addition, "turn">;

/**
 * Adds paint to the note's open pile; the first addition starts one and keeps the recipe it follows.
 * Only ever appends: paint cannot be taken out again. What comes from an older pile is gone from there.
 */
export async function addToPile(
  db: GamanDatabase,
  noteId: string,
  additions: readonly NewAddition[],
  recipe: Omit<StoredRecipe, "id" | "noteId" | "createdAt"> | undefined,
  now: number,
  seen: SeenPile | undefined,
): Promise<Pile> {
  return db.transaction("rw", [db.piles, db.recipes, db.notes, db.readings], async () => {
    let pile = await openPileOf(db, noteId);
    assertAsSeen(pile, seen);
    if (!pile) {
      const recipeId = recipe ? nanoid() : undefined;
      if (recipe && recipeId) {
        await db.recipes.add(recipeSchema.parse({ ...recipe, id: recipeId, noteId, createdAt: now }));
      }
      const paintingId = (await db.notes.get(noteId))?.paintingId;
      pile = { id: nanoid(), noteId, paintingId, recipeId, additions: [], state: "open", createdAt: now };
    }
    const turn = await nextTurn(db, pile);
    const added = additions.map((addition) => ({ ...addition, turn }));
    const grown = pileSchema.parse({ ...pile, additions: [...pile.additions, ...added] });
    await db.piles.put(grown);
    await takeFromPiles(db, grown.id, additions);
    await setNoteState(db, noteId, "mixing");
    return grown;
  });
}

/** What goes into a pile is gone from where it came: a finished one has less left, an open one is scraped. */
export async function takeFromPiles(
  db: GamanDatabase,
  pileId: string,
  additions: readonly NewAddition[],
): Promise<void> {
  for (const [sourceId, parts] of partsBySource(pileId, additions)) {
    const source = parseRows(pileSchema, [await db.piles.get(sourceId)]).rows[0];
    if (!source) continue;
    if (source.state !== "open") {
      await db.piles.put({ ...source, leftParts: Math.max(0, (source.leftParts ?? 0) - parts) });
      continue;
    }
    const keptShare = Math.max(LEAST_KEPT, 1 - parts / volumeOf(contentsOf(source)));
    const taken = {
      turn: await nextTurn(db, source),
      at: additions[0]?.addedAt ?? source.createdAt,
      keptShare,
      intoPileId: pileId,
    };
    await db.piles.put(pileSchema.parse({ ...source, scrapes: [...(source.scrapes ?? []), taken] }));
  }
}

/** A pile from which all was taken still has its record. */
const LEAST_KEPT = 1e-6;

export function partsBySource(
  pileId: string,
  additions: readonly NewAddition[],
): ReadonlyMap<string, number> {
  const parts = new Map<string, number>();
  for (const { fromPileId, parts: dose } of additions)
    if (fromPileId !== undefined && fromPileId !== pileId)
      parts.set(fromPileId, (parts.get(fromPileId) ?? 0) + dose);
  return parts;
}

/** Adds to a pile by itself: a sample on the side, or a free pile. What it was sampled from is not touched. */
export async function addToPileAsSeen(
  db: GamanDatabase,
  seen: SeenPile,
  additions: readonly NewAddition[],
): Promise<Pile> {
  return db.transaction("rw", [db.piles, db.readings], async () => {
    const pile = await pileAsSeen(db, seen);
    const turn = await nextTurn(db, pile);
    const added = additions.map((addition) => ({ ...addition, turn }));
    const grown = pileSchema.parse({ ...pile, additions: [...pile.additions, ...added] });
    await db.piles.put(grown);
    await takeFromPiles(
      db,
      grown.id,
      additions.filter(({ fromPileId }) => fromPileId !== pile.side?.of),
    );
    return grown;
  });
}

/**
 * Scrapes paint away, so that a share of the pile stays. Its colour is still what it was, and so is what was read
 * of it ({@link currentReading}): nothing is read again.
 *
 * @param keptShare - in (0, 1).
 */
export async function scrapePile(
  db: GamanDatabase,
  keptShare: number,
  now: number,
  seen: SeenPile,
): Promise<Pile> {
  return db.transaction("rw", [db.piles, db.readings], async () => {
    const pile = await pileAsSeen(db, seen);
    const turn = await nextTurn(db, pile);
    const scrapes = [...(pile.scrapes ?? []), { turn, at: now, keptShare }];
    const smaller = pileSchema.parse({ ...pile, scrapes });
    await db.piles.put(smaller);
    return smaller;
  });
}

/** Puts the open pile aside: it stays in the record, and the next addition starts a new one. */
export async function setPileAside(db: GamanDatabase, seen: SeenPile): Promise<void> {
  await db.transaction("rw", db.piles, async () => {
    const pile = await pileAsSeen(db, seen);
    await db.piles.put({ ...pile, state: "set-aside" });
  });
}

/** Takes a share of the open pile aside and adds to that alone; the pile and its record stay as they are. */
export async function startSample(
  db: GamanDatabase,
  share: number,
  added: readonly (Dose & Pick<Addition, "fromPileId">)[],
  now: number,
  seen: SeenPile,
): Promise<Pile> {
  return db.transaction("rw", [db.piles, db.readings], async () => {
    const pile = await pileAsSeen(db, seen);
    const others = db.piles.where(
      pile.noteId === undefined ? { paintingId: pile.paintingId ?? "" } : { noteId: pile.noteId },
    );
    if ((await others.filter(({ side, state }) => state === "side" && side?.of === pile.id).count()) > 0)
      throw new PileChangedError();
    const sample = pileSchema.parse({
      id: nanoid(),
      noteId: pile.noteId,
      paintingId: pile.paintingId,
      additions: [
        ...contentsOf(pile).map(({ tubeId, parts }) => ({
          tubeId,
          parts: parts * share,
          turn: 1,
          addedAt: now,
          fromPileId: pile.id,
        })),
        ...added.map((dose) => ({ ...dose, turn: 2, addedAt: now })),
      ],
      side: { of: pile.id, share },
      state: "side",
      createdAt: now,
    });
    await db.piles.add(sample);
    await takeFromPiles(
      db,
      sample.id,
      added.map((dose) => ({ ...dose, addedAt: now })),
    );
    return sample;
  });
}

/**
 * Does to the pile what was done to its sample, and gives the sample back to it. The sample's reading then is
 * one of the pile, since both are the same mixture; it says that it is derived, and teaches nothing again.
 */
export async function commitSample(
  db: GamanDatabase,
  sampleSeen: SeenPile,
  now: number,
  seen: SeenPile,
): Promise<Pile> {
  return db.transaction("rw", [db.piles, db.readings], async () => {
    const sample = await pileAsSeen(db, sampleSeen);
    const { side } = sample;
    if (!side) throw new RangeError("Only a sample can be poured back");
    const pile = await pileAsSeen(db, seen);
    const turn = await nextTurn(db, pile);
    const added = sample.additions
      .filter(({ fromPileId }) => fromPileId !== side.of)
      .map(({ tubeId, parts, fromPileId }) => ({
        tubeId,
        parts: parts / side.share,
        turn,
        addedAt: now,
        ...(fromPileId !== undefined && { fromPileId }),
      }));
    const grown = pileSchema.parse({ ...pile, additions: [...pile.additions, ...added] });
    await db.piles.bulkPut([grown, { ...sample, state: "set-aside" }]);
    await takeFromPiles(db, grown.id, added);
    const read = currentReading(sample, await readingsOf(db, sample.id));
    if (read) {
      const derivedFrom = read.derivedFrom ?? read.id;
      await db.readings.add({ ...read, id: nanoid(), derivedFrom, pileId: pile.id, turn: turn + 1 });
    }
    return grown;
  });
}

/** What is told of a reading; its turn is given by its pile. */
export type NewReading = Omit<Reading, "id" | "takenAt" | "turn">;

/**
 * Records what was read of a pile as it was seen. What a finger on the rails said of the pile until then is put away
 * in the same stroke: a page that closes right after cannot find it again over the reading.
 */
export async function addReading(
  db: GamanDatabase,
  reading: NewReading,
  now: number,
  seen: SeenPile | undefined,
): Promise<Reading> {
  return db.transaction("rw", [db.piles, db.readings, db.benches], async () => {
    const pile = parseRows(pileSchema, [await db.piles.get(reading.pileId)]).rows[0];
    if (!pile) throw new PileChangedError();
    if (seen) assertAsSeen(pile, seen);
    const turn = await nextTurn(db, pile);
    const row = readingSchema.parse({ ...reading, id: nanoid(), turn, takenAt: now });
    await db.readings.add(row);
    await db.benches.filter(({ draft }) => draft?.pileId === pile.id).modify({ draft: undefined });
    return row;
  });
}

/** The painter stands by a reading that contradicts the record. */
export async function standByReading(db: GamanDatabase, readingId: string, seen: SeenPile): Promise<void> {
  await db.transaction("rw", [db.piles, db.readings], async () => {
    await pileAsSeen(db, seen);
    const reading = parseRows(readingSchema, [await db.readings.get(readingId)]).rows[0];
    if (!reading) throw new PileChangedError();
    await db.readings.put(readingSchema.parse({ ...reading, isStoodBy: true }));
  });
}

/** Takes one reading back, alone: the paint stays as it lies. Once it has ended a match, it stays with that. */
export async function takeBackReading(db: GamanDatabase, readingId: string, seen: SeenPile): Promise<void> {
  await db.transaction("rw", [db.piles, db.readings, db.matches], async () => {
    await pileAsSeen(db, seen);
    const isKept = (await db.matches.filter((match) => match.readingId === readingId).count()) > 0;
    if (isKept || !(await db.readings.get(readingId))) throw new PileChangedError();
    await db.readings.delete(readingId);
  });
}

/**
 * Keeps the pile as a match of its note: provisional until a person has seen it dry. Once: a pile that is kept
 * already, or that another window took back, is not as it was seen.
 */
export async function keepMatch(
  db: GamanDatabase,
  match: Omit<Match, "id" | "keptAt" | "verdict" | "readingId">,
  reading: NewReading | { readonly id: string },
  now: number,
  seen: SeenPile,
): Promise<Match> {
  return db.transaction("rw", [db.matches, db.readings, db.piles, db.notes, db.benches], async () => {
    const pile = await pileAsSeen(db, seen);
    if ("id" in reading && !(await db.readings.get(reading.id))) throw new PileChangedError();
    const readingId = "id" in reading ? reading.id : (await addReading(db, reading, now, seen)).id;
    const row = matchSchema.parse({ ...match, id: nanoid(), readingId, keptAt: now, verdict: "provisional" });
    await db.matches.add(row);
    await db.piles.put({ ...pile, state: "kept" });
    await setNoteState(db, match.noteId, "drying");
    return row;
  });
}

/**
 * The dry check, by a person at the dry paint: the only way to a confirmed match.
 *
 * @param dry - how the dry paint looks, when that was said; with the wet reading it teaches the drying shift.
 */
export async function recordDryCheck(
  db: GamanDatabase,
  matchId: string,
  outcome: "confirmed" | "moved",
  now: number,
  dry?: StoredColor,
): Promise<void> {
  await db.transaction("rw", [db.matches, db.notes, db.readings, db.piles, db.benches], async () => {
    const match = matchSchema.parse(await db.matches.get(matchId));
    if (match.verdict !== "provisional") throw new PileChangedError();
    await db.matches.put(matchSchema.parse({ ...match, verdict: outcome, checkedAt: now }));
    await setNoteState(db, match.noteId, outcome === "confirmed" ? "checked" : "mixing");
    const { noteId, pileId } = match;
    if (dry) await addReading(db, { noteId, pileId, color: dry, film: "dry" }, now, undefined);
  });
}
