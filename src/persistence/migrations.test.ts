import "fake-indexeddb/auto";
import Dexie from "dexie";
import { describe, expect, it } from "vitest";
import { labD65 } from "../core/color/types";
import type { Note } from "../domain/note/note";
import { seenStates } from "../domain/pile/evidence";
import { storedFromLab } from "../domain/reading/storedColor";
import { DEFAULT_SCHOOL } from "../domain/school/school";
import { DEFAULT_SETTINGS } from "../domain/settings/settings";
import { readFirstLooks, readTimers } from "./benches";
import { GamanDatabase } from "./database";
import { readNoteHistory, readPile } from "./pileReads";
import { readCharts } from "./charts";
import { readGrids } from "./grids";
import { readLayerings, readScraps } from "./layerings";
import { readFoundSeries, readPractices } from "./practices";
import { noteSchema } from "./schema";
import { readSettings } from "./studio";

const note: Note = {
  id: "handle",
  paintingId: "jug",
  number: 1,
  name: "Handle",
  target: storedFromLab(labD65(50, 2, 10), "typed", 1),
  state: "mixing",
  createdAt: 2,
};
const paint = (tubeId: string, parts: number, addedAt: number) => ({ tubeId, parts, addedAt });

describe("the step from version 4", () => {
  it("adds the tables of the bench and leaves every row as it is", async () => {
    const name = "from-4";
    const old = new Dexie(name);
    old.version(4).stores({
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
      settings: "id",
    });
    const pile = {
      id: "pile",
      noteId: note.id,
      additions: [paint("white", 2, 5)],
      state: "open",
      createdAt: 5,
    };
    await old.table("piles").add(pile);
    await old.table("notes").add(note);
    old.close();
    const now = new GamanDatabase(name);
    expect(await readPile(now, "pile")).toEqual({
      ...pile,
      paintingId: note.paintingId,
      additions: [{ ...paint("white", 2, 5), turn: 1 }],
    });
    expect(noteSchema.parse(await now.notes.get(note.id))).toEqual(note);
    expect(await readTimers(now)).toEqual([]);
    expect(await readFirstLooks(now)).toEqual([]);
    await now.delete();
  });
});

describe("the step from version 6", () => {
  const reading = (id: string, pileId: string, takenAt: number, lightness: number) => ({
    id,
    noteId: note.id,
    pileId,
    takenAt,
    color: storedFromLab(labD65(lightness, 2, 10), "by-eye", 2),
    film: "wet",
  });

  it("gives turns to a pile's story, and says which readings repeat another", async () => {
    const name = "from-6";
    const old = new Dexie(name);
    old.version(6).stores({
      notes: "id, paintingId, [paintingId+number]",
      readings: "id, noteId, pileId",
      piles: "id, noteId, [noteId+state], createdAt, leftParts",
      imports: "id",
      importParts: "++key",
    });
    await old.table("notes").add(note);
    await old.table("piles").bulkAdd([
      {
        id: "main",
        noteId: note.id,
        additions: [paint("white", 4, 10), paint("blue", 1, 10), paint("umber", 1, 40)],
        scrapes: [{ at: 20, keptShare: 0.5 }],
        state: "open",
        createdAt: 10,
      },
      {
        id: "sample",
        noteId: note.id,
        additions: [{ ...paint("white", 1, 30), fromPileId: "main" }, paint("umber", 0.25, 31)],
        side: { of: "main", share: 0.25 },
        state: "set-aside",
        createdAt: 30,
      },
    ]);
    await old
      .table("readings")
      .bulkAdd([
        reading("r-first", "main", 11, 48),
        reading("r-scraped", "main", 20, 48),
        reading("r-sample", "sample", 35, 45),
        reading("r-poured", "main", 40, 45),
      ]);
    await old.table("imports").add({ id: "i", at: 1, fileName: "a" });
    old.close();
    const now = new GamanDatabase(name);
    const { piles, readings } = await readNoteHistory(now, note.id);
    expect(piles[0]).toMatchObject({
      paintingId: note.paintingId,
      additions: [{ turn: 1 }, { turn: 1 }, { turn: 5 }],
      scrapes: [{ turn: 3 }],
    });
    expect(readings.map(({ id, turn, derivedFrom }) => [id, turn, derivedFrom])).toEqual([
      ["r-first", 2, undefined],
      ["r-scraped", 4, "r-first"],
      ["r-poured", 6, "r-sample"],
      ["r-sample", 3, undefined],
    ]);
    // Four rows, two measurements.
    expect(seenStates(piles, readings, (wet) => wet)).toHaveLength(2);
    expect(await now.imports.count()).toBe(0);
    await now.delete();
  });
});

describe("the step from version 12", () => {
  it("adds the tables of practice, and leaves the rest as it was", async () => {
    const name = "from-12";
    const old = new Dexie(name);
    old.version(12).stores({ notes: "id, paintingId, [paintingId+number]", charts: "id, paintingId" });
    await old.table("notes").add(note);
    old.close();
    const now = new GamanDatabase(name);
    expect(await readPractices(now)).toEqual([]);
    expect(await readFoundSeries(now)).toEqual([]);
    expect(noteSchema.parse(await now.notes.get(note.id))).toEqual(note);
    await now.delete();
  });
});

describe("the step from version 11", () => {
  it("adds the table of charts, and leaves the rest as it was", async () => {
    const name = "from-11";
    const old = new Dexie(name);
    old.version(11).stores({ notes: "id, paintingId, [paintingId+number]", scraps: "id, paintingId" });
    await old.table("notes").add(note);
    old.close();
    const now = new GamanDatabase(name);
    expect(await readCharts(now, note.paintingId)).toEqual([]);
    expect(noteSchema.parse(await now.notes.get(note.id))).toEqual(note);
    await now.delete();
  });
});

describe("the step from version 10", () => {
  it("adds the tables of layers and of scraps, and leaves the rest as it was", async () => {
    const name = "from-10";
    const old = new Dexie(name);
    old.version(10).stores({ notes: "id, paintingId, [paintingId+number]", grids: "id, paintingId" });
    await old.table("notes").add(note);
    old.close();
    const now = new GamanDatabase(name);
    expect(await readLayerings(now, note.paintingId)).toEqual([]);
    expect(await readScraps(now)).toEqual([]);
    expect(noteSchema.parse(await now.notes.get(note.id))).toEqual(note);
    await now.delete();
  });
});

describe("the step from version 9", () => {
  it("adds the table of strings, and a school that was kept before takes what is usual", async () => {
    const name = "from-9";
    const old = new Dexie(name);
    old.version(9).stores({ settings: "id", notes: "id, paintingId, [paintingId+number]" });
    const { knife, stirring, nudge, farOff, highlights, tryOn, ...school } = DEFAULT_SCHOOL;
    await old.table("settings").add({ ...DEFAULT_SETTINGS, school: { ...school, way: "premix" } });
    await old.table("notes").add(note);
    old.close();
    const now = new GamanDatabase(name);
    expect(await readSettings(now)).toEqual({
      ...DEFAULT_SETTINGS,
      school: { ...school, way: "premix", knife, stirring, nudge, farOff, highlights, tryOn },
    });
    expect(await readGrids(now, note.paintingId)).toEqual([]);
    expect(noteSchema.parse(await now.notes.get(note.id))).toEqual(note);
    await now.delete();
  });
});
