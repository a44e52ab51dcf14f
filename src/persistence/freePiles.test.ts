import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { labD65 } from "../core/color/types";
import { contentsOf, volumeOf } from "../domain/pile/contents";
import { lastDeedOf } from "../domain/pile/lastDeed";
import type { Pile } from "../domain/pile/pile";
import { storedFromLab } from "../domain/reading/storedColor";
import { GamanDatabase } from "./database";
import {
  beginFreePile,
  correctKeptPile,
  goOnWithPile,
  keepFreePile,
  namePile,
  setLeft,
  setPileGround,
  setSoft,
  setStreaky,
} from "./freePiles";
import { readFreeHistory, readFreePiles, readNoteHistory, readPile, readPilesToTake } from "./pileReads";
import { seenOf } from "../domain/pile/seenPile";
import {
  addReading,
  addToPile,
  addToPileAsSeen,
  commitSample,
  keepMatch,
  PileChangedError,
  recordDryCheck,
  scrapePile,
  startSample,
} from "./piles";
import { addNote, startPainting } from "./studio";
import { redo, undoLast, type PaintOf } from "./undo";

const color = storedFromLab(labD65(50, 2, 10), "measured", 0.5);
const paint = (tubeId: string, parts: number, fromPileId?: string) => ({
  tubeId,
  parts,
  addedAt: 5,
  ...(fromPileId !== undefined && { fromPileId }),
});

let db: GamanDatabase;
let paintingId: string;
let noteId: string;
let count = 0;

beforeEach(async () => {
  db = new GamanDatabase(`free-${count++}`);
  paintingId = (await startPainting(db, "Jug", [], 1)).id;
  noteId = (await addNote(db, { paintingId, name: "Handle", target: color }, 2)).id;
});

afterEach(async () => {
  await db.delete();
});

const again = async (pile: Pile): Promise<Pile> => {
  const now = await readPile(db, pile.id);
  if (!now) throw new Error("it is gone");
  return now;
};
const begin = () => beginFreePile(db, { paintingId }, [paint("red", 2), paint("black", 1)], undefined, 3);

describe("a free pile", () => {
  it("is begun without a note, named, read, kept, and found on the board of its painting", async () => {
    const pile = await begin();
    await namePile(db, pile.id, " red-black ");
    await addReading(db, { pileId: pile.id, color, film: "wet" }, 6, seenOf(pile));
    await keepFreePile(db, seenOf(pile));
    const [kept] = await readFreePiles(db, paintingId);
    expect(kept).toMatchObject({ name: "red-black", state: "kept", leftParts: 3 });
    expect(kept?.noteId).toBeUndefined();
    expect((await readFreeHistory(db, pile.id)).readings).toHaveLength(1);
    // No match and no note were made for it.
    expect(await db.matches.count()).toBe(0);
    expect(await db.notes.count()).toBe(1);
  });

  it("is laid on a ground of its own, and on the painting's again", async () => {
    const pile = await begin();
    const GREY = { kind: "toned", name: "Grey", color, isWet: false } as const;
    await setPileGround(db, pile.id, GREY);
    expect((await readPile(db, pile.id))?.ground).toEqual(GREY);
    await setPileGround(db, pile.id, undefined);
    expect((await readPile(db, pile.id))?.ground).toBeUndefined();
  });

  it("gives paint while it lies open, is smaller then, and gets it back by an undo", async () => {
    const pile = await begin();
    const other = await addToPile(
      db,
      noteId,
      [paint("white", 3), paint("red", 0.4, pile.id), paint("black", 0.2, pile.id)],
      undefined,
      7,
      undefined,
    );
    expect(volumeOf(contentsOf(await again(pile)))).toBeCloseTo(2.4, 10);
    expect((await readPilesToTake(db, paintingId)).map(({ id }) => id)).toContain(pile.id);
    await undoLast(db, { noteId }, "dose", seenOf(other));
    expect(contentsOf(await again(pile))).toEqual(contentsOf(pile));
    // Undone, the pile's own last deed is its dose and not what was taken.
    expect(lastDeedOf(await readFreeHistory(db, pile.id))?.kind).toBe("dose");
  });

  it("is mixed on after it was kept, without what others took", async () => {
    const pile = await begin();
    await keepFreePile(db, seenOf(pile));
    await addToPile(
      db,
      noteId,
      [paint("red", 1, pile.id), paint("black", 0.5, pile.id)],
      undefined,
      7,
      undefined,
    );
    const open = await goOnWithPile(db, seenOf(await again(pile)), 8);
    expect(volumeOf(contentsOf(open))).toBeCloseTo(1.5, 10);
    expect(open.leftParts).toBeUndefined();
    const grown = await addToPileAsSeen(db, seenOf(open), [paint("white", 1)]);
    expect(contentsOf(grown).map(({ tubeId }) => tubeId)).toEqual(["red", "black", "white"]);
  });

  it("says how it lies", async () => {
    const pile = await begin();
    await setSoft(db, pile.id, true, 9);
    await setStreaky(db, pile.id, true);
    expect(await again(pile)).toMatchObject({ soft: { at: 9, isCovered: true }, isStreaky: true });
    await setStreaky(db, pile.id, false);
    await setLeft(db, pile.id, 1, 11);
    expect((await again(pile)).isStreaky).toBeUndefined();
    // Covered it stays, whoever says how much is left.
    expect((await again(pile)).soft).toEqual({ at: 11, isCovered: true });
    await expect(setPileGround(db, "gone", undefined)).rejects.toBeInstanceOf(PileChangedError);
    await expect(namePile(db, "gone", "x")).rejects.toBeInstanceOf(PileChangedError);
  });
});

