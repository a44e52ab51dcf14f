/** What was done last to paint is taken back out of the record, and done again: doses, readings, scrapings, verdicts. */
import { lastOwnTurnOf } from "../domain/pile/contents";
import { type LastDeed, lastDeedOf } from "../domain/pile/lastDeed";
import type { Pile, Scrape } from "../domain/pile/pile";
import type { GamanDatabase } from "./database";
import { readFreeHistory, readNoteHistory } from "./pileReads";
import { type SeenPile, seenOf } from "../domain/pile/seenPile";
import {
  type NewAddition,
  pileAsSeen,
  PileChangedError,
  partsBySource,
  readingsOf,
  setNoteState,
} from "./piles";
import { ChangedSinceError, isSameRow, type RowChange, takeChangesBack } from "./rowChanges";
import { parseRows } from "./rows";
import { matchSchema, pileSchema } from "./schema";

/** Whose paint it is. */
export type PaintOf = { readonly noteId: string } | { readonly pileId: string };

/** What an undo took back: each row that it touched, as it was before and after, so that it can be done again. */
export type Undone = {
  readonly kind: LastDeed["kind"];
  readonly rows: readonly RowChange[];
};

const TOUCHED = ["piles", "readings", "matches", "matchPhotos", "notes", "recipes"] as const;

/**
 * Takes back what was done last.
 *
 * @param shown - the kind of deed that the painter saw as the last.
 * @param seen - the pile that it was done to, as the painter saw it.
 * @throws PileChangedError when something else was done since.
 */
export async function undoLast(
  db: GamanDatabase,
  of: PaintOf,
  shown: LastDeed["kind"],
  seen: SeenPile,
): Promise<Undone> {
  return db.transaction(
    "rw",
    TOUCHED.map((name) => db.table(name)),
    async () => {
      const history =
        "noteId" in of ? await readNoteHistory(db, of.noteId) : await readFreeHistory(db, of.pileId);
      const last = lastDeedOf(history);
      if (last?.kind !== shown || last.pile.id !== seen.id) throw new PileChangedError();
      await pileAsSeen(db, seen);
      const before = await rowsAround(db, last.pile);
      await takeBack(db, last);
      const after = await rowsAround(db, last.pile);
      const keys = new Map([...before, ...after].map(([id, { table, key }]) => [id, { table, key }]));
      const rows = [...keys].map(([id, place]) => ({
        ...place,
        before: before.get(id)?.row,
        after: after.get(id)?.row,
      }));
      return {
        kind: last.kind,
        rows: rows.filter((row) => !isSameRow(row.before, row.after)),
      };
    },
  );
}

/** @throws PileChangedError when a row is not as the undo left it. */
export async function redo(db: GamanDatabase, { rows }: Undone): Promise<void> {
  try {
    await takeChangesBack(db, rows);
  } catch (error) {
    throw error instanceof ChangedSinceError ? new PileChangedError() : error;
  }
}

type Kept = { readonly table: (typeof TOUCHED)[number]; readonly key: string; readonly row: unknown };

/** Every row that an undo of something done to this pile may touch. */
async function rowsAround(db: GamanDatabase, pile: Pile): Promise<ReadonlyMap<string, Kept>> {
  const sources = pile.additions.flatMap(({ fromPileId }) => fromPileId ?? []);
  const [piles, readings, matches, notes, recipes] = await Promise.all([
    db.piles.bulkGet([...new Set([pile.id, ...sources])]),
    db.readings.where({ pileId: pile.id }).toArray(),
    db.matches.where({ pileId: pile.id }).toArray(),
    pile.noteId === undefined ? [] : db.notes.bulkGet([pile.noteId]),
    pile.recipeId === undefined ? [] : db.recipes.bulkGet([pile.recipeId]),
  ]);
  const photos = await db.matchPhotos.bulkGet(matches.map(({ id }) => id));
  const kept: Kept[] = [
    ...rowsOf("piles", piles),
    ...rowsOf("readings", readings),
    ...rowsOf("matches", matches),
    ...rowsOf("notes", notes),
    ...rowsOf("recipes", recipes),
    ...photos.flatMap((row) => (row ? [{ table: "matchPhotos" as const, key: row.matchId, row }] : [])),
  ];
  return new Map(kept.map((one) => [`${one.table} ${one.key}`, one]));
}

