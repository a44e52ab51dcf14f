import "fake-indexeddb/auto";
import { IDBObjectStore } from "fake-indexeddb";
import { afterEach, describe, expect, it } from "vitest";
import { wholeOf } from "../../tests/support/sampleStore";
import { type Ready, readyStore, STORE_TASKS } from "../../tests/support/storeTasks";
import { storeFaultWords } from "../words/store";
import { GamanDatabase } from "./database";
import { createStoreApi } from "./storeApi";

/** What can be written to before the storage is full; without end while nothing is tried. */
const storage = { left: Number.POSITIVE_INFINITY, written: 0 };

/** A store that has no room throws this at each way of writing. */
function limit(name: "put" | "add"): void {
  const write = Object.getOwnPropertyDescriptor(IDBObjectStore.prototype, name)?.value as (
    this: unknown,
    ...asked: unknown[]
  ) => IDBRequest<IDBValidKey>;
  IDBObjectStore.prototype[name] = function (this: unknown, ...asked: unknown[]) {
    storage.written++;
    if (storage.written > storage.left) throw new DOMException("no room", "QuotaExceededError");
    return write.apply(this, asked);
  };
}
limit("put");
limit("add");

let count = 0;
const opened: GamanDatabase[] = [];

async function ready(): Promise<Ready> {
  storage.left = Number.POSITIVE_INFINITY;
  const at = await readyStore(`full-${count++}`);
  opened.push(at.db);
  return at;
}

afterEach(async () => {
  storage.left = Number.POSITIVE_INFINITY;
  for (const db of opened.splice(0)) await db.delete();
});

/** Steps of one task that are whole by themselves: what the first has written stays when the second finds no room. */
const STEPS: Readonly<Record<string, number>> = {
  "undo and do again": 2,
  "begin and keep a pile without a target": 2,
  "add tubes with a photo": 2,
  "lay out another palette": 2,
};

const ONLY_DELETE = new Set(["undo", "take a reading back"]);

describe("storage that is full at each write of a task", () => {
  it.each(Object.entries(STORE_TASKS))("%s: written whole or not at all, and said", async (name, task) => {
    const free = await ready();
    storage.written = 0;
    await task(free);
    const writes = storage.written;
    // What only takes away needs no room.
    expect(writes > 0).toBe(!ONLY_DELETE.has(name));
    const states = new Set<string>();
    for (let room = 0; room < writes; room++) {
      const at = await ready();
      const before = JSON.stringify(await wholeOf(at.db));
      storage.written = 0;
      storage.left = room;
      const failure = await task(at).then(
        () => undefined,
        (error: unknown) => error,
      );
      storage.left = Number.POSITIVE_INFINITY;
      expect(String((failure as Error | undefined)?.name), `${name}, ${room} of ${writes} writes`).toMatch(
        /QuotaExceeded|AbortError/,
      );
      const after = JSON.stringify(await wholeOf(at.db));
      if (after !== before) states.add(`${after.length}`);
      // The same is done in full once there is room again.
      if (after === before) await task(at);
    }
    expect(states.size, "states between nothing and all").toBeLessThan(STEPS[name] ?? 1);
  });

  it("an import that finds no room leaves the store as it was, and an archive can still be saved", async () => {
    const source = await ready();
    const saved = await createStoreApi(() => source.db).saveArchive(
      "own",
      { kind: "everything" },
      4000,
      () => undefined,
    );
    if (!saved.ok) throw new Error(storeFaultWords(saved.fault));
    const target = new GamanDatabase(`full-${count++}`);
    opened.push(target);
    const api = createStoreApi(() => target);
    const before = await wholeOf(target);
    for (const room of [0, 1, 5, 12, 20]) {
      expect((await api.openArchive("own", saved.value.blob, () => undefined)).ok).toBe(true);
      storage.written = 0;
      storage.left = room;
      const taken = await api.takeIn("mine", "m.zip", 5000, () => undefined);
      expect(taken).toEqual({ ok: false, fault: { code: "full" } });
      // Reading needs no room: what is there can be saved to a file.
      const out = await createStoreApi(() => source.db).saveArchive(
        "own",
        { kind: "everything" },
        4000,
        () => undefined,
      );
      expect(out.ok).toBe(true);
      storage.left = Number.POSITIVE_INFINITY;
      expect(await wholeOf(target)).toEqual(before);
    }
  });
});
