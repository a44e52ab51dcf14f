import "fake-indexeddb/auto";
import Dexie from "dexie";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { pigment } from "../../tests/support/paint";
import { labD65 } from "../core/color/types";
import { GamanDatabase } from "./database";
import { tubeFromModel } from "../domain/tube/newTube";
import {
  backToSeen,
  changeNotes,
  keepPicture,
  readPicture,
  readPictureNames,
  removePicture,
  restoreNotes,
  restorePicture,
  setNoteArea,
  setPictureLight,
  showPicture,
} from "./pictures";
import type { Note } from "../domain/note/note";
import { noteSchema } from "./schema";
import type { Painting, Picture } from "../domain/painting/painting";
import { storedFromLab } from "../domain/reading/storedColor";
import { addNote, readStudio, startPainting } from "./studio";

const colour = (l: number) => storedFromLab(labD65(l, 5, 10), "picture", 5);
const light = {
  gains: [1.2, 1, 0.8],
  slope: [0.1, -0.2],
  knowsSlope: true,
  references: [{ xPx: 3, yPx: 4, radiusPx: 5, truth: colour(94) }],
} satisfies Picture["light"];

let db: GamanDatabase;
let painting: Painting;
let count = 0;

const picture = (id: string): Omit<Picture, "addedAt"> => ({
  id,
  paintingId: painting.id,
  fileName: `${id}.jpg`,
  blob: new Blob(["pixels"]),
  widthPx: 40,
  heightPx: 30,
  originalWidthPx: 400,
  originalHeightPx: 300,
  original: new Blob(["all pixels"]),
});

beforeEach(async () => {
  db = new GamanDatabase(`pictures-${count++}`);
  painting = await startPainting(db, "Jug", [tubeFromModel(pigment("raw-umber"))], 1);
});
afterEach(async () => {
  await db.delete();
});

describe("a painting's pictures", () => {
  it("stay beside each other, one of them on the stage, and can be taken away and put back", async () => {
    await keepPicture(db, picture("a"), 10);
    await keepPicture(db, picture("b"), 20);
    expect((await readStudio(db)).painting?.pictureId).toBe("b");
    expect((await readPictureNames(db, painting.id)).map(({ id }) => id)).toEqual(["a", "b"]);
    await showPicture(db, painting.id, "a");
    expect((await readStudio(db)).painting?.pictureId).toBe("a");
    const removed = await removePicture(db, "a");
    expect(await readPicture(db, "a")).toBeUndefined();
    expect((await readStudio(db)).painting?.pictureId).toBe("b");
    if (!removed) throw new Error("it was there");
    await restorePicture(db, removed);
    expect((await readPicture(db, "a"))?.fileName).toBe("a.jpg");
    expect((await readStudio(db)).painting?.pictureId).toBe("a");
    expect(await removePicture(db, "gone")).toBeUndefined();
    await removePicture(db, "a");
    await removePicture(db, "b");
    expect((await readStudio(db)).painting?.pictureId).toBeUndefined();
  });

  it("keep their light, and lose it again", async () => {
    await keepPicture(db, picture("a"), 10);
    await setPictureLight(db, "a", light);
    expect((await readPicture(db, "a"))?.light).toEqual(light);
    await setPictureLight(db, "a", undefined);
    expect((await readPicture(db, "a"))?.light).toBeUndefined();
  });
});

describe("aims of notes", () => {
  let notes: readonly Note[];
  beforeEach(async () => {
    notes = [
      await addNote(db, { paintingId: painting.id, name: "one", target: colour(30) }, 2),
      await addNote(db, { paintingId: painting.id, name: "two", target: colour(60) }, 3),
    ];
  });
  const ids = () => notes.map(({ id }) => id);
  const targets = async () => (await readStudio(db)).notes.map(({ target }) => target.lab[0]);

  it("move away, remember what was seen through several moves, and go back to it", async () => {
    const to = (l: number) => ids().map((noteId, i) => ({ noteId, target: colour(l + i), isAdapted: true }));
    const before = await changeNotes(db, to(40));
    expect(before.map(({ target }) => target.lab[0])).toEqual([30, 60]);
    await changeNotes(db, to(45));
    expect(await targets()).toEqual([45, 46]);
    expect((await readStudio(db)).notes.map(({ seen }) => seen?.lab[0])).toEqual([30, 60]);
    const away = await backToSeen(db, ids());
    expect(await targets()).toEqual([30, 60]);
    expect((await readStudio(db)).notes.every(({ seen }) => seen === undefined)).toBe(true);
    await restoreNotes(db, away);
    expect(await targets()).toEqual([45, 46]);
  });

  it("change together or not at all", async () => {
    const wrong = { ...colour(50), lab: [500, 0, 0] as [number, number, number] };
    await expect(
      changeNotes(db, [
        { noteId: ids()[0] ?? "", target: colour(40), isAdapted: true },
        { noteId: ids()[1] ?? "", target: wrong, isAdapted: true },
      ]),
    ).rejects.toThrow();
    expect(await targets()).toEqual([30, 60]);
  });

  it("take an area by hand and give it back to the picture", async () => {
    const [first] = notes;
    if (!first) throw new Error("two notes");
    await setNoteArea(db, first.id, 0.25);
    expect((await readStudio(db)).notes[0]?.areaShare).toBe(0.25);
    await setNoteArea(db, first.id, undefined);
    expect((await readStudio(db)).notes[0]?.areaShare).toBeUndefined();
    await expect(setNoteArea(db, first.id, 1.5)).rejects.toThrow();
  });
});

describe("the step from version 3", () => {
  it("gives each place its painting's picture, and keeps the colour of a note whose picture is gone", async () => {
    const name = `old-${count++}`;
    const old = new Dexie(name);
    old.version(1).stores({
      paintings: "id, createdAt",
      notes: "id, paintingId",
      tubes: "id, position",
      palettes: "id, paintingId",
      settings: "id",
      pictures: "id, paintingId",
    });
    old.version(2).stores({ tubePhotos: "tubeId" });
    old.version(3).stores({});
    const place = {
      xPx: 4,
      yPx: 5,
      radiusPx: 6,
      pixelCount: 90,
      spreadDeltaE2000: 1,
      light: colour(60),
      dark: colour(40),
    };
    const row = (id: string, paintingId: string, number: number) => ({
      id,
      paintingId,
      number,
      name: id,
      target: colour(50),
      state: "open",
      createdAt: 3,
    });
    await old.table("paintings").bulkAdd([
      { id: "jug", name: "Jug", paletteId: "p", pictureId: "photo", createdAt: 1 },
      { id: "bare", name: "Bare", paletteId: "q", createdAt: 2 },
    ]);
    await old
      .table("notes")
      .bulkAdd([
        { ...row("a", "jug", 1), place },
        row("b", "jug", 2),
        { ...row("c", "bare", 1), place },
        { id: "d", paintingId: "jug", place: "nonsense" },
      ]);
    old.close();
    const opened = new GamanDatabase(name);
    const [a, b, c, d] = await opened.notes.bulkGet(["a", "b", "c", "d"]);
    expect(noteSchema.parse(a).place).toEqual({
      ...place,
      pictureId: "photo",
      isCorrected: false,
      neighbours: [],
      nudges: [],
    });
    expect(noteSchema.parse(b).place).toBeUndefined();
    expect(noteSchema.parse(c)).toMatchObject({ target: colour(50) });
    expect(noteSchema.parse(c).place).toBeUndefined();
    expect(noteSchema.safeParse(d).success).toBe(false);
    await opened.delete();
  });
});