function rowsOf(
  table: Kept["table"],
  rows: readonly ({ readonly id: string } | undefined)[],
): readonly Kept[] {
  return rows.flatMap((row) => (row ? [{ table, key: row.id, row }] : []));
}

async function takeBack(db: GamanDatabase, last: LastDeed): Promise<void> {
  switch (last.kind) {
    case "dose":
    case "scraping":
    case "sampling":
      await undoLastAddition(db, seenOf(last.pile));
      return;
    case "reading":
      await db.readings.delete(last.reading.id);
      return;
    case "setting-aside":
      await db.piles.put({ ...last.pile, state: "open" });
      await setNoteState(db, last.pile.noteId, "mixing");
      return;
    case "keeping-free": {
      const { leftParts, ...rest } = last.pile;
      // What others took of it since cannot come back by itself.
      if (leftParts === 0) throw new PileChangedError();
      await db.piles.put({ ...rest, state: "open" });
      return;
    }
    case "keeping":
      await db.matches.delete(last.match.id);
      await db.matchPhotos.delete(last.match.id);
      await db.piles.put({ ...last.pile, state: "open" });
      await setNoteState(db, last.match.noteId, "mixing");
      return;
    case "verdict": {
      const { checkedAt, ...match } = last.match;
      await db.matches.put(matchSchema.parse({ ...match, verdict: "provisional" }));
      await setNoteState(db, match.noteId, "drying");
      // How the dry paint looked was said with the verdict.
      const said = (await readingsOf(db, last.pile.id)).filter(
        ({ film, takenAt }) => film === "dry" && takenAt === checkedAt,
      );
      await db.readings.bulkDelete(said.map(({ id }) => id));
    }
  }
}

/** A pile that was never scraped says nothing of it. */
function withScrapes({ scrapes: _, ...pile }: Pile, scrapes: readonly Scrape[]): Pile {
  return scrapes.length > 0 ? { ...pile, scrapes } : pile;
}

/** An undo gives it back. */
async function giveBackToPiles(
  db: GamanDatabase,
  pileId: string,
  additions: readonly NewAddition[],
): Promise<void> {
  for (const [sourceId, parts] of partsBySource(pileId, additions)) {
    const source = parseRows(pileSchema, [await db.piles.get(sourceId)]).rows[0];
    if (!source) continue;
    const taken = source.scrapes?.findLast(({ intoPileId }) => intoPileId === pileId);
    await db.piles.put(
      taken
        ? withScrapes(source, source.scrapes?.filter((scrape) => scrape !== taken) ?? [])
        : { ...source, leftParts: (source.leftParts ?? 0) + parts },
    );
  }
}

/**
 * Takes what was done in the last go back out of the record, for a tick that was a slip: all tubes of a joint
 * addition together, or a scraping. An empty pile is forgotten. A pile that was kept meanwhile stays as it is.
 */
export async function undoLastAddition(db: GamanDatabase, seen: SeenPile): Promise<Pile | undefined> {
  return db.transaction("rw", [db.piles, db.notes, db.readings, db.recipes], async () => {
    const pile = await pileAsSeen(db, seen);
    const last = lastOwnTurnOf(pile);
    const additions = pile.additions.filter(({ turn }) => turn !== last);
    const scrapes = (pile.scrapes ?? []).filter(
      ({ turn, intoPileId }) => turn !== last || intoPileId !== undefined,
    );
    // A reading taken after that speaks of a pile that then never was.
    const later = (await readingsOf(db, pile.id)).filter(({ turn }) => turn > last);
    await db.readings.bulkDelete(later.map(({ id }) => id));
    const taken = pile.additions.filter(({ turn }) => turn === last);
    await giveBackToPiles(
      db,
      pile.id,
      taken.filter(({ fromPileId }) => fromPileId !== pile.side?.of),
    );
    if (additions.length > 0) {
      const before = pileSchema.parse({ ...withScrapes(pile, scrapes), additions });
      await db.piles.put(before);
      return before;
    }
    await db.piles.delete(pile.id);
    if (pile.side) return undefined;
    if (pile.recipeId) await db.recipes.delete(pile.recipeId);
    if (pile.noteId !== undefined && (await db.piles.where({ noteId: pile.noteId }).count()) === 0) {
      await setNoteState(db, pile.noteId, "open");
    }
    return undefined;
  });
}
