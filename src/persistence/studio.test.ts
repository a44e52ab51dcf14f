import type { Tube } from "../domain/tube/tube";
import "fake-indexeddb/auto";
import { readFileSync } from "node:fs";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { pigment } from "../../tests/support/paint";
import { labD65 } from "../core/color/types";
import { GamanDatabase } from "./database";
import { undoLastAddition } from "./undo";
import { demoFileSchema, writeDemo } from "./demo";
import { tubeFromModel } from "../domain/tube/newTube";
import { DEFAULT_SETTINGS } from "../domain/settings/settings";
import type { Note } from "../domain/note/note";
import { noteSchema, settingsSchema } from "./schema";
import type { Painting } from "../domain/painting/painting";
import { labFromStored, storedFromLab } from "../domain/reading/storedColor";
import { seenOf } from "../domain/pile/seenPile";
import { addReading, addToPile, keepMatch, recordDryCheck, setPileAside } from "./piles";
import { readNoteHistory } from "./pileReads";
import {
  addNote,
  changeSettings,
  readLatestMatches,
  readLog,
  readSettings,
  readStudio,
  removeNote,
  renameNote,
  restoreNote,
  startPainting,
} from "./studio";
import { addTubes, setBoard } from "./tubes";

const paint = (modelId: string) => ({ ...tubeFromModel(pigment(modelId)), label: modelId });

const target = storedFromLab(labD65(50, 2, 10), "typed", 1);
const recipe = {
  amounts: [
    { tubeId: "white", parts: 3 },
    { tubeId: "umber", parts: 1 },
  ],
  shares: [0.75, 0.25],
  predicted: target,
  deltaE2000: 0.2,
  reasons: ["closest"],
};

/** Adds as a painter does who sees the pile as it lies. */
const lay = async (
  noteId: string,
  additions: Parameters<typeof addToPile>[2],
  followed: Parameters<typeof addToPile>[3],
  now: number,
) => {
  const { piles } = await readNoteHistory(db, noteId);
  return addToPile(db, noteId, additions, followed, now, seenOf(piles.find(({ state }) => state === "open")));
};

let db: GamanDatabase;
let painting: Painting;
let note: Note;
let count = 0;

beforeEach(async () => {
  db = new GamanDatabase(`test-${count++}`);
  painting = await startPainting(db, "Jug", [paint("titanium-white"), paint("raw-umber")], 1);
  note = await addNote(db, { paintingId: painting.id, name: "Handle", target }, 2);
});

afterEach(async () => {
  await db.delete();
});

const reading = (pileId: string) => ({ noteId: note.id, pileId, color: target, film: "wet" as const });
const match = (pileId: string) => ({
  paintingId: painting.id,
  noteId: note.id,
  pileId,
  target,
  result: target,
  deltaE2000: 0,
  remark: "",
});
const stateOfNote = async (): Promise<string | undefined> => (await db.notes.get(note.id))?.state;

describe("paintings and boards", () => {
  it("start with their tubes in order, and become the current one", async () => {
    const studio = await readStudio(db);
    expect(studio.painting?.name).toBe("Jug");
    expect(studio.tubes.map((tube) => tube.label)).toEqual(["titanium-white", "raw-umber"]);
    expect(studio.palette?.tubeIds).toEqual(studio.tubes.map((tube) => tube.id));
  });

  it("share the box: a paint that is there already is not bought twice", async () => {
    await startPainting(db, "Pears", [paint("raw-umber"), paint("viridian")], 3);
    const studio = await readStudio(db);
    expect(studio.tubes.map((tube) => tube.label)).toEqual(["titanium-white", "raw-umber", "viridian"]);
    expect((await readStudio(db)).paintings).toHaveLength(2);
  });

  it("lay out a board again, keeping what leaves it in the box", async () => {
    const [viridian] = await addTubes(db, [paint("viridian")], 5);
    await setBoard(db, painting.paletteId, [viridian?.id ?? ""]);
    await expect(setBoard(db, painting.paletteId, ["nowhere"])).rejects.toThrow(/not in the box/);
    const studio = await readStudio(db);
    expect(studio.palette?.tubeIds).toHaveLength(1);
    expect(studio.tubes).toHaveLength(3);
  });

  it("takes a tube of the box for a new painting only where medium and grade agree", async () => {
    const boardOf = async (medium: Tube["medium"], grade: Tube["grade"]): Promise<readonly string[]> => {
      const { paletteId } = await startPainting(db, "Pears", [{ ...paint("viridian"), medium, grade }], 3);
      return (await db.palettes.get(paletteId))?.tubeIds ?? [];
    };
    const oil = await boardOf("oil", "artist");
    expect(await boardOf("oil", "artist")).toEqual(oil);
    expect(await boardOf("oil", "unknown")).toEqual(oil);
    expect(await boardOf("oil", "student")).not.toEqual(oil);
    expect(await boardOf("acrylic", "artist")).not.toEqual(oil);
  });

  it("are refused without a name, and then nothing is written", async () => {
    await expect(startPainting(db, "  ", [paint("viridian")], 3)).rejects.toThrow();
    expect((await readStudio(db)).paintings).toHaveLength(1);
    expect((await readStudio(db)).tubes).toHaveLength(2);
  });
});

