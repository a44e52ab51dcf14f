import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { fillStore, type Sample, stored, wholeOf } from "../../../tests/support/sampleStore";
import { GamanDatabase, STORE_VERSION } from "../database";
import { seenOf } from "../../domain/pile/seenPile";
import { addToPile } from "../piles";
import { parseRows } from "../rows";
import { pileSchema } from "../schema";
import { checkStore, readQuarantine } from "../storeCheck";
import { createStoreApi } from "../storeApi";
import { addNote, renameNote } from "../studio";
import { changeTube } from "../tubes";
import { carryOut, readLastImport, undoImport, type WhoseCounts } from "./importArchive";
import { planMerge } from "./mergePlan";
import { readArchive } from "./readArchive";
import { writeArchive } from "./writeArchive";

const EVERYTHING = { kind: "everything" } as const;

let count = 0;
let mine: GamanDatabase;
let other: GamanDatabase;
let sample: Sample;

beforeEach(async () => {
  mine = new GamanDatabase(`archive-mine-${count}`);
  other = new GamanDatabase(`archive-other-${count++}`);
  sample = await fillStore(mine);
});

afterEach(async () => {
  await mine.delete();
  await other.delete();
});

async function takeIn(db: GamanDatabase, archive: Blob, whose: WhoseCounts = "mine"): Promise<void> {
  await carryOut(db, await planMerge(db, await readArchive(archive)), whose, "test.gaman.zip", 5000);
}

const save = async (db: GamanDatabase): Promise<Blob> => (await writeArchive(db, EVERYTHING, 4000)).blob;

describe("an archive of everything", () => {
  it("comes back into an empty store as it was, files included", async () => {
    await takeIn(other, await save(mine));
    expect(await wholeOf(other)).toEqual(await wholeOf(mine));
    expect(Object.values(await wholeOf(mine)).every((rows) => rows.length > 0)).toBe(true);
  });

  it("changes nothing the second time", async () => {
    const archive = await save(mine);
    const before = await wholeOf(mine);
    const plan = await planMerge(mine, await readArchive(archive));
    expect([...plan.added.values(), ...plan.differing.values()].flat()).toEqual([]);
    await takeIn(mine, archive, "theirs");
    expect(await wholeOf(mine)).toEqual(before);
  });

  it("tells how far it is", async () => {
    const shares: number[] = [];
    await writeArchive(mine, EVERYTHING, 4000, (share) => shares.push(share));
    expect(shares.at(-1)).toBeCloseTo(1, 2);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
  });

  it("keeps what cannot be read apart, and says so", async () => {
    await mine.table("notes").put({ id: "broken", paintingId: sample.painting.id, number: "four" });
    const { manifest, blob } = await writeArchive(mine, EVERYTHING, 4000);
    expect(manifest).toMatchObject({ leftOut: 0, unread: [{ rows: 1 }] });
    await takeIn(other, blob);
    expect((await checkStore(other)).unreadable).toEqual([]);
    expect(await readQuarantine(other)).toMatchObject([{ table: "notes", rowId: "broken" }]);
  });
});

describe("merging", () => {
  const hull = () => sample.notes[0]?.id ?? "";

  it("keeps mine or takes theirs where both have a record that differs", async () => {
    const archive = await save(mine);
    await renameNote(mine, hull(), "Tarred hull");
    await takeIn(mine, archive, "mine");
    expect((await mine.notes.get(hull()))?.name).toBe("Tarred hull");
    await takeIn(mine, archive, "theirs");
    expect((await mine.notes.get(hull()))?.name).toBe("Hull");
  });

  it("knows the same tubes of another box, and lets the records name them", async () => {
    const theirs = await fillStore(other, "Quay");
    const box = await mine.tubes.count();
    await takeIn(mine, await save(other));
    expect(await mine.tubes.count()).toBe(box);
    const piles = parseRows(pileSchema, await mine.piles.toArray()).rows;
    const named = new Set(piles.flatMap(({ additions }) => additions.map(({ tubeId }) => tubeId)));
    expect([...named].every((id) => sample.tubes.some((tube) => tube.id === id))).toBe(true);
    const charts = await mine.charts.where({ paintingId: theirs.painting.id }).toArray();
    // A painted cell is found by its tubes: what was read there is not lost.
    expect(charts.map(({ readings }) => readings[0]?.cell)).toEqual(
      charts.map(({ tubeIds }) => `${tubeIds[0]} 1`),
    );
    expect(charts).toHaveLength(1);
    expect((await mine.palettes.get(theirs.painting.paletteId))?.tubeIds).toEqual(
      sample.tubes.map(({ id }) => id),
    );
    expect((await checkStore(mine)).dangling).toEqual([]);
  });

  it("keeps a tube apart that has another past", async () => {
    await fillStore(other, "Quay");
    const [theirs] = await other.tubes.toArray();
    await changeTube(other, theirs?.id ?? "", { grade: "student" });
    const box = await mine.tubes.count();
    await takeIn(mine, await save(other));
    expect(await mine.tubes.count()).toBe(box + 1);
    const positions = (await mine.tubes.toArray()).map(({ position }) => position);
    expect(new Set(positions).size).toBe(positions.length);
  });

  it("gives a note another number when its own is taken", async () => {
    await takeIn(other, await save(mine));
    const target = stored(40, 0, 0);
    await addNote(mine, { paintingId: sample.painting.id, name: "Rope", target }, 6000);
    await addNote(other, { paintingId: sample.painting.id, name: "Rust", target }, 6001);
    await takeIn(mine, await save(other));
    const numbers = (await mine.notes.toArray()).map(({ name, number }) => [name, number]);
    expect(Object.fromEntries(numbers)).toEqual({ Hull: 1, "Wet sand": 2, Rope: 3, Rust: 4 });
  });

  it("writes nothing at all when one write fails", async () => {
    const archive = await save(mine);
    const plan = await planMerge(other, await readArchive(archive));
    const bulkPut = other.matches.bulkPut.bind(other.matches);
    other.table("matches").bulkPut = () =>
      Promise.reject(new DOMException("full", "QuotaExceededError")) as never;
    await expect(carryOut(other, plan, "mine", "x.zip", 5000)).rejects.toThrow();
    other.table("matches").bulkPut = bulkPut as never;
    expect((await checkStore(other)).rowCount).toBe(0);
    expect(await readLastImport(other)).toBeUndefined();
  });

  it("does not carry out a plan when the store is not the one it was made for", async () => {
    const archive = await save(mine);
    const plan = await planMerge(other, await readArchive(archive));
    await takeIn(other, archive);
    const before = await wholeOf(other);
    await expect(carryOut(other, plan, "mine", "x.zip", 5001)).rejects.toMatchObject({
      fault: { code: "changed" },
    });
    expect(await wholeOf(other)).toEqual(before);
  });
});

