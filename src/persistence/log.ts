/** What a painter does with a match that is in the log: write to it, keep a photo of it. */
import type { GamanDatabase } from "./database";
import { parseRows } from "./rows";
import { matchPhotoSchema, matchSchema } from "./schema";

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
