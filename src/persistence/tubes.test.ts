import "fake-indexeddb/auto";
import Dexie from "dexie";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { pigment } from "../../tests/support/paint";
import { labD65 } from "../core/color/types";
import { GamanDatabase } from "./database";
import { tubeFromModel } from "../domain/tube/newTube";
import type { Calibration, Tube } from "../domain/tube/tube";
import { paletteSchema, tubeSchema } from "./schema";
import { storedFromLab } from "../domain/reading/storedColor";
import { readStudio, startPainting } from "./studio";
import {
  addTubes,
  changeTube,
  copyTube,
  deleteTube,
  keepCalibrations,
  keepTubePhoto,
  moveTube,
  readTubePhoto,
  removeTubePhoto,
  restoreTube,
  setTubeArchived,
  undoCalibration,
} from "./tubes";

const paint = (id: string) => tubeFromModel(pigment(id));
const calibration = (at: number): Calibration => ({
  at,
  absorption: new Array<number>(36).fill(1),
  scattering: new Array<number>(36).fill(at),
  readings: [
    { whiteParts: 0, color: storedFromLab(labD65(30, 1, 2), "by-eye", 2), missBefore: 3, missAfter: 0.5 },
  ],
  piles: [],
  spreadBefore: 3,
  spreadAfter: 1,
});

let db: GamanDatabase;
let tubes: readonly Tube[];
let count = 0;

beforeEach(async () => {
  db = new GamanDatabase(`tubes-${count++}`);
  const painting = await startPainting(
    db,
    "Jug",
    ["titanium-white", "raw-umber", "prussian-blue"].map(paint),
    1,
  );
  expect(painting.name).toBe("Jug");
  tubes = (await readStudio(db)).tubes;
});

afterEach(async () => {
  await db.delete();
});

const idOf = (place: number): string => tubes[place]?.id ?? "";
const labels = async (): Promise<string[]> => (await readStudio(db)).tubes.map((tube) => tube.label);

describe("the box", () => {
  it("takes tubes at its end, and copies one with all that is known of it", async () => {
    await keepCalibrations(db, [{ tubeId: idOf(1), calibration: calibration(1) }]);
    await addTubes(db, [paint("viridian")], 2);
    const copy = await copyTube(db, idOf(1), 3);
    expect(await labels()).toEqual([
      "Titanium white",
      "Raw umber",
      "Prussian blue",
      "Viridian",
      "Raw umber, copy",
    ]);
    expect(copy.optics.calibrations).toHaveLength(1);
    expect(copy.id).not.toBe(idOf(1));
  });

  it("is put in another order", async () => {
    await moveTube(db, idOf(2), idOf(0));
    expect(await labels()).toEqual(["Prussian blue", "Titanium white", "Raw umber"]);
    await moveTube(db, idOf(2), undefined);
    expect(await labels()).toEqual(["Titanium white", "Raw umber", "Prussian blue"]);
    await expect(moveTube(db, idOf(2), "nowhere")).rejects.toThrow(/not in the box/);
    expect(await labels()).toEqual(["Titanium white", "Raw umber", "Prussian blue"]);
  });

  it("refuses a tube that is none, and then nothing is changed", async () => {
    await expect(changeTube(db, idOf(0), { label: "  " })).rejects.toThrow();
    await expect(changeTube(db, idOf(0), { price: Number.NaN })).rejects.toThrow();
    expect((await labels())[0]).toBe("Titanium white");
    await changeTube(db, idOf(0), { label: "White", stockMl: 12 });
    expect((await readStudio(db)).tubes[0]).toMatchObject({
      label: "White",
      stockMl: 12,
      colourIndexNames: ["PW6"],
    });
  });

  it("archives a tube and takes it out again", async () => {
    await setTubeArchived(db, idOf(1), true, 9);
    expect((await readStudio(db)).tubes[1]?.archivedAt).toBe(9);
    await setTubeArchived(db, idOf(1), false, 10);
    expect((await readStudio(db)).tubes[1]).not.toHaveProperty("archivedAt");
  });

  it("deletes a tube off every board but keeps its row for the records, and puts it back", async () => {
    const before = await readStudio(db);
    const deleted = await deleteTube(db, idOf(1), 5);
    const after = await readStudio(db);
    expect(after.palette?.tubeIds).toEqual([idOf(0), idOf(2)]);
    expect(after.tubes.find((tube) => tube.id === idOf(1))).toMatchObject({
      label: "Raw umber",
      deletedAt: 5,
    });
    await restoreTube(db, deleted);
    expect(await readStudio(db)).toEqual(before);
  });
});

