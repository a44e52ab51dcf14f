import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { labD65 } from "../core/color/types";
import { WHITE_PAPER } from "../domain/ground/seenGround";
import type { Layering, PaintLayer } from "../domain/layers/layering";
import { storedFromLab } from "../domain/reading/storedColor";
import { GamanDatabase } from "./database";
import {
  addLayering,
  changeLayering,
  keepScrap,
  readScrapAgain,
  LayeringGoneError,
  readLayablePiles,
  readLayerings,
  readScraps,
  removeLayering,
  removeScrap,
  setPaintingGround,
} from "./layerings";
import { readWetAndDry } from "./pileReads";
import { recordChanges, takeChangesBack } from "./rowChanges";
import { startPainting } from "./studio";

const color = storedFromLab(labD65(50, 20, 20), "measured", 0.5);
const glaze: PaintLayer = {
  id: "glaze",
  name: "Rose",
  amounts: [{ tubeId: "rose", parts: 1 }],
  thinner: "medium",
  thinnerShare: 0.9,
  passes: 1,
  coverShare: 1,
  takenUpShare: 0,
};
let db: GamanDatabase;
let paintingId: string;
let plan: Layering;
let count = 0;

beforeEach(async () => {
  db = new GamanDatabase(`layerings-${count++}`);
  ({ id: paintingId } = await startPainting(db, "Jug", [], 1));
  plan = await addLayering(
    db,
    { paintingId, name: "Jug over grey", ground: WHITE_PAPER, layers: [glaze] },
    2,
  );
});

afterEach(async () => {
  await db.delete();
});

describe("plans of layers", () => {
  it("belong to their painting, oldest first", async () => {
    const later = await addLayering(db, { paintingId, name: "Another", ground: WHITE_PAPER, layers: [] }, 3);
    const { id: other } = await startPainting(db, "Bowl", [], 4);
    await addLayering(db, { paintingId: other, name: "Elsewhere", ground: WHITE_PAPER, layers: [] }, 5);
    expect((await readLayerings(db, paintingId)).map(({ id }) => id)).toEqual([plan.id, later.id]);
  });

  it("are changed from what is stored, and refuse what no hand can lay", async () => {
    await changeLayering(db, plan.id, ({ layers }) => ({ layers: [...layers, { ...glaze, id: "two" }] }));
    await expect(
      changeLayering(db, plan.id, () => ({ layers: [{ ...glaze, passes: 0 }] })),
    ).rejects.toThrow();
    await expect(
      changeLayering(db, plan.id, () => ({ layers: [{ ...glaze, thinnerShare: Number.NaN }] })),
    ).rejects.toThrow();
    expect((await readLayerings(db, paintingId))[0]?.layers.map(({ id }) => id)).toEqual(["glaze", "two"]);
  });

  it("come back when they were removed, and say so when they are gone", async () => {
    const { changes } = await recordChanges(db, [["layerings", plan.id]], () => removeLayering(db, plan.id));
    expect(await readLayerings(db, paintingId)).toEqual([]);
    await expect(changeLayering(db, plan.id, () => ({ name: "X" }))).rejects.toThrow(LayeringGoneError);
    await takeChangesBack(db, changes);
    expect(await readLayerings(db, paintingId)).toEqual([plan]);
  });
});

describe("scraps", () => {
  it("are kept with what was read, newest first, of every painting", async () => {
    const readings = [{ ground: WHITE_PAPER, color }];
    const first = await keepScrap(db, { paintingId, name: "One", layers: [glaze], readings }, 10);
    const second = await keepScrap(
      db,
      { paintingId: "elsewhere", name: "Two", layers: [glaze], readings },
      20,
    );
    expect(await readScraps(db)).toEqual([second, first]);
    await expect(
      keepScrap(db, { paintingId, name: "None", layers: [glaze], readings: [] }, 30),
    ).rejects.toThrow();
    await removeScrap(db, first.id);
    expect(await readScraps(db)).toEqual([second]);
  });

  it("are read wet, and once more when they are dry: so they teach how the paint dries", async () => {
    const wet = { ground: WHITE_PAPER, color, film: "wet" as const };
    const { id } = await keepScrap(db, { paintingId, name: "One", layers: [glaze], readings: [wet] }, 10);
    expect(await readWetAndDry(db)).toEqual([]);
    const dry = storedFromLab(labD65(61, 3, 4), "measured", 0.5);
    await readScrapAgain(db, id, { ground: WHITE_PAPER, color: dry });
    expect(await readWetAndDry(db)).toEqual([{ contents: glaze.amounts, wet: color, dry }]);
    await readScrapAgain(db, "gone", wet);
    expect(await readScraps(db)).toHaveLength(1);
  });
});

describe("a painting's ground", () => {
  it("is set and put away", async () => {
    await setPaintingGround(db, paintingId, WHITE_PAPER);
    expect((await db.paintings.get(paintingId))?.ground).toEqual(WHITE_PAPER);
    await setPaintingGround(db, paintingId, undefined);
    expect(await db.paintings.get(paintingId)).not.toHaveProperty("ground");
  });
});

describe("piles that can be laid", () => {
  it("are those with paint in them", async () => {
    const pile = (id: string, part: object) => ({
      id,
      paintingId,
      additions: [{ tubeId: "rose", parts: 1, turn: 1, addedAt: 1 }],
      state: "open",
      createdAt: 1,
      ...part,
    });
    await db
      .table("piles")
      .bulkAdd([
        pile("open", {}),
        pile("empty", { additions: [] }),
        pile("kept", { state: "kept", leftParts: 2, createdAt: 2 }),
        pile("used-up", { state: "kept", leftParts: 0 }),
        pile("aside", { state: "set-aside" }),
      ]);
    expect((await readLayablePiles(db, paintingId)).map(({ id }) => id)).toEqual(["kept", "open"]);
  });
});
