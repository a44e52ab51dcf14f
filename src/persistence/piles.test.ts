import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { labD65 } from "../core/color/types";
import {
  addFirstLook,
  changeBench,
  readBench,
  readFirstLooks,
  readTimers,
  setTimer,
  setWanted,
} from "./benches";
import { GamanDatabase } from "./database";
import { currentReading, seenStates } from "../domain/pile/evidence";
import { contentsOf, volumeOf } from "../domain/pile/contents";
import { type SeenPile, seenOf } from "../domain/pile/seenPile";
import {
  addReading,
  addToPile,
  addToPileAsSeen,
  commitSample,
  keepMatch,
  PileChangedError,
  recordDryCheck,
  scrapePile,
  setPileAside,
  startSample,
} from "./piles";
import { readNoteHistory, readPile, readPileBefore, readPilesToTake, readWetAndDry } from "./pileReads";
import { setLeft } from "./freePiles";
import { noteSchema } from "./schema";
import { undoLastAddition } from "./undo";
import type { Note } from "../domain/note/note";
import type { Pile } from "../domain/pile/pile";
import type { StoredColor } from "../domain/reading/storedColor";
import { storedFromLab } from "../domain/reading/storedColor";
import { addNote, startPainting } from "./studio";

const target = storedFromLab(labD65(50, 2, 10), "typed", 1);
const color = (lightness: number, source: StoredColor["source"] = "by-eye"): StoredColor =>
  storedFromLab(labD65(lightness, 2, 10), source, 2);
const paint = (tubeId: string, parts: number, addedAt: number) => ({ tubeId, parts, addedAt });

let db: GamanDatabase;
let note: Note;
let count = 0;

beforeEach(async () => {
  db = new GamanDatabase(`piles-${count++}`);
  const painting = await startPainting(db, "Jug", [], 1);
  note = await addNote(db, { paintingId: painting.id, name: "Handle", target }, 2);
});

afterEach(async () => {
  await db.delete();
});

async function openPile(): Promise<Pile> {
  const pile = (await readNoteHistory(db, note.id)).piles.find(({ state }) => state === "open");
  if (!pile) throw new Error("no open pile");
  return pile;
}

async function lay(...parts: Parameters<typeof paint>[]): Promise<Pile> {
  const { piles } = await readNoteHistory(db, note.id);
  const seen = seenOf(piles.find(({ state }) => state === "open"));
  return addToPile(
    db,
    note.id,
    parts.map((part) => paint(...part)),
    undefined,
    parts[0]?.[2] ?? 0,
    seen,
  );
}

describe("two windows on one pile", () => {
  it("refuse what was decided on an older state, and lose nothing of either", async () => {
    const first = await lay(["white", 4, 10]);
    const seenByBoth: SeenPile = seenOf(first);
    await addToPile(db, note.id, [paint("blue", 0.5, 20)], undefined, 20, seenByBoth);
    const stale = addToPile(db, note.id, [paint("blue", 0.5, 21)], undefined, 21, seenByBoth);
    await expect(stale).rejects.toBeInstanceOf(PileChangedError);
    await expect(scrapePile(db, 0.5, 30, seenByBoth)).rejects.toBeInstanceOf(PileChangedError);
    await expect(undoLastAddition(db, seenByBoth)).rejects.toBeInstanceOf(PileChangedError);
    await expect(setPileAside(db, seenByBoth)).rejects.toBeInstanceOf(PileChangedError);
    await expect(
      addToPile(db, note.id, [paint("red", 1, 22)], undefined, 22, undefined),
    ).rejects.toBeInstanceOf(PileChangedError);
    expect(contentsOf(await openPile())).toEqual([
      { tubeId: "white", parts: 4 },
      { tubeId: "blue", parts: 0.5 },
    ]);
  });
});

describe("scraping back", () => {
  it("leaves less of the same mixture, keeps its reading, and is undone exactly", async () => {
    const pile = await lay(["white", 4, 10], ["blue", 1, 10]);
    await addReading(
      db,
      { noteId: note.id, pileId: pile.id, color: color(48), film: "wet" },
      11,
      seenOf(pile),
    );
    await scrapePile(db, 0.2, 20, seenOf(pile));
    const scraped = await openPile();
    expect(contentsOf(scraped)).toEqual([
      { tubeId: "white", parts: 0.8 },
      { tubeId: "blue", parts: 0.2 },
    ]);
    expect(volumeOf(contentsOf(scraped, 2))).toBe(5);
    const { readings } = await readNoteHistory(db, note.id);
    // Less of the same paint is not a second measurement; the one that was made still holds.
    expect(readings.map(({ turn, color: read }) => [turn, read.lab[0]])).toEqual([[2, 48]]);
    expect(currentReading(scraped, readings)?.turn).toBe(2);
    await lay(["white", 1, 30]);
    expect(contentsOf(await openPile())[0]).toEqual({ tubeId: "white", parts: 1.8 });
    await undoLastAddition(db, seenOf(await openPile()));
    await undoLastAddition(db, seenOf(await openPile()));
    expect(contentsOf(await openPile())).toEqual(contentsOf(pile));
    expect((await readNoteHistory(db, note.id)).readings).toHaveLength(1);
  });
});

