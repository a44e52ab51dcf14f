import "fake-indexeddb/auto";
import { afterEach, beforeEach, expect, it } from "vitest";
import { labD65 } from "../core/color/types";
import type { Note } from "../domain/note/note";
import { seenStates } from "../domain/pile/evidence";
import { storedFromLab } from "../domain/reading/storedColor";
import { GamanDatabase } from "./database";
import { readNoteHistory, readPile } from "./pileReads";
import { seenOf } from "../domain/pile/seenPile";
import { addReading, addToPile, keepMatch, standByReading, takeBackReading } from "./piles";
import { addNote, startPainting } from "./studio";

const target = storedFromLab(labD65(50, 2, 10), "typed", 1);

let db: GamanDatabase;
let note: Note;

beforeEach(async () => {
  db = new GamanDatabase("look-alone");
  const painting = await startPainting(db, "Jug", [], 1);
  note = await addNote(db, { paintingId: painting.id, name: "Handle", target }, 2);
});

afterEach(async () => {
  await db.delete();
});

it("a look alone is taken back without the paint, stood by against the record, and stays once it ended a match", async () => {
  const white = { tubeId: "white", parts: 6, addedAt: 10 };
  const pile = await addToPile(db, note.id, [white], undefined, 10, undefined);
  const look = {
    noteId: note.id,
    pileId: pile.id,
    color: storedFromLab(labD65(50, 2, 10), "by-eye", 1.4),
    film: "wet" as const,
  };
  const first = await addReading(db, look, 20, seenOf(pile));
  const second = await addReading(
    db,
    { ...look, color: storedFromLab(labD65(48, 2, 10), "by-eye", 1.4) },
    30,
    seenOf(pile),
  );
  await takeBackReading(db, second.id, seenOf(pile));
  const { readings } = await readNoteHistory(db, note.id);
  expect(readings.map(({ id }) => id)).toEqual([first.id]);
  expect(await readPile(db, pile.id)).toEqual(pile);
  await standByReading(db, first.id, seenOf(pile));
  const [stood] = (await readNoteHistory(db, note.id)).readings;
  expect(stood).toMatchObject({ ...first, isStoodBy: true });
  expect(seenStates([pile], stood ? [stood] : [], (wet) => wet)).toMatchObject([{ isStoodBy: true }]);
  const match = { paintingId: note.paintingId, noteId: note.id, pileId: pile.id, target, result: target };
  await keepMatch(db, { ...match, deltaE2000: 0, remark: "" }, { id: first.id }, 40, seenOf(pile));
  const kept = await readPile(db, pile.id);
  await expect(takeBackReading(db, first.id, seenOf(kept ?? pile))).rejects.toThrow();
  expect((await readNoteHistory(db, note.id)).readings).toHaveLength(1);
});
