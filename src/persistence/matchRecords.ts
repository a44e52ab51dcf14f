/** What a painter does with a match that is in the log: write to it, keep a photo of it. */
import type { GamanDatabase } from "./database";
import { layeringSchema } from "./layerSchema";
import { inTurn } from "./pileReads";
import { parseRows } from "./rows";
import type { Layering } from "../domain/layers/layering";
import type { Match } from "../domain/match/match";
import {
  matchPhotoSchema,
  matchSchema,
  noteSchema,
  paintingSchema,
  pileSchema,
  readingSchema,
} from "./schema";
import type { Note } from "../domain/note/note";
import type { Painting } from "../domain/painting/painting";
import type { Pile } from "../domain/pile/pile";
import type { Reading } from "../domain/reading/reading";

export async function setRemark(db: GamanDatabase, matchId: string, remark: string): Promise<void> {
  await db.transaction("rw", db.matches, async () => {
    const match = matchSchema.parse(await db.matches.get(matchId));
    await db.matches.put(matchSchema.parse({ ...match, remark }));
  });
}

/** Keeps a photo of a match; the one before goes. */
export async function keepMatchPhoto(
  db: GamanDatabase,
  matchId: string,
  blob: Blob,
  now: number,
): Promise<void> {
  await db.matchPhotos.put(matchPhotoSchema.parse({ matchId, blob, addedAt: now }));
}

export async function removeMatchPhoto(db: GamanDatabase, matchId: string): Promise<void> {
  await db.matchPhotos.delete(matchId);
}

export async function readMatchPhoto(db: GamanDatabase, matchId: string): Promise<Blob | undefined> {
  return parseRows(matchPhotoSchema, [await db.matchPhotos.get(matchId)]).rows[0]?.blob;
}

/** A match or a pile with all that was recorded of it. */
export type LogRecord = {
  readonly match: Match | undefined;
  readonly pile: Pile | undefined;
  readonly note: Note | undefined;
  readonly painting: Painting | undefined;
  /** Oldest first. */
  readonly readings: readonly Reading[];
  /** Plans of layers towards its note. */
  readonly layerings: readonly Layering[];
};

/** By the match's id or, for a pile that was never kept, by the pile's. */
export async function readRecord(
  db: GamanDatabase,
  { matchId, pileId }: { readonly matchId?: string; readonly pileId?: string },
): Promise<LogRecord> {
  return db.transaction(
    "r",
    [db.matches, db.piles, db.notes, db.paintings, db.readings, db.layerings],
    async () => {
      const raw =
        matchId === undefined
          ? await db.matches.where({ pileId: pileId ?? "" }).last()
          : await db.matches.get(matchId);
      const match = parseRows(matchSchema, [raw]).rows[0];
      const pile = parseRows(pileSchema, [await db.piles.get(match?.pileId ?? pileId ?? "")]).rows[0];
      const note = parseRows(noteSchema, [await db.notes.get(match?.noteId ?? pile?.noteId ?? "")]).rows[0];
      const paintingId = match?.paintingId ?? note?.paintingId ?? "";
      const painting = parseRows(paintingSchema, [await db.paintings.get(paintingId)]).rows[0];
      const { rows } = parseRows(
        readingSchema,
        await db.readings.where({ pileId: pile?.id ?? "" }).toArray(),
      );
      const plans = parseRows(layeringSchema, await db.layerings.where({ paintingId }).toArray()).rows;
      const layerings = plans.filter(({ noteId }) => noteId !== undefined && noteId === note?.id);
      return { match, pile, note, painting, readings: inTurn(rows), layerings };
    },
  );
}