describe("notes", () => {
  it("are numbered onwards, renamed, and removed while nothing was mixed", async () => {
    const second = await addNote(db, { paintingId: painting.id, name: "Rim", target }, 3);
    expect(second.number).toBe(2);
    await renameNote(db, second.id, "Rim, lit");
    expect((await readStudio(db)).notes.map((row) => row.name)).toEqual(["Handle", "Rim, lit"]);
    expect(await removeNote(db, second.id)).toBe("removed");
    // Its number went to another one: brought back it takes the next.
    const third = await addNote(db, { paintingId: painting.id, name: "Foot", target }, 3);
    await restoreNote(db, second);
    expect((await readStudio(db)).notes.map(({ name, number }) => [number, name])).toEqual([
      [1, "Handle"],
      [2, "Foot"],
      [3, "Rim"],
    ]);
    for (const { id } of [second, third]) expect(await removeNote(db, id)).toBe("removed");
    await restoreNote(db, second);
    expect((await readStudio(db)).notes.map(({ number }) => number)).toEqual([1, 2]);
    await lay(note.id, [{ tubeId: "white", parts: 1, addedAt: 4 }], undefined, 4);
    expect(await removeNote(db, note.id)).toBe("has-piles");
  });

  it("carry space, light and source with their colour, and refuse what is none", () => {
    expect(note.target).toMatchObject({ space: "cielab-2deg", light: "D65", source: "typed" });
    for (const lab of [
      [Number.NaN, 0, 0],
      [101, 0, 0],
      [50, Number.POSITIVE_INFINITY, 0],
      [50, 0],
    ]) {
      expect(noteSchema.safeParse({ ...note, target: { ...target, lab } }).success).toBe(false);
    }
    expect(noteSchema.safeParse({ ...note, target: { ...target, space: "xyz" } }).success).toBe(false);
    expect(() => labFromStored({ ...target, light: "A" })).toThrow(RangeError);
  });
});

describe("piles", () => {
  it("grow by additions only, and keep the recipe they follow", async () => {
    const first = await lay(note.id, [{ tubeId: "white", parts: 3, addedAt: 4 }], recipe, 4);
    const second = await lay(note.id, [{ tubeId: "umber", parts: 1, addedAt: 5 }], recipe, 5);
    expect(second.id).toBe(first.id);
    expect(second.additions.map((addition) => addition.parts)).toEqual([3, 1]);
    expect(await db.recipes.count()).toBe(1);
    expect(await stateOfNote()).toBe("mixing");
  });

  it("refuse amounts that are none, and stay as they were", async () => {
    const pile = await lay(note.id, [{ tubeId: "white", parts: 3, addedAt: 4 }], undefined, 4);
    for (const parts of [0, -1, Number.NaN, Number.POSITIVE_INFINITY]) {
      await expect(lay(note.id, [{ tubeId: "white", parts, addedAt: 5 }], undefined, 5)).rejects.toThrow();
    }
    expect((await db.piles.get(pile.id))?.additions).toHaveLength(1);
  });

  it("go back step by step exactly, with the readings that spoke of what never was", async () => {
    const pile = await lay(note.id, [{ tubeId: "white", parts: 3, addedAt: 4 }], recipe, 4);
    await addReading(db, reading(pile.id), 5, seenOf(pile));
    const grown = await lay(note.id, [{ tubeId: "umber", parts: 1, addedAt: 6 }], recipe, 6);
    await addReading(db, reading(pile.id), 7, seenOf(grown));
    await undoLastAddition(db, seenOf(grown));
    const history = await readNoteHistory(db, note.id);
    expect(history.piles[0]?.additions).toEqual(pile.additions);
    expect(history.readings.map((row) => row.takenAt)).toEqual([5]);
    await undoLastAddition(db, seenOf(pile));
    expect(await readNoteHistory(db, note.id)).toEqual({ piles: [], readings: [], matches: [] });
    expect(await db.recipes.count()).toBe(0);
    expect(await stateOfNote()).toBe("open");
  });

  it("are set aside, and the next addition starts a new one", async () => {
    const pile = await lay(note.id, [{ tubeId: "white", parts: 3, addedAt: 4 }], undefined, 4);
    await setPileAside(db, seenOf(pile));
    const next = await lay(note.id, [{ tubeId: "white", parts: 1, addedAt: 5 }], undefined, 5);
    expect(next.id).not.toBe(pile.id);
    expect((await readNoteHistory(db, note.id)).piles).toHaveLength(2);
  });
});