describe("parts of the store", () => {
  it("saves one painting with all that it needs and nothing of others", async () => {
    await fillStore(mine, "Quay");
    const paintingId = sample.painting.id;
    const { blob } = await writeArchive(mine, { kind: "painting", paintingId, name: "Harbour" }, 4000);
    await takeIn(other, blob);
    expect(await other.paintings.toCollection().primaryKeys()).toEqual([paintingId]);
    expect(await other.matches.count()).toBe(1);
    expect(await other.settings.count()).toBe(0);
    const report = await checkStore(other);
    expect([report.unreadable, report.dangling]).toEqual([[], []]);
  });

  it("saves the box alone", async () => {
    const { blob } = await writeArchive(mine, { kind: "box" }, 4000);
    await takeIn(other, blob);
    const { counts } = await checkStore(other);
    expect(counts.filter(({ rows }) => rows > 0).map(({ table }) => table)).toEqual(["tubes", "tubePhotos"]);
  });
});

describe("taking an import back", () => {
  it("restores the store exactly, replaced records too", async () => {
    const archive = await save(mine);
    await renameNote(mine, sample.notes[0]?.id ?? "", "Tarred hull");
    await mine.looks.clear();
    const before = await wholeOf(mine);
    await takeIn(mine, archive, "theirs");
    expect(await wholeOf(mine)).not.toEqual(before);
    await undoImport(mine);
    expect(await wholeOf(mine)).toEqual(before);
    expect(await readLastImport(mine)).toBeUndefined();
  });

  it("is refused when imported records were worked on or built upon since", async () => {
    await takeIn(other, await save(mine));
    const noteId = sample.notes[1]?.id ?? "";
    const tubeId = sample.tubes[0]?.id ?? "";
    await addToPile(other, noteId, [{ tubeId, parts: 1, addedAt: 7000 }], undefined, 7000, seenOf(undefined));
    const before = await wholeOf(other);
    await expect(undoImport(other)).rejects.toThrow(/worked on since/);
    expect(await wholeOf(other)).toEqual(before);
  });

  it("does nothing without an import", async () => {
    const before = await wholeOf(mine);
    await undoImport(mine);
    expect(await wholeOf(mine)).toEqual(before);
  });
});

describe("what the page is told", () => {
  it("shows an import before it happens, carries it out and takes it back", async () => {
    const api = createStoreApi(() => other);
    const archive = await save(mine);
    const shares: number[] = [];
    const opened = await api.openArchive("own", archive, (share) => shares.push(share));
    if (!opened.ok) throw new Error(opened.fault.code);
    expect(opened.value.tables.find(({ table }) => table === "notes")).toEqual({
      table: "notes",
      added: 2,
      same: 0,
      differing: 0,
      examples: [],
    });
    expect((await checkStore(other)).rowCount).toBe(0);
    expect(Math.max(...shares)).toBeCloseTo(1, 1);
    expect(await api.takeIn("mine", "a.zip", 5000, () => undefined)).toEqual({ ok: true, value: undefined });
    expect(await other.notes.count()).toBe(2);
    expect(await api.undoImport("own")).toEqual({ ok: true, value: undefined });
    expect(await other.notes.count()).toBe(0);
    expect(await api.takeIn("mine", "a.zip", 5000, () => undefined)).toMatchObject({ ok: false });
  });

  it("gives the reason when a file is not taken", async () => {
    const api = createStoreApi(() => other);
    const answer = await api.openArchive("own", new Blob(["no zip at all"]), () => undefined);
    expect(answer).toMatchObject({
      ok: false,
      fault: { code: "archive", fault: { code: "no-zip" } },
    });
  });

  it("names the version of the store", async () => {
    expect((await readArchive(await save(mine))).manifest.storeVersion).toBe(STORE_VERSION);
  });
});
