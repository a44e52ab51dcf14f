/** Photos of a pile after its turns. */
import type { TurnPhoto } from "../domain/pile/pile";
import type { GamanDatabase } from "./database";
import { parseRows } from "./rows";
import { turnPhotoSchema } from "./schema";

/** One for a turn: another one takes its place. */
const idOf = (pileId: string, turn: number): string => `${pileId} ${turn}`;

export async function keepTurnPhoto(
  db: GamanDatabase,
  pileId: string,
  turn: number,
  blob: Blob,
  now: number,
): Promise<void> {
  await db.turnPhotos.put(
    turnPhotoSchema.parse({ id: idOf(pileId, turn), pileId, turn, blob, addedAt: now }),
  );
}

export async function removeTurnPhoto(db: GamanDatabase, pileId: string, turn: number): Promise<void> {
  await db.turnPhotos.delete(idOf(pileId, turn));
}

export async function readTurnPhotos(db: GamanDatabase, pileId: string): Promise<readonly TurnPhoto[]> {
  return parseRows(turnPhotoSchema, await db.turnPhotos.where({ pileId }).toArray()).rows;
}