describe("a reading", () => {
  it("puts away what the rails said of the pile until then, in the same stroke", async () => {
    const pile = await lay(["white", 4, 10]);
    const miss = { deltaLightness: -3, deltaChroma: 0, deltaHue: 0 };
    await changeBench(db, note.id, {
      chosenKey: "fewest",
      draft: { pileId: pile.id, additionCount: 1, miss },
    });
    await addReading(
      db,
      { noteId: note.id, pileId: pile.id, color: color(48), film: "wet" },
      11,
      seenOf(pile),
    );
    const bench = await readBench(db, note.id);
    expect(bench?.draft).toBeUndefined();
    expect(bench?.chosenKey).toBe("fewest");
  });
});

describe("a sample on the side", () => {
  it("changes only its own record until it is poured back, with its reading", async () => {
    const pile = await lay(["white", 8, 10], ["umber", 2, 10]);
    const sample = await startSample(db, 1 / 8, [{ tubeId: "blue", parts: 0.05 }], 20, seenOf(pile));
    expect(await openPile()).toEqual(pile);
    expect(contentsOf(sample)).toEqual([
      { tubeId: "white", parts: 1 },
      { tubeId: "umber", parts: 0.25 },
      { tubeId: "blue", parts: 0.05 },
    ]);
    const tested = await addToPileAsSeen(db, seenOf(sample), [paint("blue", 0.025, 30)]);
    const read = await addReading(
      db,
      { noteId: note.id, pileId: sample.id, color: color(51), film: "wet" },
      31,
      seenOf(tested),
    );
    expect(await openPile()).toEqual(pile);
    await commitSample(db, seenOf(tested), 40, seenOf(pile));
    const grown = await openPile();
    expect(contentsOf(grown).at(-1)).toEqual({ tubeId: "blue", parts: 0.6000000000000001 });
    const shares = (contents: ReturnType<typeof contentsOf>) =>
      contents.map(({ parts }) => parts / volumeOf(contents));
    const tried = contentsOf((await readPile(db, sample.id)) ?? sample);
    shares(contentsOf(grown)).forEach((share, i) => {
      expect(share).toBeCloseTo(shares(tried)[i] ?? Number.NaN, 12);
    });
    const { readings } = await readNoteHistory(db, note.id);
    expect(readings.findLast(({ pileId }) => pileId === pile.id)).toMatchObject({
      pileId: pile.id,
      turn: 3,
      derivedFrom: read.id,
      color: { lab: [51, 2, 10] },
    });
    expect(seenStates(await db.piles.toArray(), readings, (wet) => wet)).toHaveLength(1);
  });

  it("thrown away leaves the pile exactly as it was", async () => {
    const pile = await lay(["white", 8, 10]);
    const sample = await startSample(db, 1 / 4, [{ tubeId: "red", parts: 1 }], 20, seenOf(pile));
    await setPileAside(db, seenOf(sample));
    expect(await openPile()).toEqual(pile);
    await undoLastAddition(db, seenOf((await readPile(db, sample.id)) ?? sample));
    expect(await openPile()).toEqual(pile);
    await expect(commitSample(db, seenOf(pile), 30, seenOf(pile))).rejects.toThrow(RangeError);
  });
});

describe("a clock that is set back", () => {
  it("changes no order: what was done last is the last turn, and its reading counts", async () => {
    await lay(["white", 4, 1000]);
    const pile = await lay(["blue", 1, 200]);
    expect(contentsOf(pile)).toHaveLength(2);
    await addReading(
      db,
      { noteId: note.id, pileId: pile.id, color: color(44), film: "wet" },
      150,
      seenOf(pile),
    );
    const { readings } = await readNoteHistory(db, note.id);
    expect(currentReading(await openPile(), readings)?.color.lab[0]).toBe(44);
    expect(seenStates([pile], readings, (wet) => wet)).toMatchObject([{ laid: contentsOf(pile) }]);
    await undoLastAddition(db, seenOf(pile));
    expect(contentsOf(await openPile())).toEqual([{ tubeId: "white", parts: 4 }]);
  });
});

