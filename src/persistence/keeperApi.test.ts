import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { fillStore, type Sample } from "../../tests/support/sampleStore";
import { storedFromLab } from "../domain/reading/storedColor";
import { labD65 } from "../core/color/types";
import { GamanDatabase } from "./database";
import { createKeeperApi, type Heard, type KeeperApi } from "./keeperApi";

let db: GamanDatabase;
let keeper: KeeperApi;
let sample: Sample;
let heard: Map<number, Heard[]>;
let count = 0;

beforeEach(async () => {
  db = new GamanDatabase(`kept-${count++}`);
  sample = await fillStore(db);
  keeper = createKeeperApi(() => db);
  heard = new Map();
  keeper.listen((id, word) => {
    heard.set(id, [...(heard.get(id) ?? []), word]);
  });
});

afterEach(async () => {
  await db.delete();
});

const newestOf = (id: number): Heard | undefined => heard.get(id)?.at(-1);

describe("what a page follows", () => {
  it("is told under its number, again when it changes, and no more when it is ended", async () => {
    const noteId = sample.notes[0]?.id ?? "";
    keeper.follow(7, "own", "readBench", [noteId]);
    await vi.waitFor(() => {
      expect(newestOf(7)).toEqual({ value: undefined });
    });
    await keeper.call("own", "changeBench", noteId, { chosenKey: "k" });
    await vi.waitFor(() => {
      expect(newestOf(7)).toEqual({ value: { noteId: noteId, chosenKey: "k" } });
    });
    keeper.end(7);
    const words = heard.get(7)?.length;
    await keeper.call("own", "changeBench", noteId, { chosenKey: "other" });
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(heard.get(7)).toHaveLength(words ?? 0);
  });

  it("is told of the frame around every view, and of the state of the store", async () => {
    keeper.open(1, "own");
    keeper.watch(2, "own", undefined);
    keeper.watch(3, "own", sample.painting.id);
    await vi.waitFor(() => {
      expect(newestOf(1)).toEqual({ value: { kind: "ready" } });
      const tables = [2, 3].map((id) =>
        (heard.get(id) ?? []).map((word) => "value" in word && (word.value as { table: string }).table),
      );
      expect(tables.map((names) => [...names].sort())).toEqual([
        ["paintings", "quarantine", "settings", "tubes"],
        ["notes", "palettes"],
      ]);
    });
  });

  it("is told with its reason where it cannot be read", async () => {
    vi.spyOn(db.piles, "get").mockRejectedValue(Object.assign(new Error("torn"), { name: "DataError" }));
    keeper.follow(4, "own", "readPile", ["p"]);
    await vi.waitFor(() => {
      expect(newestOf(4)).toEqual({ failure: { name: "DataError", message: "torn" } });
    });
  });
});

describe("what every page asks for first", () => {
  it("is read before it asks, the painting in hand too, and told at once", async () => {
    const reads = vi.spyOn(db.notes, "where");
    keeper = createKeeperApi(() => db, "own");
    await vi.waitFor(() => {
      expect(reads).toHaveBeenCalled();
    });
    await new Promise((resolve) => setTimeout(resolve, 50));
    const words: (readonly [number, Heard])[] = [];
    keeper.listen((id, word) => words.push([id, word]));
    keeper.open(1, "own");
    keeper.watch(2, "own", undefined);
    keeper.watch(3, "own", sample.painting.id);
    // No turn of the clock lies between.
    const kinds = words.map(([id, word]) => {
      const { kind, table } = ("value" in word ? word.value : {}) as { kind?: string; table?: string };
      return `${id} ${kind ?? table ?? ""}`;
    });
    expect(kinds.sort()).toEqual([
      "1 ready",
      "2 paintings",
      "2 quarantine",
      "2 settings",
      "2 tubes",
      "3 notes",
      "3 palettes",
    ]);
    expect(reads.mock.calls.filter(([about]) => typeof about === "object")).toHaveLength(1);
  });

  it("is followed for as long as somebody hears it", async () => {
    keeper.watch(2, "own", sample.painting.id);
    keeper.watch(3, "own", sample.painting.id);
    await vi.waitFor(() => {
      expect(heard.get(3)?.length).toBe(2);
    });
    const reads = vi.spyOn(db.notes, "where");
    keeper.end(2);
    keeper.end(3);
    await db.notes.update(sample.notes[0]?.id ?? "", { name: "Another" });
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(reads).not.toHaveBeenCalledWith({ paintingId: sample.painting.id });
  });
});

describe("a change that is made of what is stored", () => {
  const renamed = async (page: (before: { readonly name: string }) => Promise<object>): Promise<unknown> => {
    const [grid] = await db.grids.toArray();
    return keeper.call("own", "changeGrid", grid?.id, page);
  };

  it("is asked of the page, once, and written", async () => {
    const page = vi.fn((before: { readonly name: string }) =>
      Promise.resolve({ name: `${before.name}, new` }),
    );
    const [before] = await db.grids.toArray();
    await renamed(page);
    expect((await db.grids.toArray()).map(({ name }) => name)).toEqual([`${before?.name ?? ""}, new`]);
    expect(page).toHaveBeenCalledTimes(1);
  });

  it("is asked again where something else is stored meanwhile, and loses nothing of that", async () => {
    const [grid] = await db.grids.toArray();
    if (!grid) throw new Error("no grid");
    let asked = 0;
    await renamed(async ({ name }) => {
      // Another window writes while the page thinks, the first time.
      if (asked++ === 0) await db.grids.put({ ...grid, name: "from elsewhere" });
      return { name: `${name}!` };
    });
    expect(asked).toBe(2);
    expect((await db.grids.toArray()).map(({ name }) => name)).toEqual(["from elsewhere!"]);
  });

  it("writes nothing where the page, or the store, refuses", async () => {
    const before = await db.grids.toArray();
    await expect(renamed(() => Promise.reject(new Error("changed my mind")))).rejects.toThrow(
      "changed my mind",
    );
    await expect(keeper.call("own", "changeGrid", "gone", () => ({}))).rejects.toThrow("were removed");
    expect(await db.grids.toArray()).toEqual(before);
  });

  it("is recorded with what it did, and can be taken back", async () => {
    const [grid] = await db.grids.toArray();
    const { changes } = await keeper.record("own", [["grids", grid?.id ?? ""]], "changeGrid", grid?.id, () =>
      Promise.resolve({ name: "Another" }),
    );
    expect(changes).toMatchObject([{ table: "grids", before: grid, after: { name: "Another" } }]);
    await keeper.call("own", "takeChangesBack", changes);
    expect(await db.grids.toArray()).toEqual([grid]);
  });
});

describe("calls", () => {
  it("answer as the functions of their names, and fail with their errors", async () => {
    const note = {
      paintingId: sample.painting.id,
      name: "Rope",
      target: storedFromLab(labD65(40, 1, 1), "typed", 1),
    };
    expect(await keeper.call("own", "addNote", note, 3000)).toMatchObject({ name: "Rope" });
    const stale = { id: "no-pile", state: "open", turn: 1 };
    await expect(keeper.call("own", "setPileAside", stale)).rejects.toMatchObject({
      name: "PileChangedError",
    });
  });
});
