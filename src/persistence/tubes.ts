/** Writing the box: tubes, their order, what was learned of them, and the board that holds them. */
import * as z from "zod/mini";
import { nanoid } from "nanoid";
import type { TubeMedium } from "../domain/tube/tube";
import type { GamanDatabase } from "./database";
import type { NewTube } from "../domain/tube/newTube";
import { parseRows } from "./rows";
import type { Calibration, Tube } from "../domain/tube/tube";
import type { Palette } from "../domain/palette/palette";
import { paletteSchema, tubePhotoSchema, tubeSchema } from "./schema";

const withoutPlace = z.object(z.omit(tubeSchema, { id: true, position: true, addedAt: true }).shape);
const withoutArchive = z.object(z.omit(tubeSchema, { archivedAt: true }).shape);
const withoutDeletion = z.object(z.omit(tubeSchema, { deletedAt: true }).shape);

export async function addTubes(
  db: GamanDatabase,
  tubes: readonly NewTube[],
  now: number,
): Promise<readonly Tube[]> {
  return db.transaction("rw", db.tubes, async () => {
    let position = await nextPosition(db);
    const rows = tubes.map((tube) =>
      tubeSchema.parse({ ...tube, id: nanoid(), position: position++, addedAt: now }),
    );
    await db.tubes.bulkAdd(rows);
    return rows;
  });
}

async function nextPosition(db: GamanDatabase): Promise<number> {
  const last = await db.tubes.orderBy("position").last();
  return typeof last?.position === "number" ? last.position + 1 : 0;
}

export async function changeTube(
  db: GamanDatabase,
  tubeId: string,
  changes: Partial<NewTube>,
): Promise<void> {
  await db.transaction("rw", db.tubes, async () => {
    const tube = tubeSchema.parse(await db.tubes.get(tubeId));
    await db.tubes.put(tubeSchema.parse({ ...tube, ...changes }));
  });
}

/** What a tube's medium was, for an undo. */
export type MediumBefore = { readonly tubeId: string; readonly medium: TubeMedium };

/** Sets the medium of all tubes in the box at once, and says what each had. */
export async function setBoxMedium(db: GamanDatabase, medium: TubeMedium): Promise<readonly MediumBefore[]> {
  return db.transaction("rw", db.tubes, async () => {
    const { rows } = parseRows(tubeSchema, await db.tubes.toArray());
    const changed = rows.filter((tube) => tube.deletedAt === undefined && tube.medium !== medium);
    await db.tubes.bulkPut(changed.map((tube) => ({ ...tube, medium })));
    return changed.map(({ id, medium: before }) => ({ tubeId: id, medium: before }));
  });
}

export async function restoreMedia(db: GamanDatabase, before: readonly MediumBefore[]): Promise<void> {
  await db.transaction("rw", db.tubes, async () => {
    for (const { tubeId, medium } of before) await db.tubes.update(tubeId, { medium });
  });
}

/** The same paint once more, such as a new tube of an old label: with what is known of it. */
export async function copyTube(db: GamanDatabase, tubeId: string, now: number): Promise<Tube> {
  return db.transaction("rw", db.tubes, async () => {
    const rest = withoutPlace.parse(await db.tubes.get(tubeId));
    const [copy] = await addTubes(db, [{ ...rest, label: `${rest.label.slice(0, 110)}, copy` }], now);
    if (!copy) throw new Error("The copy was not stored");
    return copy;
  });
}

/** Puts a tube before another one of the box, or at the end. */
export async function moveTube(
  db: GamanDatabase,
  tubeId: string,
  beforeId: string | undefined,
): Promise<void> {
  await db.transaction("rw", db.tubes, async () => {
    const ids = (await db.tubes.orderBy("position").primaryKeys()).filter((id) => id !== tubeId);
    const place = beforeId === undefined ? ids.length : ids.indexOf(beforeId);
    if (place < 0) throw new RangeError("The tube to move before is not in the box");
    ids.splice(place, 0, tubeId);
    for (const [position, id] of ids.entries()) await db.tubes.update(id, { position });
  });
}

export async function setTubeArchived(
  db: GamanDatabase,
  tubeId: string,
  isArchived: boolean,
  now: number,
): Promise<void> {
  await db.transaction("rw", db.tubes, async () => {
    const tube = withoutArchive.parse(await db.tubes.get(tubeId));
    await db.tubes.put(tubeSchema.parse(isArchived ? { ...tube, archivedAt: now } : tube));
  });
}