describe("calibrations", () => {
  it("stack up and are undone one by one", async () => {
    await keepCalibrations(db, [{ tubeId: idOf(2), calibration: calibration(1) }]);
    await keepCalibrations(db, [{ tubeId: idOf(2), calibration: calibration(2) }]);
    const held = async () => (await readStudio(db)).tubes[2]?.optics.calibrations.map((entry) => entry.at);
    expect(await held()).toEqual([1, 2]);
    await undoCalibration(db, idOf(2));
    expect(await held()).toEqual([1]);
    await undoCalibration(db, idOf(2));
    await undoCalibration(db, idOf(2));
    expect(await held()).toEqual([]);
  });

  it("what piles taught is taken back in all the tubes that it moved, and a test in one", async () => {
    const learned = (at: number): Calibration => ({
      ...calibration(at),
      readings: [],
      piles: [{ pileId: "pile", isDoubted: false, missBefore: 4, missAfter: 1 }],
    });
    await keepCalibrations(db, [{ tubeId: idOf(2), calibration: calibration(1) }]);
    await keepCalibrations(
      db,
      [1, 2].map((place) => ({ tubeId: idOf(place), calibration: learned(7) })),
    );
    const held = async () =>
      (await readStudio(db)).tubes.map((tube) => tube.optics.calibrations.map((entry) => entry.at));
    expect(await held()).toEqual([[], [7], [1, 7]]);
    await undoCalibration(db, idOf(1));
    expect(await held()).toEqual([[], [], [1]]);
    await undoCalibration(db, idOf(2));
    expect(await held()).toEqual([[], [], []]);
  });

  it("are kept in all tubes or in none, and never without a reading or a pile", async () => {
    const empty: Calibration = { ...calibration(3), readings: [] };
    await expect(
      keepCalibrations(db, [
        { tubeId: idOf(0), calibration: calibration(3) },
        { tubeId: idOf(1), calibration: empty },
      ]),
    ).rejects.toThrow("A calibration needs a reading or a pile");
    expect((await readStudio(db)).tubes.map((tube) => tube.optics.calibrations.length)).toEqual([0, 0, 0]);
  });
});

describe("a photo of a tube", () => {
  it("is kept, replaced and taken away", async () => {
    await keepTubePhoto(db, idOf(0), new Blob(["first"]), 1);
    await keepTubePhoto(db, idOf(0), new Blob(["second"]), 2);
    expect(await (await readTubePhoto(db, idOf(0)))?.text()).toBe("second");
    expect(await readTubePhoto(db, idOf(1))).toBeUndefined();
    await removeTubePhoto(db, idOf(0));
    expect(await readTubePhoto(db, idOf(0))).toBeUndefined();
  });
});

describe("the step from version 1", () => {
  it("keeps every tube, with the properties of its generic model, and leaves a broken row to be reported", async () => {
    const name = `old-${count++}`;
    const old = new Dexie(name);
    old.version(1).stores({
      paintings: "id, createdAt",
      pictures: "id, paintingId",
      tubes: "id, position",
      palettes: "id, paintingId",
      notes: "id, paintingId, [paintingId+number]",
      readings: "id, noteId, pileId, takenAt",
      recipes: "id, noteId",
      piles: "id, noteId, [noteId+state]",
      matches: "id, paintingId, noteId, keptAt",
      settings: "id",
    });
    const row = (id: string, modelId: string, position: number) => ({
      id,
      label: id,
      colourIndexNames: ["PO20"],
      medium: "oil",
      grade: "artist",
      optics: { kind: "generic", modelId },
      position,
      addedAt: 4,
    });
    await old
      .table("tubes")
      .bulkAdd([
        row("a", "cadmium-orange", 0),
        row("b", "no-longer-shipped", 1),
        { id: "c", label: "no optics", position: 2 },
      ]);
    old.close();
    const opened = new GamanDatabase(name);
    const { tubes: rows, unreadableIds } = await readStudio(opened);
    expect(rows.map((tube) => tube.id)).toEqual(["a", "b"]);
    expect(rows[0]).toMatchObject({
      hazard: "cadmium",
      opacity: "opaque",
      optics: { modelIds: ["cadmium-orange"] },
    });
    expect(rows[1]).toMatchObject({ hazard: "unknown", addedAt: 4 });
    expect(rows.every((tube) => tubeSchema.safeParse(tube).success)).toBe(true);
    expect(unreadableIds).toEqual(["c"]);
    await opened.delete();
  });
});

describe("the step from version 2", () => {
  it("keeps what tube tests found", async () => {
    const name = `old-${count++}`;
    const old = new Dexie(name);
    const stores = {
      tubes: "id, position",
      palettes: "id",
      notes: "id",
      paintings: "id, createdAt",
      settings: "id",
    };
    old.version(1).stores(stores);
    old.version(2).stores({ tubePhotos: "tubeId" });
    const { piles, ...withoutPiles } = calibration(5);
    expect(piles).toEqual([]);
    const tube = tubes[1];
    await old.table("tubes").bulkAdd([
      { ...tube, optics: { ...tube?.optics, calibrations: [withoutPiles] } },
      { id: "c", label: "no optics", position: 2 },
    ]);
    await old.table("palettes").add({ id: "p", paintingId: "jug", name: "Palette", tubeIds: ["a"] });
    old.close();
    const opened = new GamanDatabase(name);
    expect(paletteSchema.parse(await opened.palettes.get("p")).remark).toBe("");
    const { tubes: rows, unreadableIds } = await readStudio(opened);
    expect(rows[0]?.optics.calibrations).toEqual([calibration(5)]);
    expect(unreadableIds).toEqual(["c"]);
    await opened.delete();
  });
});
