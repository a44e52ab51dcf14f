import "fake-indexeddb/auto";
import { quarantineText } from "../domain/store/quarantineText";
import Dexie from "dexie";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { fillStore, type Sample, wholeOf } from "../../tests/support/sampleStore";
import { GamanDatabase } from "./database";
import { readPileBefore, readPilesToTake } from "./pileReads";
import { setLeft } from "./freePiles";
import {
  checkStore,
  emptyQuarantine,
  quarantineUnreadable,
  readQuarantine,
  releaseQuarantine,
} from "./storeCheck";
import { readStudio } from "./studio";

let count = 0;
let db: GamanDatabase;
let sample: Sample;

beforeEach(async () => {
  db = new GamanDatabase(`check-${count++}`);
  sample = await fillStore(db);
});

afterEach(async () => {
  await db.delete();
});

describe("the check of the store", () => {
  it("finds nothing wrong with a store in use, and counts it", async () => {
    const report = await checkStore(db);
    expect([report.unreadable, report.dangling]).toEqual([[], []]);
    const rows = Object.values(await wholeOf(db)).reduce((sum, list) => sum + list.length, 0);
    expect(report.rowCount).toBe(rows);
    expect(rows).toBeGreaterThan(15);
  });

  it("finds a row that cannot be read and one that speaks of what is not there", async () => {
    await db.notes.update(sample.notes[1]?.id ?? "", { number: -3 });
    await db.readings.clear();
    const report = await checkStore(db);
    expect(report.unreadable).toMatchObject([{ table: "notes", rowId: sample.notes[1]?.id }]);
    expect(report.unreadable[0]?.fault).toMatchObject({
      code: "unreadable",
      detail: expect.stringMatching(/^number: /) as string,
    });
    expect(report.dangling).toMatchObject([
      { table: "matches", fault: { code: "dangling", to: "readings" } },
    ]);
  });

  it("takes water for a tube that is always there", async () => {
    const [pile] = await db.piles.toArray();
    await db.piles.put({
      ...(pile as NonNullable<typeof pile>),
      additions: [{ tubeId: "water", parts: 1, addedAt: 1, turn: 1 }],
    });
    expect((await checkStore(db)).dangling).toEqual([]);
  });
});

describe("quarantine", () => {
  const broken = { id: "broken", paintingId: "?", number: "four", file: new Blob(["abc"]) };

  it("moves what cannot be read out of the way, word for word, and the rest goes on", async () => {
    await db.table("notes").put({ ...broken, paintingId: sample.painting.id });
    expect((await readStudio(db)).unreadableIds).toEqual(["broken"]);
    expect(await quarantineUnreadable(db, 9)).toBe(1);
    expect((await readStudio(db)).unreadableIds).toEqual([]);
    const [row] = await readQuarantine(db);
    expect(row).toMatchObject({ table: "notes", rowId: "broken", at: 9, row: { number: "four" } });
    expect(quarantineText(row ? [row] : [])).toContain("a file of 3 bytes");
    expect(await quarantineUnreadable(db, 10)).toBe(0);
  });

  it("puts back what can be read now, and takes nobody's place", async () => {
    const [note] = await db.notes.toArray();
    if (!note) throw new Error("no note");
    await db.quarantine.bulkAdd([
      { table: "notes", rowId: "fine", row: { ...note, id: "fine" }, reason: "", at: 1 },
      { table: "notes", rowId: note.id, row: { ...note, name: "another" }, reason: "", at: 1 },
      { table: "notes", rowId: "broken", row: broken, reason: "", at: 1 },
      { table: "nowhere", rowId: "x", row: {}, reason: "", at: 1 },
    ]);
    expect(await releaseQuarantine(db)).toBe(1);
    expect(await db.notes.get("fine")).toBeDefined();
    expect((await db.notes.get(note.id))?.name).toBe(note.name);
    expect(await readQuarantine(db)).toHaveLength(3);
    await emptyQuarantine(db);
    expect(await readQuarantine(db)).toEqual([]);
  });
});

describe("the step from version 5", () => {
  it("keeps every row and finds piles by when they were begun and by what is left of them", async () => {
    const name = `old-five-${count}`;
    const old = new Dexie(name);
    old.version(5).stores({
      paintings: "id, createdAt",
      pictures: "id, paintingId",
      tubes: "id, position",
      tubePhotos: "tubeId",
      palettes: "id, paintingId",
      notes: "id, paintingId, [paintingId+number]",
      readings: "id, noteId, pileId, takenAt",
      recipes: "id, noteId",
      piles: "id, noteId, [noteId+state]",
      matches: "id, paintingId, noteId, keptAt",
      looks: "id, paintingId, noteId, at",
      timers: "id, paintingId, dueAt",
      benches: "noteId",
      settings: "id",
    });
    const tables = ["paintings", "tubes", "palettes", "notes", "readings", "recipes", "piles", "matches"];
    for (const table of tables) await old.table(table).bulkAdd(await db.table(table).toArray());
    const { lastArchiveAt, remindAfterDays, ...settings } = {
      lastArchiveAt: 0,
      ...(await db.settings.get("settings")),
    };
    expect([lastArchiveAt, remindAfterDays]).toEqual([0, 14]);
    await old.table("settings").add(settings);
    old.close();
    const opened = new GamanDatabase(name);
    const report = await checkStore(opened);
    expect([report.unreadable, report.dangling]).toEqual([[], []]);
    for (const table of tables)
      expect(await opened.table(table).toArray()).toEqual(await db.table(table).toArray());
    const studio = await readStudio(opened);
    expect(studio.settings).toMatchObject({ room: "dark", remindAfterDays: 14 });
    const [pile] = await opened.piles.toArray();
    await setLeft(opened, pile?.id ?? "", 2, 1);
    expect((await readPilesToTake(opened, undefined)).map(({ id }) => id)).toEqual([pile?.id]);
    expect((await readPileBefore(opened, "another note"))?.id).toBe(pile?.id);
    expect(await readPileBefore(opened, pile?.noteId ?? "")).toBeUndefined();
    await opened.delete();
  });
});
