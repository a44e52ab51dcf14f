/** Piles and what becomes of them: additions, scraping, samples on the side, readings, matches, dry checks. */
import { nanoid } from "nanoid";
import type { GamanDatabase } from "./database";
import type { WetAndDry } from "../domain/mixture/drying";
import { changedAt, contentsOf, volumeOf } from "../domain/pile/contents";
import { type ParsedRows, parseRows } from "./rows";
import type { Match } from "../domain/match/match";
import { matchSchema, pileSchema, readingSchema, recipeSchema } from "./schema";
import type { Note } from "../domain/note/note";
import type { Pile, StoredRecipe } from "../domain/pile/pile";
import type { Reading } from "../domain/reading/reading";
import type { StoredColor } from "../domain/reading/storedColor";

/** A note that is not there any more is no reason to lose the pile or the match that speaks of it. */
async function setNoteState(db: GamanDatabase, noteId: string, state: Note["state"]): Promise<void> {
  await db.notes.update(noteId, { state });
}

/** All of a note's piles with their readings, oldest first. */
export type NoteHistory = {
  readonly piles: readonly Pile[];
  readonly readings: readonly Reading[];
  readonly matches: readonly Match[];
};

export async function readNoteHistory(db: GamanDatabase, noteId: string): Promise<NoteHistory> {
  return db.transaction("r", [db.piles, db.readings, db.matches], async () => ({
    piles: byTime(
      parseRows(pileSchema, await db.piles.where({ noteId }).toArray()),
      (pile) => pile.createdAt,
    ),
    readings: byTime(
      parseRows(readingSchema, await db.readings.where({ noteId }).toArray()),
      (row) => row.takenAt,
    ),
    matches: byTime(
      parseRows(matchSchema, await db.matches.where({ noteId }).toArray()),
      (row) => row.keptAt,
    ),
  }));
}

function byTime<T>(parsed: ParsedRows<T>, timeOf: (row: T) => number): T[] {
  return [...parsed.rows].sort((a, b) => timeOf(a) - timeOf(b));
}

export async function readRecipe(db: GamanDatabase, recipeId: string): Promise<StoredRecipe | undefined> {
  return parseRows(recipeSchema, [await db.recipes.get(recipeId)]).rows[0];
}

export async function readPile(db: GamanDatabase, pileId: string): Promise<Pile | undefined> {
  return parseRows(pileSchema, [await db.piles.get(pileId)]).rows[0];
}