/** What {@link restoreTube} needs to undo a deletion. */
export type DeletedTube = { readonly tubeId: string; readonly palettes: readonly Palette[] };

/**
 * Takes a tube out of the box and off every board. Its row stays, so that recipes, piles and matches that hold
 * it can still be read; they show that it is gone.
 */
export async function deleteTube(db: GamanDatabase, tubeId: string, now: number): Promise<DeletedTube> {
  return db.transaction("rw", [db.tubes, db.palettes], async () => {
    const tube = tubeSchema.parse(await db.tubes.get(tubeId));
    const palettes = parseRows(paletteSchema, await db.palettes.toArray()).rows.filter((palette) =>
      palette.tubeIds.includes(tubeId),
    );
    for (const palette of palettes) {
      await db.palettes.update(palette.id, { tubeIds: palette.tubeIds.filter((id) => id !== tubeId) });
    }
    await db.tubes.put(tubeSchema.parse({ ...tube, deletedAt: now }));
    return { tubeId, palettes };
  });
}

export async function restoreTube(db: GamanDatabase, deleted: DeletedTube): Promise<void> {
  await db.transaction("rw", [db.tubes, db.palettes], async () => {
    const tube = withoutDeletion.parse(await db.tubes.get(deleted.tubeId));
    await db.tubes.put(tubeSchema.parse(tube));
    for (const { id, tubeIds } of deleted.palettes) await db.palettes.update(id, { tubeIds: [...tubeIds] });
  });
}

const MOST_CALIBRATIONS = 20;

/** What a test or a learning says of one tube. */
export type TubeLearned = { readonly tubeId: string; readonly calibration: Calibration };

/** Takes what was fitted into use in all these tubes or in none; what was before stays for undoing. */
export async function keepCalibrations(db: GamanDatabase, learned: readonly TubeLearned[]): Promise<void> {
  await db.transaction("rw", db.tubes, async () => {
    for (const { tubeId, calibration } of learned) {
      const tube = tubeSchema.parse(await db.tubes.get(tubeId));
      const calibrations = [...tube.optics.calibrations, calibration].slice(-MOST_CALIBRATIONS);
      await db.tubes.put(tubeSchema.parse({ ...tube, optics: { ...tube.optics, calibrations } }));
    }
  });
}

/**
 * Back to what was believed before a tube's last calibration. What was learned from piles was learned of several
 * tubes at once, so it is taken back in all of them.
 */
export async function undoCalibration(db: GamanDatabase, tubeId: string): Promise<void> {
  await db.transaction("rw", db.tubes, async () => {
    const last = tubeSchema.parse(await db.tubes.get(tubeId)).optics.calibrations.at(-1);
    if (!last) return;
    const isShared = last.piles.length > 0;
    const tubes = parseRows(tubeSchema, await db.tubes.toArray()).rows;
    for (const tube of tubes) {
      if (tube.id !== tubeId && !isShared) continue;
      const calibrations = tube.optics.calibrations.filter(
        (entry) => !(entry.at === last.at && entry.piles.length > 0 === isShared),
      );
      if (calibrations.length < tube.optics.calibrations.length)
        await db.tubes.put(tubeSchema.parse({ ...tube, optics: { ...tube.optics, calibrations } }));
    }
  });
}

/** Lays tubes of the box out on the board, in this order. */
export async function setBoard(
  db: GamanDatabase,
  paletteId: string,
  tubeIds: readonly string[],
): Promise<void> {
  await db.transaction("rw", [db.palettes, db.tubes], async () => {
    const palette = paletteSchema.parse(await db.palettes.get(paletteId));
    const held = await db.tubes.bulkGet([...tubeIds]);
    if (held.some((tube) => tube === undefined || tube.deletedAt !== undefined))
      throw new RangeError("The board names a tube that is not in the box");
    await db.palettes.put(paletteSchema.parse({ ...palette, tubeIds: [...tubeIds] }));
  });
}

/** Keeps a photo of a tube; the one before goes. */
export async function keepTubePhoto(
  db: GamanDatabase,
  tubeId: string,
  blob: Blob,
  now: number,
): Promise<void> {
  await db.tubePhotos.put(tubePhotoSchema.parse({ tubeId, blob, addedAt: now }));
}

export async function removeTubePhoto(db: GamanDatabase, tubeId: string): Promise<void> {
  await db.tubePhotos.delete(tubeId);
}

export async function readTubePhoto(db: GamanDatabase, tubeId: string): Promise<Blob | undefined> {
  return parseRows(tubePhotoSchema, [await db.tubePhotos.get(tubeId)]).rows[0]?.blob;
}