describe("what is left of a pile", () => {
  it("is paint for others, is used up, and comes back by undo", async () => {
    const old = await lay(["white", 6, 10], ["umber", 2, 10]);
    const reading = { noteId: note.id, pileId: old.id, color: color(50), film: "wet" as const };
    const match = { paintingId: note.paintingId, noteId: note.id, pileId: old.id, target, result: target };
    await keepMatch(db, { ...match, deltaE2000: 0, remark: "" }, reading, 20, seenOf(old));
    expect(await readPilesToTake(db, undefined)).toEqual([]);
    await setLeft(db, old.id, 4, 1);
    const other = await addNote(db, { paintingId: note.paintingId, name: "Lid", target }, 25);
    expect((await readPileBefore(db, other.id))?.id).toBe(old.id);
    const taken = [
      { ...paint("white", 1.5, 30), fromPileId: old.id },
      { ...paint("umber", 0.5, 30), fromPileId: old.id },
    ];
    const pile = await addToPile(db, other.id, taken, undefined, 30, undefined);
    expect((await readPilesToTake(db, undefined)).map(({ leftParts }) => leftParts)).toEqual([2]);
    await undoLastAddition(db, seenOf(pile));
    expect((await readPilesToTake(db, undefined)).map(({ leftParts }) => leftParts)).toEqual([4]);
    await setLeft(db, old.id, 0, 1);
    expect(await readPilesToTake(db, undefined)).toEqual([]);
  });
});

describe("wet and dry", () => {
  it("make a pair only when the dry paint was read, and only a person's check confirms", async () => {
    const pile = await lay(["white", 6, 10]);
    const reading = { noteId: note.id, pileId: pile.id, color: color(52), film: "wet" as const };
    const match = await keepMatch(
      db,
      {
        paintingId: note.paintingId,
        noteId: note.id,
        pileId: pile.id,
        target,
        result: target,
        deltaE2000: 0,
        remark: "",
      },
      reading,
      20,
      seenOf(pile),
    );
    // The second tap on "Keep" saw what the first one saw.
    await expect(keepMatch(db, { ...match, remark: "" }, reading, 21, seenOf(pile))).rejects.toBeInstanceOf(
      PileChangedError,
    );
    await expect(undoLastAddition(db, seenOf(pile))).rejects.toBeInstanceOf(PileChangedError);
    expect(await db.matches.count()).toBe(1);
    expect(match.verdict).toBe("provisional");
    expect(await readWetAndDry(db)).toEqual([]);
    await recordDryCheck(db, match.id, "moved", 90, color(49));
    expect(await readWetAndDry(db)).toMatchObject([
      { contents: contentsOf(pile), wet: { lab: [52, 2, 10] }, dry: { lab: [49, 2, 10] } },
    ]);
    expect(noteSchema.parse(await db.notes.get(note.id)).state).toBe("mixing");
  });
});

describe("around the paint", () => {
  it("one timer of a kind runs for a note, and it ends when it was to end", async () => {
    const timer = { paintingId: note.paintingId, noteId: note.id, kind: "dry-check" as const };
    await setTimer(db, timer, 30, 1_000);
    await setTimer(db, { ...timer, kind: "stir" }, 0.1, 1_000);
    await setTimer(db, timer, 10, 5_000);
    expect((await readTimers(db)).map(({ kind, dueAt }) => [kind, dueAt])).toEqual([
      ["stir", 7_000],
      ["dry-check", 605_000],
    ]);
    await expect(setTimer(db, timer, Number.NaN, 1)).rejects.toThrow();
    expect(await readTimers(db)).toHaveLength(2);
  });

  it("what is in hand at a bench is kept, looks and wanted amounts too", async () => {
    const byHand = [{ tubeId: "white", parts: 2.5 }];
    const miss = { deltaLightness: -2, deltaChroma: 0, deltaHue: 1 };
    await changeBench(db, note.id, {
      chosenKey: "by-hand",
      byHand,
      draft: { pileId: "p", additionCount: 1, miss },
    });
    expect(await readBench(db, note.id)).toMatchObject({ byHand, draft: { miss } });
    // A choice that is made before the row was read replaces nothing of it.
    await changeBench(db, note.id, { required: ["white"], draft: undefined });
    expect(await readBench(db, note.id)).toEqual({
      noteId: note.id,
      chosenKey: "by-hand",
      byHand,
      required: ["white"],
    });
    expect(await readBench(db, "elsewhere")).toBeUndefined();
    await addFirstLook(db, { paintingId: note.paintingId, noteId: note.id, target, said: color(45), at: 5 });
    expect(await readFirstLooks(db)).toMatchObject([{ said: { lab: [45, 2, 10] } }]);
    await setWanted(db, note.id, { ml: 20, marginShare: 0.15 });
    expect(noteSchema.parse(await db.notes.get(note.id)).wanted).toEqual({ ml: 20, marginShare: 0.15 });
    await setWanted(db, note.id, undefined);
    expect(noteSchema.parse(await db.notes.get(note.id)).wanted).toBeUndefined();
  });
});