/** Kept and set-aside piles of which paint is left, newest first. */
export async function readLeftovers(db: GamanDatabase): Promise<readonly Pile[]> {
  const { rows } = parseRows(pileSchema, await db.piles.where("leftParts").above(0).toArray());
  return [...rows].sort((a, b) => b.createdAt - a.createdAt);
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

/** Thrown when another window has changed the pile since it was shown. */
export class PileChangedError extends Error {
  override readonly name = "PileChangedError";
  constructor() {
    super("This pile was changed in another window meanwhile. It is shown as it lies now: look, then go on.");
  }
}

/** The state of the bench that the painter saw: no pile, or one as it was changed last. */
export type SeenPile = { readonly id: string; readonly changedAt: number } | undefined;

export function seenOf(pile: Pile | undefined): SeenPile {
  return pile && { id: pile.id, changedAt: changedAt(pile) };
}

function assertAsSeen(pile: Pile | undefined, seen: SeenPile): void {
  const now = seenOf(pile);
  if (now?.id !== seen?.id || now?.changedAt !== seen?.changedAt) throw new PileChangedError();
}

async function openPileOf(db: GamanDatabase, noteId: string): Promise<Pile | undefined> {
  return parseRows(pileSchema, await db.piles.where({ noteId, state: "open" }).toArray()).rows.at(-1);
}

export type NewAddition = Pile["additions"][number];

/**
 * Adds paint to the note's open pile; the first addition starts one and keeps the recipe it follows.
 * Only ever appends: paint cannot be taken out again. What comes from an older pile is gone from there.
 *
 * @param seen - the pile as the painter saw it; throws {@link PileChangedError} when it is another one by now.
 */
export async function addToPile(
  db: GamanDatabase,
  noteId: string,
  additions: readonly NewAddition[],
  recipe: Omit<StoredRecipe, "id" | "noteId" | "createdAt"> | undefined,
  now: number,
  seen: SeenPile,
): Promise<Pile> {
  return db.transaction("rw", [db.piles, db.recipes, db.notes], async () => {
    let pile = await openPileOf(db, noteId);
    assertAsSeen(pile, seen);
    if (!pile) {
      const recipeId = recipe ? nanoid() : undefined;
      if (recipe && recipeId) {
        await db.recipes.add(recipeSchema.parse({ ...recipe, id: recipeId, noteId, createdAt: now }));
      }
      pile = { id: nanoid(), noteId, recipeId, additions: [], state: "open", createdAt: now };
    }
    const grown = pileSchema.parse({ ...pile, additions: [...pile.additions, ...additions] });
    await db.piles.put(grown);
    await takeFromLeftovers(db, grown.id, additions, -1);
    await setNoteState(db, noteId, "mixing");
    return grown;
  });
}

/** @param sign - -1 when the paint is taken, 1 when an undo gives it back. */
async function takeFromLeftovers(
  db: GamanDatabase,
  pileId: string,
  additions: readonly NewAddition[],
  sign: 1 | -1,
): Promise<void> {
  for (const { fromPileId, parts } of additions) {
    if (fromPileId === undefined || fromPileId === pileId) continue;
    await db.piles.where({ id: fromPileId }).modify((row: { -readonly [Key in keyof Pile]: Pile[Key] }) => {
      row.leftParts = Math.max(0, (row.leftParts ?? 0) + sign * parts);
    });
  }
}

/** Adds to a sample on the side; the pile that it was taken from is not touched. */
export async function addToSample(
  db: GamanDatabase,
  sampleId: string,
  additions: readonly NewAddition[],
): Promise<void> {
  await db.transaction("rw", db.piles, async () => {
    const sample = pileSchema.parse(await db.piles.get(sampleId));
    await db.piles.put(pileSchema.parse({ ...sample, additions: [...sample.additions, ...additions] }));
  });
}

/**
 * Takes what was done in the last go back out of the record, for a tick that was a slip: all tubes of a joint
 * addition together, or a scraping. An empty pile is forgotten.
 */
export async function undoLastAddition(db: GamanDatabase, pileId: string): Promise<void> {
  await db.transaction("rw", [db.piles, db.notes, db.readings, db.recipes], async () => {
    const pile = pileSchema.parse(await db.piles.get(pileId));
    const last = changedAt(pile);
    // What was laid down in one go has one time.
    const additions = pile.additions.filter(({ addedAt }) => addedAt !== last);
    const scrapes = pile.scrapes?.filter(({ at }) => at !== last);
    // A reading taken after that speaks of a pile that then never was.
    const readings = await db.readings.where({ pileId }).toArray();
    await db.readings.bulkDelete(readings.filter((row) => row.takenAt >= last).map((row) => row.id));
    const taken = pile.additions.filter(({ addedAt }) => addedAt === last);
    if (!pile.side) await takeFromLeftovers(db, pileId, taken, 1);
    if (additions.length > 0) {
      await db.piles.put(pileSchema.parse({ ...pile, additions, ...(scrapes && { scrapes }) }));
      return;
    }
    await db.piles.delete(pileId);
    if (pile.side) return;
    if (pile.recipeId) await db.recipes.delete(pile.recipeId);
    if ((await db.piles.where({ noteId: pile.noteId }).count()) === 0) {
      await setNoteState(db, pile.noteId, "open");
    }
  });
}

/**
 * Scrapes paint away, so that a share of the pile stays; its colour is still what it was.
 *
 * @param keptShare - in (0, 1).
 */
export async function scrapePile(
  db: GamanDatabase,
  pileId: string,
  keptShare: number,
  now: number,
  seen: SeenPile,
): Promise<void> {
  await db.transaction("rw", [db.piles, db.readings], async () => {
    const pile = pileSchema.parse(await db.piles.get(pileId));
    assertAsSeen(pile, seen);
    const at = Math.max(now, changedAt(pile) + 1);
    const scrapes = [...(pile.scrapes ?? []), { at, keptShare }];
    await db.piles.put(pileSchema.parse({ ...pile, scrapes }));
    // Less of the same paint looks the same: what was read of it still holds.
    const last = parseRows(readingSchema, await db.readings.where({ pileId }).sortBy("takenAt")).rows.at(-1);
    if (last && last.takenAt >= changedAt(pile)) {
      await db.readings.add({ ...last, id: nanoid(), takenAt: at });
    }
  });
}

/** Puts the open pile aside: it stays in the record, and the next addition starts a new one. */
export async function setPileAside(db: GamanDatabase, pileId: string): Promise<void> {
  await db.piles.where({ id: pileId }).modify({ state: "set-aside" });
}

/** How much of a finished pile is still there to be used in others. */
export async function setLeft(db: GamanDatabase, pileId: string, leftParts: number): Promise<void> {
  await db.transaction("rw", db.piles, async () => {
    const pile = pileSchema.parse(await db.piles.get(pileId));
    await db.piles.put(pileSchema.parse({ ...pile, leftParts }));
  });
}

/** Takes a share of the open pile aside and adds to that alone; the pile and its record stay as they are. */
export async function startSample(
  db: GamanDatabase,
  pileId: string,
  share: number,
  added: readonly { readonly tubeId: string; readonly parts: number }[],
  now: number,
): Promise<Pile> {
  return db.transaction("rw", db.piles, async () => {
    const pile = pileSchema.parse(await db.piles.get(pileId));
    const sample = pileSchema.parse({
      id: nanoid(),
      noteId: pile.noteId,
      additions: [
        ...contentsOf(pile).map(({ tubeId, parts }) => ({
          tubeId,
          parts: parts * share,
          addedAt: now,
          fromPileId: pile.id,
        })),
        ...added.map(({ tubeId, parts }) => ({ tubeId, parts, addedAt: now + 1 })),
      ],
      side: { of: pile.id, share },
      state: "side",
      createdAt: now,
    });
    await db.piles.add(sample);
    return sample;
  });
}

/**
 * Does to the pile what was done to its sample, and gives the sample back to it. The sample's reading then is
 * one of the pile, since both are the same mixture.
 */
export async function commitSample(
  db: GamanDatabase,
  sampleId: string,
  now: number,
  seen: SeenPile,
): Promise<void> {
  await db.transaction("rw", [db.piles, db.readings], async () => {
    const sample = pileSchema.parse(await db.piles.get(sampleId));
    const { side } = sample;
    if (!side) throw new RangeError("Only a sample can be poured back");
    const pile = pileSchema.parse(await db.piles.get(side.of));
    assertAsSeen(pile, seen);
    const at = Math.max(now, changedAt(pile) + 1);
    const added = sample.additions
      .filter(({ fromPileId }) => fromPileId !== side.of)
      .map(({ tubeId, parts }) => ({ tubeId, parts: parts / side.share, addedAt: at }));
    await db.piles.put(pileSchema.parse({ ...pile, additions: [...pile.additions, ...added] }));
    await db.piles.put({ ...sample, state: "set-aside" });
    const read = parseRows(readingSchema, await db.readings.where({ pileId: sampleId }).sortBy("takenAt"))
      .rows.filter(({ takenAt }) => takenAt >= changedAt(sample))
      .at(-1);
    if (read) await db.readings.add({ ...read, id: nanoid(), pileId: pile.id, takenAt: at });
  });
}

export async function addReading(
  db: GamanDatabase,
  reading: Omit<Reading, "id" | "takenAt">,
  now: number,
): Promise<Reading> {
  const row = readingSchema.parse({ ...reading, id: nanoid(), takenAt: now });
  await db.readings.add(row);
  return row;
}

/** Keeps the pile as a match of its note: provisional until a person has seen it dry. */
export async function keepMatch(
  db: GamanDatabase,
  match: Omit<Match, "id" | "keptAt" | "verdict" | "readingId">,
  reading: Omit<Reading, "id" | "takenAt"> | { readonly id: string },
  now: number,
): Promise<Match> {
  return db.transaction("rw", [db.matches, db.readings, db.piles, db.notes], async () => {
    const readingId = "id" in reading ? reading.id : (await addReading(db, reading, now)).id;
    const row = matchSchema.parse({ ...match, id: nanoid(), readingId, keptAt: now, verdict: "provisional" });
    await db.matches.add(row);
    await db.piles.where({ id: match.pileId }).modify({ state: "kept" });
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
  await db.transaction("rw", [db.matches, db.notes, db.readings], async () => {
    const match = matchSchema.parse(await db.matches.get(matchId));
    await db.matches.put(matchSchema.parse({ ...match, verdict: outcome, checkedAt: now }));
    await setNoteState(db, match.noteId, outcome === "confirmed" ? "checked" : "mixing");
    const { noteId, pileId } = match;
    if (dry) await addReading(db, { noteId, pileId, color: dry, film: "dry" }, now);
  });
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
    return { piles, readings: [...rows].sort((a, b) => a.takenAt - b.takenAt) };
  });
}

/** The last wet reading of every pile that was read dry as well, with the last dry one; of the piles that teach. */
export async function readWetAndDry(db: GamanDatabase): Promise<readonly WetAndDry[]> {
  const { piles, readings } = await readTeachingPiles(db);
  const lastOf = new Map(readings.map((reading) => [`${reading.pileId} ${reading.film}`, reading]));
  return piles.flatMap((pile) => {
    const [wet, dry] = [lastOf.get(`${pile.id} wet`), lastOf.get(`${pile.id} dry`)];
    return wet && dry && volumeOf(contentsOf(pile)) > 0 ? [{ pile, wet, dry }] : [];
  });
}
