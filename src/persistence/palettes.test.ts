import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { pigment } from "../../tests/support/paint";
import { GamanDatabase } from "./database";
import { tubeFromModel } from "../domain/tube/newTube";
import { addPalette, changePalette, layOutPalette, removePalette, restorePalette } from "./palettes";
import { readStudio, startPainting } from "./studio";

let db: GamanDatabase;
let paintingId: string;
let tubeIds: readonly string[];
let count = 0;

beforeEach(async () => {
  db = new GamanDatabase(`palettes-${count++}`);
  const paints = ["titanium-white", "raw-umber", "prussian-blue"].map((id) => tubeFromModel(pigment(id)));
  paintingId = (await startPainting(db, "Jug", paints, 1)).id;
  tubeIds = (await readStudio(db)).tubes.map((tube) => tube.id);
});

afterEach(async () => {
  await db.delete();
});

const plan = (name: string, ids = tubeIds) => ({ paintingId, name, tubeIds: [...ids], remark: "" });

describe("palettes of a painting", () => {
  it("are made, named, laid out on the board and listed by name", async () => {
    const two = await addPalette(db, plan("Two only", tubeIds.slice(0, 2)));
    await changePalette(db, two.id, { name: "A pair", remark: "for the jug" });
    await layOutPalette(db, two.id);
    const { palette, palettes } = await readStudio(db);
    expect(palette).toMatchObject({ name: "A pair", remark: "for the jug", tubeIds: tubeIds.slice(0, 2) });
    expect(palettes.map((row) => row.name)).toEqual(["A pair", "Palette"]);
  });

  it("keep the board's own, and give back what is taken away", async () => {
    const extra = await addPalette(db, plan("Extra"));
    const board = (await readStudio(db)).palette?.id ?? "";
    await expect(removePalette(db, board)).rejects.toThrow("lay out another one first");
    const removed = await removePalette(db, extra.id);
    expect((await readStudio(db)).palettes).toHaveLength(1);
    await restorePalette(db, removed);
    expect((await readStudio(db)).palettes.map((row) => row.name)).toEqual(["Extra", "Palette"]);
  });

  it("refuse tubes that are not in the box, and nothing is half written", async () => {
    await expect(addPalette(db, plan("Wrong", ["no-such-tube"]))).rejects.toThrow("not in the box");
    expect((await readStudio(db)).palettes).toHaveLength(1);
    await expect(changePalette(db, "gone", { name: "x" })).rejects.toThrow();
  });
});
