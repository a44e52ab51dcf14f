/** Reading and writing what a painting needs. Things that belong together are written in one transaction. */
import { nanoid } from "nanoid";
import type { GamanDatabase } from "./database";
import type { NewTube } from "../domain/tube/newTube";
import { parseRows } from "./rows";
import { DEFAULT_SETTINGS, type Settings } from "../domain/settings/settings";
import type { Match } from "../domain/match/match";
import {
  matchSchema,
  noteSchema,
  paintingSchema,
  paletteSchema,
  pileSchema,
  settingsSchema,
  tubeSchema,
} from "./schema";
import type { Ground } from "../domain/ground/ground";
import type { Note } from "../domain/note/note";
import type { Painting } from "../domain/painting/painting";
import type { Palette } from "../domain/palette/palette";
import type { Pile } from "../domain/pile/pile";
import type { Tube } from "../domain/tube/tube";
import { addTubes, setBoard } from "./tubes";

/** Everything that the frame around every view shows. */
export type StudioSnapshot = {
  readonly settings: Settings;
  /** All of them, oldest first. */
  readonly paintings: readonly Painting[];
  /** The one in hand. */
  readonly painting: Painting | undefined;
  /** The one that is laid out on the board. */
  readonly palette: Palette | undefined;
  /** All palettes of the current painting, the board's among them, by name. */
  readonly palettes: readonly Palette[];
  /** All tubes in the order of the box, archived and deleted ones too. */
  readonly tubes: readonly Tube[];
  /** Notes of the current painting by number. */
  readonly notes: readonly Note[];
  readonly unreadableIds: readonly string[];
  /** Rows that were put out of the way since they could not be read. */
  readonly quarantinedCount: number;
};

export async function readSettings(db: GamanDatabase): Promise<Settings> {
  const parsed = settingsSchema.safeParse(await db.settings.get("settings"));
  return parsed.success ? parsed.data : DEFAULT_SETTINGS;
}

/** A change of a part of a part is made of what is stored: what a page shows may be one change behind. */
export type SettingsChange = Partial<Settings> | ((before: Settings) => Partial<Settings>);

export async function changeSettings(db: GamanDatabase, change: SettingsChange): Promise<void> {
  await db.transaction("rw", db.settings, async () => {
    const before = await readSettings(db);
    const changes = typeof change === "function" ? change(before) : change;
    await db.settings.put(settingsSchema.parse({ ...before, ...changes }));
  });
}

export async function readStudio(db: GamanDatabase): Promise<StudioSnapshot> {
  return db.transaction(
    "r",
    [db.settings, db.paintings, db.palettes, db.tubes, db.notes, db.quarantine],
    async () => {
      const settings = await readSettings(db);
      const stored = await db.settings.get("settings");
      const areSettingsUnreadable = stored !== undefined && !settingsSchema.safeParse(stored).success;
      const paintings = parseRows(paintingSchema, await db.paintings.orderBy("createdAt").toArray());
      const painting =
        paintings.rows.find((row) => row.id === settings.currentPaintingId) ?? paintings.rows.at(-1);
      const palettes = parseRows(
        paletteSchema,
        painting ? await db.palettes.where({ paintingId: painting.id }).toArray() : [],
      );
      const tubes = parseRows(tubeSchema, await db.tubes.orderBy("position").toArray());
      const notes = parseRows(
        noteSchema,
        painting ? await db.notes.where({ paintingId: painting.id }).toArray() : [],
      );
      return {
        settings,
        paintings: paintings.rows,
        painting,
        palette: palettes.rows.find((row) => row.id === painting?.paletteId),
        palettes: [...palettes.rows].sort((a, b) => a.name.localeCompare(b.name) || a.id.localeCompare(b.id)),
        tubes: tubes.rows,
        notes: [...notes.rows].sort((a, b) => a.number - b.number),
        unreadableIds: [
          ...(areSettingsUnreadable ? ["settings"] : []),
          ...[paintings, palettes, tubes, notes].flatMap((parsed) => parsed.unreadableIds),
        ],
        quarantinedCount: await db.quarantine.count(),
      };
    },
  );
}

/** A painting with its palette; tubes that the box does not hold yet go to it. Becomes the current painting. */
export async function startPainting(
  db: GamanDatabase,
  title: string,
  paints: readonly NewTube[],
  now: number,
): Promise<Painting> {
  const paintingId = nanoid();
  const paletteId = nanoid();
  const painting = paintingSchema.parse({ id: paintingId, name: title, paletteId, createdAt: now });
  await db.transaction("rw", [db.paintings, db.palettes, db.tubes, db.settings], async () => {
    await db.paintings.add(painting);
    await db.palettes.add(
      paletteSchema.parse({ id: paletteId, paintingId, name: "Palette", tubeIds: [], remark: "" }),
    );
    const box = parseRows(tubeSchema, await db.tubes.orderBy("position").toArray()).rows;
    const tubeIds: string[] = [];
    for (const paint of paints) {
      const known = box.find((tube) => isSamePaint(tube, paint) && !tubeIds.includes(tube.id));
      tubeIds.push(known?.id ?? (await addTubes(db, [paint], now))[0]?.id ?? "");
    }
    await setBoard(db, paletteId, tubeIds);
    await changeSettings(db, { currentPaintingId: paintingId });
  });
  return painting;
}

