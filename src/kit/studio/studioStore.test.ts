import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { SURFACE_OF_SHINE } from "../../data/surface";
import { labD65 } from "../../core/color/types";
import { storedFromLab } from "../../domain/reading/storedColor";
import { labOfAdditions } from "../../domain/mixture/color";
import { opticsOfTube } from "../../domain/tube/optics";
import { keyOfTube } from "../../domain/tube/solverTube";
import { tubeFromModel } from "../../domain/tube/newTube";
import { GamanDatabase } from "../../persistence/database";
import * as schema from "../../persistence/schema";
import { addNote, changeSettings, startPainting } from "../../persistence/studio";
import { changeTube } from "../../persistence/tubes";
import { type Watched, watchPainting, watchStudio } from "../../persistence/watch";
import type { Store } from "../store/store";
import { StudioStore } from "./studioStore";

let db: GamanDatabase;
let store: StudioStore;
let close: () => void;
let count = 0;

beforeEach(() => {
  db = new GamanDatabase(`store-${count++}`);
  store = new StudioStore(following(db));
  close = store.open((error) => {
    throw error;
  });
});

/** The store followed as by a page: what it hears are copies. */
function following(watched: GamanDatabase): Pick<Store, "watch"> {
  return {
    watch: (paintingId, hear, onFailure) => {
      const hearing = {
        hear: (word: Watched) => {
          hear(structuredClone(word));
        },
        onFailure,
      };
      return paintingId === undefined
        ? watchStudio(watched, hearing)
        : watchPainting(watched, paintingId, hearing);
    },
  };
}

afterEach(async () => {
  close();
  await db.delete();
});

const until = (holds: () => boolean): Promise<void> =>
  vi.waitFor(
    () => {
      if (!holds()) throw new Error("not yet");
    },
    { timeout: 60_000 },
  );

const start = (title: string) =>
  startPainting(
    db,
    title,
    ["titanium-white", "raw-umber", "viridian"].map((id) => tubeFromModel(pigment(id))),
    1,
  );

describe("paint whose shine the painter said", () => {
  it("is predicted under that surface before anything was read, and stays the same object meanwhile", async () => {
    await start("Jug");
    await until(() => store.get().board.length === 3);
    const unsaid = store.get().tubes[1];
    expect(unsaid && opticsOfTube(unsaid)?.surface).toBeUndefined();
    await changeSettings(db, { paintSurfaces: { oil: "matt" } });
    await until(() => store.get().settings.paintSurfaces?.oil === "matt");
    const said = store.get().tubes[1];
    expect(said && opticsOfTube(said)?.surface).toEqual(SURFACE_OF_SHINE.matt.centre);
    expect(store.get().board[1]).toBe(said);
    expect(unsaid && said && keyOfTube(unsaid) !== keyOfTube(said)).toBe(true);
    // Matt paint cannot be as dark: the surface throws more light at the viewer.
    const darkness = (tube: typeof said): number =>
      (tube && labOfAdditions([{ tubeId: tube.id, parts: 1 }], new Map([[tube.id, tube]])))?.[0] ??
      Number.NaN;
    expect(darkness(said)).toBeGreaterThan(darkness(unsaid) + 1);
    const paintingId = store.get().painting?.id ?? "";
    await addNote(db, { paintingId, name: "Rim", target: storedFromLab(labD65(50, 2, 10), "typed", 1) }, 5);
    await until(() => store.get().notes.length === 1);
    expect(store.get().tubes[1]).toBe(said);
    await changeTube(db, said?.id ?? "", { label: "Another name" });
    await until(() => store.get().tubes[1]?.label === "Another name");
    expect(store.get().tubes[0]).toBe(store.get().board[0]);
    const stored = await db.tubes.toArray();
    expect(stored.every((row) => !JSON.stringify(row).includes("surface"))).toBe(true);
  }, 60_000);
});

describe("the studio", () => {
  it("is ready without any painting, and takes one into hand with its palette and board", async () => {
    await until(() => store.get().isReady);
    expect(store.get()).toMatchObject({ painting: undefined, board: [], notes: [] });
    const seen: (string | undefined)[] = [];
    store.subscribe(() => {
      const { painting, palette } = store.get();
      seen.push(painting && palette?.id);
    });
    const painting = await start("Jug");
    await until(() => store.get().board.length === 3);
    expect(store.get().painting?.id).toBe(painting.id);
    // Never with the painting of one and the palette of another.
    expect(seen.filter((id) => id !== undefined).every((id) => id === painting.paletteId)).toBe(true);
  });

  it("parses one row again after a write to one tube, and leaves every other object as it was", async () => {
    await start("Jug");
    await until(() => store.get().board.length === 3);
    const before = store.get();
    const parse = vi.spyOn(schema.tubeSchema, "safeParse");
    const [first, second, third] = before.box;
    if (!first || !second || !third) throw new Error("no box");
    await changeTube(db, second.id, { label: "Umber, new" });
    parse.mockClear();
    await until(() => store.get().box[1]?.label === "Umber, new");
    expect(parse).toHaveBeenCalledTimes(1);
    parse.mockRestore();
    const after = store.get();
    expect(after.box[0]).toBe(first);
    expect(after.box[2]).toBe(third);
    for (const key of ["notes", "paintings", "palettes", "settings", "painting"] as const)
      expect(after[key]).toBe(before[key]);
  });

  it("tells nobody of a write that changes nothing that is shown", async () => {
    const painting = await start("Jug");
    await until(() => store.get().board.length === 3);
    const before = store.get();
    const listener = vi.fn();
    store.subscribe(listener);
    await db.looks.add({
      id: "look",
      paintingId: painting.id,
      noteId: "n",
      target: storedFromLab(labD65(50, 0, 0), "typed", 1),
      said: storedFromLab(labD65(50, 0, 0), "typed", 1),
      at: 1,
    });
    await db.tubes.bulkPut(await db.tubes.toArray());
    await new Promise((resolve) => setTimeout(resolve, 60));
    expect(listener).not.toHaveBeenCalled();
    expect(store.get()).toBe(before);
  });

  it("goes to another painting with the notes of that one", async () => {
    const jug = await start("Jug");
    const lid = await start("Lid");
    await addNote(
      db,
      { paintingId: jug.id, name: "Handle", target: storedFromLab(labD65(50, 2, 10), "typed", 1) },
      5,
    );
    await until(() => store.get().painting?.id === lid.id);
    expect(store.get().notes).toEqual([]);
    await changeSettings(db, { currentPaintingId: jug.id });
    await until(() => store.get().painting?.id === jug.id);
    expect(store.get().notes.map(({ name }) => name)).toEqual(["Handle"]);
    expect(store.get().noteById.size).toBe(1);
  });

  it("reports rows that cannot be read and shows the others", async () => {
    await start("Jug");
    await until(() => store.get().board.length === 3);
    await db.tubes.put({ id: "broken", label: 7, position: 9 } as never);
    await until(() => store.get().hasUnreadable);
    expect(store.get().box).toHaveLength(3);
  });
});