async function keptMatch(): Promise<Pile> {
  const pile = await addToPile(db, noteId, [paint("white", 3), paint("red", 1)], undefined, 3, undefined);
  const read = await addReading(db, { noteId, pileId: pile.id, color, film: "wet" }, 4, seenOf(pile));
  await keepMatch(
    db,
    { paintingId, noteId, pileId: pile.id, target: color, result: color, deltaE2000: 0, remark: "" },
    { id: read.id },
    5,
    seenOf(pile),
  );
  return pile;
}

describe("a kept match", () => {
  it("is corrected directly: what is left begins a new pile, and what was read of it holds there", async () => {
    const kept = await keptMatch();
    const doses = [paint("white", 3, kept.id), paint("red", 1, kept.id)];
    const pile = await correctKeptPile(db, kept, noteId, doses, 9);
    expect((await again(kept)).leftParts).toBe(0);
    expect(await db.matches.count()).toBe(1);
    const { readings } = await readNoteHistory(db, noteId);
    const derived = readings.filter(({ pileId }) => pileId === pile.id);
    expect(derived).toHaveLength(1);
    expect(derived[0]?.derivedFrom).toBe(readings.find(({ pileId }) => pileId === kept.id)?.id);
  });
});

const everything = async () =>
  JSON.stringify([
    await db.piles.orderBy("id").toArray(),
    await db.readings.orderBy("id").toArray(),
    await db.matches.toArray(),
    await db.notes.toArray(),
  ]);

describe("undo and redo", () => {
  it("go through doses, readings, scrapings, a sample, the keeping and the dry check, and back", async () => {
    const of: PaintOf = { noteId };
    const states: string[] = [await everything()];
    const then = async (deed: () => Promise<unknown>): Promise<void> => {
      await deed();
      states.push(await everything());
    };
    const open = async (): Promise<Pile> => {
      const pile = (await readNoteHistory(db, noteId)).piles.find(({ state }) => state === "open");
      if (!pile) throw new Error("no open pile");
      return pile;
    };
    await then(() => addToPile(db, noteId, [paint("white", 8)], undefined, 3, undefined));
    await then(async () => addToPile(db, noteId, [paint("red", 1)], undefined, 4, seenOf(await open())));
    await then(async () => {
      const pile = await open();
      await addReading(db, { noteId, pileId: pile.id, color, film: "wet" }, 5, seenOf(pile));
    });
    await then(async () => scrapePile(db, 0.5, 6, seenOf(await open())));
    await then(async () => startSample(db, 1 / 8, [], 7, seenOf(await open())));
    await then(async () => {
      const sample = (await readNoteHistory(db, noteId)).piles.find(({ state }) => state === "side");
      if (sample) await addToPileAsSeen(db, seenOf(sample), [paint("blue", 0.1)]);
    });
    const undone = [];
    for (const expected of [...states].reverse().slice(1)) {
      const last = lastDeedOf(await readNoteHistory(db, noteId));
      if (!last) throw new Error("nothing to undo");
      undone.push(await undoLast(db, of, last.kind, seenOf(last.pile)));
      // The first dose also marked the note: undone, it is open again.
      expect(await everything()).toBe(expected);
    }
    expect(undone.map(({ kind }) => kind)).toEqual([
      "dose",
      "sampling",
      "scraping",
      "reading",
      "dose",
      "dose",
    ]);
    for (const expected of states.slice(1)) {
      const next = undone.pop();
      if (next) await redo(db, next);
      expect(await everything()).toBe(expected);
    }
  });

  it("take the keeping and the verdict back, whole", async () => {
    const kept = await keptMatch();
    const before = await everything();
    const [match] = await db.matches.toArray();
    await recordDryCheck(db, match?.id ?? "", "confirmed", 20, color);
    const checked = await everything();
    const verdict = await undoLast(db, { noteId }, "verdict", seenOf(await again(kept)));
    expect(await everything()).toBe(before);
    await redo(db, verdict);
    expect(await everything()).toBe(checked);
    await undoLast(db, { noteId }, "verdict", seenOf(await again(kept)));
    await undoLast(db, { noteId }, "keeping", seenOf(await again(kept)));
    expect(await db.matches.count()).toBe(0);
    expect((await again(kept)).state).toBe("open");
    expect((await db.notes.get(noteId))?.state).toBe("mixing");
  });

  it("refuse what another window did meanwhile", async () => {
    const pile = await begin();
    const taken = await undoLast(db, { pileId: pile.id }, "dose", seenOf(pile));
    const other = { ...pile, name: "another" };
    await db.piles.put(other);
    await expect(redo(db, taken)).rejects.toBeInstanceOf(PileChangedError);
    expect(await again(pile)).toEqual(other);
    await expect(undoLast(db, { pileId: pile.id }, "reading", seenOf(pile))).rejects.toBeInstanceOf(
      PileChangedError,
    );
  });

  it("do to the pile what was tried aside, and take that back in one go", async () => {
    const pile = await addToPile(db, noteId, [paint("white", 8)], undefined, 3, undefined);
    const sample = await startSample(db, 1 / 8, [{ tubeId: "blue", parts: 0.1 }], 4, seenOf(pile));
    await addReading(db, { noteId, pileId: sample.id, color, film: "wet" }, 5, seenOf(sample));
    const grown = await commitSample(db, seenOf(sample), 6, seenOf(pile));
    await undoLast(db, { noteId }, "dose", seenOf(grown));
    expect(contentsOf(await again(pile))).toEqual(contentsOf(pile));
    const { readings } = await readNoteHistory(db, noteId);
    expect(readings.filter(({ pileId }) => pileId === pile.id)).toEqual([]);
  });
});
