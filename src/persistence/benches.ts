/** What stands around the paint: first looks, timers, and what is in hand at a bench but not put down yet. */
import { nanoid } from "nanoid";
import type { GamanDatabase } from "./database";
import { parseRows } from "./rows";
import type { BenchRow } from "../domain/pile/pile";
import { benchSchema, lookSchema, noteSchema, timerSchema } from "./schema";
import type { FirstLook } from "../domain/reading/reading";
import type { Note } from "../domain/note/note";
import type { Timer } from "../domain/timer/timer";

export async function addFirstLook(db: GamanDatabase, look: Omit<FirstLook, "id">): Promise<void> {
  await db.looks.add(lookSchema.parse({ ...look, id: nanoid() }));
}

/** All first looks, oldest first. */
export async function readFirstLooks(db: GamanDatabase): Promise<readonly FirstLook[]> {
  return parseRows(lookSchema, await db.looks.orderBy("at").toArray()).rows;
}

/** Of one kind there is one timer for a note: setting it again starts it again. */
export async function setTimer(
  db: GamanDatabase,
  timer: Omit<Timer, "id" | "dueAt" | "startedAt">,
  minutes: number,
  now: number,
): Promise<void> {
  await db.transaction("rw", db.timers, async () => {
    await db.timers
      .where({ paintingId: timer.paintingId })
      .filter((row) => row.kind === timer.kind && row.noteId === timer.noteId)
      .delete();
    await db.timers.add(
      timerSchema.parse({
        ...timer,
        id: nanoid(),
        startedAt: now,
        dueAt: Math.round(now + minutes * 60_000),
      }),
    );
  });
}

export async function removeTimer(db: GamanDatabase, timerId: string): Promise<void> {
  await db.timers.delete(timerId);
}

/** Every timer, the one that is due first at the front. */
export async function readTimers(db: GamanDatabase): Promise<readonly Timer[]> {
  return parseRows(timerSchema, await db.timers.orderBy("dueAt").toArray()).rows;
}

export async function readBench(db: GamanDatabase, noteId: string): Promise<BenchRow | undefined> {
  return parseRows(benchSchema, [await db.benches.get(noteId)]).rows[0];
}

/** Changes what is in hand and leaves the rest of it as it is stored; a field that is undefined is put away. */
export async function changeBench(
  db: GamanDatabase,
  noteId: string,
  changes: Omit<BenchRow, "noteId">,
): Promise<void> {
  await db.transaction("rw", db.benches, async () => {
    const stored = await readBench(db, noteId);
    await db.benches.put(benchSchema.parse({ ...stored, ...changes, noteId }));
  });
}

/** How much paint the note needs; nothing for a pile of any size. */
export async function setWanted(db: GamanDatabase, noteId: string, wanted: Note["wanted"]): Promise<void> {
  await db.transaction("rw", db.notes, async () => {
    const note = noteSchema.parse(await db.notes.get(noteId));
    await db.notes.put(noteSchema.parse({ ...note, wanted }));
  });
}