describe("matches", () => {
  it("are provisional until a person has looked at the dry paint", async () => {
    const pile = await lay(note.id, [{ tubeId: "white", parts: 3, addedAt: 4 }], recipe, 4);
    const kept = await keepMatch(db, match(pile.id), reading(pile.id), 6, seenOf(pile));
    expect(kept.verdict).toBe("provisional");
    expect(await stateOfNote()).toBe("drying");
    expect((await db.piles.get(pile.id))?.state).toBe("kept");
    expect((await readLatestMatches(db, painting.id)).get(note.id)?.id).toBe(kept.id);
    await recordDryCheck(db, kept.id, "confirmed", 9);
    expect(await db.matches.get(kept.id)).toMatchObject({ verdict: "confirmed", checkedAt: 9 });
    expect(await stateOfNote()).toBe("checked");
    expect(await readLog(db, painting.id, 5)).toMatchObject([
      { match: { id: kept.id }, note: { name: "Handle" }, pile: { id: pile.id } },
    ]);
  });

  it("that changed while drying bring the note back to the bench", async () => {
    const pile = await lay(note.id, [{ tubeId: "white", parts: 3, addedAt: 4 }], recipe, 4);
    const taken = await addReading(db, reading(pile.id), 5, seenOf(pile));
    const kept = await keepMatch(db, match(pile.id), taken, 6, seenOf(pile));
    expect(kept.readingId).toBe(taken.id);
    await recordDryCheck(db, kept.id, "moved", 9);
    expect(await stateOfNote()).toBe("mixing");
  });

  it("are kept whole or not at all", async () => {
    const pile = await lay(note.id, [{ tubeId: "white", parts: 3, addedAt: 4 }], recipe, 4);
    await expect(
      keepMatch(db, { ...match(pile.id), deltaE2000: Number.NaN }, reading(pile.id), 6, seenOf(pile)),
    ).rejects.toThrow();
    expect(await db.readings.count()).toBe(0);
    expect((await db.piles.get(pile.id))?.state).toBe("open");
  });
});

describe("rows that cannot be read", () => {
  it("are reported and left alone, and hide nothing else", async () => {
    await db.notes.put({ ...note, id: "broken", target: { ...target, lab: [50, Number.NaN, 0] } });
    const studio = await readStudio(db);
    expect(studio.notes.map((row) => row.id)).toEqual([note.id]);
    expect(studio.unreadableIds).toEqual(["broken"]);
    expect(await db.notes.count()).toBe(2);
  });
});

describe("settings", () => {
  it("start with defaults, change one at a time, and refuse nonsense", async () => {
    expect(await readSettings(db)).toMatchObject({ ...DEFAULT_SETTINGS, currentPaintingId: painting.id });
    await changeSettings(db, { room: "dark" });
    await changeSettings(db, { scale: { atBlack: 9, atWhite: 1 } });
    expect(await readSettings(db)).toMatchObject({ room: "dark", scale: { atBlack: 9, atWhite: 1 } });
    // Two in quick succession: neither is made of what the other has not seen yet.
    await Promise.all([
      changeSettings(db, ({ school }) => ({ school: { ...school, readFirst: true } })),
      changeSettings(db, ({ school }) => ({ school: { ...school, allowsBlack: false } })),
    ]);
    expect((await readSettings(db)).school).toMatchObject({ readFirst: true, allowsBlack: false });
    await expect(changeSettings(db, { scale: { atBlack: 5, atWhite: 5 } })).rejects.toThrow();
    expect(
      settingsSchema.safeParse({ ...DEFAULT_SETTINGS, sizes: { touchParts: 0.01, speckParts: 0.1 } }).success,
    ).toBe(false);
  });
});

describe("the demo file", () => {
  it("is what it promises, and is written whole", async () => {
    const file = demoFileSchema.parse(JSON.parse(readFileSync("public/demo/slipway.json", "utf8")));
    const now = file.madeAt + 1_000_000;
    await writeDemo(db, file, new Blob(["picture"]), DEFAULT_SETTINGS, now);
    const studio = await readStudio(db);
    expect(studio.painting?.name).toBe("Slipway, low tide");
    expect(studio.tubes).toHaveLength(19);
    expect(studio.palette?.tubeIds).toHaveLength(5);
    expect(studio.notes.map((row) => row.state)).toEqual([
      "checked",
      "drying",
      "mixing",
      "mixing",
      "open",
      "open",
      "open",
      "open",
      "open",
    ]);
    const { paintings } = studio;
    const log = (await Promise.all(paintings.map(({ id }) => readLog(db, id, 50)))).flat();
    expect(log).toHaveLength(30);
    expect(log.every((entry) => entry.match.keptAt <= now && entry.pile && entry.note)).toBe(true);
    expect(await db.readings.count()).toBeGreaterThanOrEqual(30);
  });
});
