/** Pictures of a painting, the light that is taken out of them, and the notes that were read in them. */
import type { GamanDatabase } from "./database";
import { parseRows } from "./rows";
import type { Note } from "../domain/note/note";
import { noteSchema, pictureSchema } from "./schema";
import type { Picture, PictureLightRow } from "../domain/painting/painting";
import type { StoredColor } from "../domain/reading/storedColor";

export async function readPicture(db: GamanDatabase, pictureId: string): Promise<Picture | undefined> {
  return parseRows(pictureSchema, [await db.pictures.get(pictureId)]).rows[0];
}

export type PictureName = Pick<Picture, "id" | "fileName" | "addedAt">;

/** All pictures of a painting, oldest first. */
export async function readPictureNames(
  db: GamanDatabase,
  paintingId: string,
): Promise<readonly PictureName[]> {
  const { rows } = parseRows(pictureSchema, await db.pictures.where({ paintingId }).toArray());
  return rows
    .map(({ id, fileName, addedAt }) => ({ id, fileName, addedAt }))
    .sort((a, b) => a.addedAt - b.addedAt);
}

/** Keeps a picture as the painting's own; the ones before stay with their notes' places. */
export async function keepPicture(
  db: GamanDatabase,
  picture: Omit<Picture, "addedAt">,
  now: number,
): Promise<void> {
  const row = pictureSchema.parse({ ...picture, addedAt: now });
  await db.transaction("rw", [db.pictures, db.paintings], async () => {
    await db.pictures.add(row);
    await db.paintings.update(row.paintingId, { pictureId: row.id });
  });
}

/** Another of the painting's pictures takes the stage. */
export async function showPicture(db: GamanDatabase, paintingId: string, pictureId: string): Promise<void> {
  await db.paintings.update(paintingId, { pictureId });
}

/** Takes a picture away; the colours of its notes stay. Returns it for {@link restorePicture}. */
export async function removePicture(db: GamanDatabase, pictureId: string): Promise<Picture | undefined> {
  return db.transaction("rw", [db.pictures, db.paintings], async () => {
    const picture = await readPicture(db, pictureId);
    if (!picture) return undefined;
    await db.pictures.delete(pictureId);
    const others = await readPictureNames(db, picture.paintingId);
    await db.paintings.update(picture.paintingId, { pictureId: others.at(-1)?.id });
    return picture;
  });
}

export async function restorePicture(db: GamanDatabase, picture: Picture): Promise<void> {
  await db.transaction("rw", [db.pictures, db.paintings], async () => {
    await db.pictures.put(pictureSchema.parse(picture));
    await db.paintings.update(picture.paintingId, { pictureId: picture.id });
  });
}

/** Undefined takes the correction back. */
export async function setPictureLight(
  db: GamanDatabase,
  pictureId: string,
  light: PictureLightRow | undefined,
): Promise<void> {
  await db.transaction("rw", db.pictures, async () => {
    const picture = pictureSchema.parse(await db.pictures.get(pictureId));
    await db.pictures.put(pictureSchema.parse({ ...picture, light }));
  });
}

/** What a note's aim and reading become; what is left out stays. */
export type NoteChange = {
  readonly noteId: string;
  readonly target: StoredColor;
  /** For colours that were read again: the aim is what was found. */
  readonly place?: Note["place"];
  /** For aims that move away from what was found, which is then remembered. */
  readonly isAdapted: boolean;
};

/** Changes many notes at once, or none. Returns them as they were, for {@link restoreNotes}. */
export async function changeNotes(
  db: GamanDatabase,
  changes: readonly NoteChange[],
): Promise<readonly Note[]> {
  return db.transaction("rw", db.notes, async () => {
    const before: Note[] = [];
    for (const { noteId, target, place, isAdapted } of changes) {
      const note = noteSchema.parse(await db.notes.get(noteId));
      before.push(note);
      const { seen, ...rest } = note;
      await db.notes.put(
        noteSchema.parse({
          ...rest,
          target,
          ...(place && { place }),
          ...(isAdapted && { seen: seen ?? note.target }),
        }),
      );
    }
    return before;
  });
}

/** The aims of notes go back to the colours as they were found. Returns the notes as they were. */
export async function backToSeen(db: GamanDatabase, noteIds: readonly string[]): Promise<readonly Note[]> {
  return db.transaction("rw", db.notes, async () => {
    const before = parseRows(noteSchema, await db.notes.bulkGet([...noteIds])).rows.filter(
      (note) => note.seen,
    );
    return changeNotes(
      db,
      before.map((note) => ({ noteId: note.id, target: note.seen ?? note.target, isAdapted: false })),
    );
  });
}

export async function restoreNotes(db: GamanDatabase, notes: readonly Note[]): Promise<void> {
  await db.transaction("rw", db.notes, async () => {
    await db.notes.bulkPut(notes.map((note) => noteSchema.parse(note)));
  });
}

/** Undefined leaves the area to the picture. */
export async function setNoteArea(
  db: GamanDatabase,
  noteId: string,
  areaShare: number | undefined,
): Promise<void> {
  await db.transaction("rw", db.notes, async () => {
    const note = noteSchema.parse(await db.notes.get(noteId));
    await db.notes.put(noteSchema.parse({ ...note, areaShare }));
  });
}