/** Whether a tube of the box is what is asked for: in the box, of the same generic pigments, medium and grade. */
function isSamePaint(tube: Tube, paint: NewTube): boolean {
  return (
    tube.deletedAt === undefined &&
    tube.archivedAt === undefined &&
    tube.medium === paint.medium &&
    (tube.grade === paint.grade || tube.grade === "unknown" || paint.grade === "unknown") &&
    tube.optics.modelIds.join() === paint.optics.modelIds.join()
  );
}

export async function addNote(
  db: GamanDatabase,
  note: Omit<Note, "id" | "number" | "state" | "createdAt">,
  now: number,
): Promise<Note> {
  return db.transaction("rw", db.notes, async () => {
    const last = await db.notes.where({ paintingId: note.paintingId }).toArray();
    const number = 1 + Math.max(0, ...last.map((row) => row.number));
    const row = noteSchema.parse({ ...note, id: nanoid(), number, state: "open", createdAt: now });
    await db.notes.add(row);
    return row;
  });
}

export async function renameNote(db: GamanDatabase, noteId: string, title: string): Promise<void> {
  await db.transaction("rw", db.notes, async () => {
    const note = noteSchema.parse(await db.notes.get(noteId));
    await db.notes.put(noteSchema.parse({ ...note, name: title }));
  });
}

/** What the note's match is for, and the closeness of the painter's own. */
export async function setNotePurpose(
  db: GamanDatabase,
  noteId: string,
  { purpose, tolerance }: Pick<Note, "purpose" | "tolerance">,
): Promise<void> {
  await db.transaction("rw", db.notes, async () => {
    const note = noteSchema.parse(await db.notes.get(noteId));
    await db.notes.put(noteSchema.parse({ ...note, purpose, tolerance }));
  });
}

/** In which state the target was seen, on what, and how much it shines. */
export async function setNoteSeen(
  db: GamanDatabase,
  noteId: string,
  seen: Pick<Note, "film" | "seenOn" | "surface">,
): Promise<void> {
  await db.transaction("rw", db.notes, async () => {
    const note = await db.notes.get(noteId);
    if (note) await db.notes.put(noteSchema.parse({ ...note, ...seen }));
  });
}

/** @param ground - what the note is painted on or into; nothing for dry paint that hides. */
export async function setNoteGround(
  db: GamanDatabase,
  noteId: string,
  ground: Ground | undefined,
): Promise<void> {
  await db.transaction("rw", db.notes, async () => {
    const note = await db.notes.get(noteId);
    if (!note) return;
    const { ground: _, ...rest } = note;
    await db.notes.put(noteSchema.parse({ ...rest, ...(ground && { ground }) }));
  });
}

/** A note without any pile is forgotten; one that was mixed stays, since its record does. */
export async function removeNote(db: GamanDatabase, noteId: string): Promise<"removed" | "has-piles"> {
  return db.transaction("rw", [db.notes, db.piles], async () => {
    if ((await db.piles.where({ noteId }).count()) > 0) return "has-piles";
    await db.notes.delete(noteId);
    return "removed";
  });
}

/** Brings a removed note back. Where its number went to another one meanwhile, it takes the next. */
export async function restoreNote(db: GamanDatabase, note: Note): Promise<void> {
  await db.transaction("rw", db.notes, async () => {
    const others = await db.notes.where({ paintingId: note.paintingId }).toArray();
    const isTaken = others.some(({ number }) => number === note.number);
    const number = isTaken ? 1 + Math.max(...others.map((other) => other.number)) : note.number;
    await db.notes.put(noteSchema.parse({ ...note, number }));
  });
}

export type LogEntry = {
  readonly match: Match;
  readonly note: Note | undefined;
  readonly pile: Pile | undefined;
};

/** The newest matches of a painting with their notes and piles, newest first. */
export async function readLog(
  db: GamanDatabase,
  paintingId: string,
  most: number,
): Promise<readonly LogEntry[]> {
  return db.transaction("r", [db.matches, db.notes, db.piles], async () => {
    const matches = [...parseRows(matchSchema, await db.matches.where({ paintingId }).toArray()).rows]
      .sort((a, b) => b.keptAt - a.keptAt)
      .slice(0, most);
    const notes = parseRows(noteSchema, await db.notes.bulkGet(matches.map(({ noteId }) => noteId))).rows;
    const piles = parseRows(pileSchema, await db.piles.bulkGet(matches.map(({ pileId }) => pileId))).rows;
    return matches.map((match) => ({
      match,
      note: notes.find(({ id }) => id === match.noteId),
      pile: piles.find(({ id }) => id === match.pileId),
    }));
  });
}

/** Notes of every painting, in no order. */
export async function readAllNotes(db: GamanDatabase): Promise<readonly Note[]> {
  return parseRows(noteSchema, await db.notes.toArray()).rows;
}

/** The newest match of each note of a painting. */
export async function readLatestMatches(
  db: GamanDatabase,
  paintingId: string,
): Promise<ReadonlyMap<string, Match>> {
  const rows = parseRows(matchSchema, await db.matches.where({ paintingId }).toArray()).rows;
  return new Map([...rows].sort((a, b) => a.keptAt - b.keptAt).map((match) => [match.noteId, match]));
}

/** Matches that stand in no archive yet: how many, and since when the oldest of them waits. */
export async function readUnarchived(
  db: GamanDatabase,
  lastArchiveAt = 0,
): Promise<{ readonly count: number; readonly since: number } | undefined> {
  const since = db.matches.where("keptAt").above(lastArchiveAt);
  const [count, oldest] = await Promise.all([since.count(), since.first()]);
  return oldest && { count, since: oldest.keptAt };
}
