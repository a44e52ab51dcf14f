import "fake-indexeddb/auto";
import Dexie from "dexie";
import { describe, expect, it, vi } from "vitest";
import { openingFaultWords } from "../words/opening";
import { GamanDatabase } from "./database";
import { openingFaultOf, openStore, type StoreState } from "./opening";

const settled = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 30));

/** However late a busy machine says it. */
const soon = (holds: () => void): Promise<void> => vi.waitFor(holds, { timeout: 60_000 });

function versionOf(name: string, version: number): Dexie {
  const db = new Dexie(name);
  db.version(version).stores({ notes: "id" });
  return db;
}

function watched(name: string): { db: GamanDatabase; states: StoreState[]; end: () => void } {
  const db = new GamanDatabase(name);
  const states: StoreState[] = [];
  const end = openStore(db, (state) => states.push(state));
  return { db, states, end };
}

describe("opening the store", () => {
  it("tells when it is ready, and no more after the end", async () => {
    const { db, states, end } = watched("ready");
    await soon(() => {
      expect(states).toEqual([{ kind: "ready" }]);
    });
    end();
    await Dexie.delete("ready");
    await settled();
    expect(states).toHaveLength(1);
    db.close();
  });

  it("says that the browser does not answer, and goes on when it does", async () => {
    vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
    const db = new GamanDatabase("silent");
    let answer = (): void => undefined;
    const open = db.open.bind(db);
    const opening = vi.spyOn(db, "open").mockImplementation(
      () =>
        new Dexie.Promise((resolve, reject) => {
          answer = () => {
            open().then(resolve, reject);
          };
        }),
    );
    const states: StoreState[] = [];
    const end = openStore(db, (state) => states.push(state));
    vi.advanceTimersByTime(10_001);
    vi.useRealTimers();
    await vi.waitUntil(() => opening.mock.calls.length > 0);
    expect(states).toEqual([{ kind: "failed", fault: { code: "silent" } }]);
    answer();
    await soon(() => {
      expect(states.at(-1)).toEqual({ kind: "ready" });
    });
    end();
    db.close();
  });

  it("waits for a window that holds an older version, then goes on by itself", async () => {
    const old = await new Promise<IDBDatabase>((resolve) => {
      const open = indexedDB.open("held", 10);
      open.onsuccess = () => {
        resolve(open.result);
      };
    });
    const { db, states, end } = watched("held");
    await soon(() => {
      expect(states).toEqual([{ kind: "blocked" }]);
    });
    old.close();
    await soon(() => {
      expect(states.at(-1)).toEqual({ kind: "ready" });
    });
    end();
    db.close();
  });

  it.each([
    ["newer", () => versionOf("taken", 99).open()],
    ["deletion", () => Dexie.delete("taken")],
  ] as const)("lets go when another window takes the store: %s", async (by, act) => {
    const { db, states, end } = watched("taken");
    await soon(() => {
      expect(states).toEqual([{ kind: "ready" }]);
    });
    const other = act();
    await soon(() => {
      expect(states).toEqual([{ kind: "ready" }, { kind: "taken", by }]);
    });
    expect(db.isOpen()).toBe(false);
    const opened = await other;
    if (opened instanceof Dexie) opened.close();
    end();
    await Dexie.delete("taken");
  });

  it("refuses a store of a newer version, and leaves its rows as they are", async () => {
    const newer = versionOf("newer", 99);
    await newer.table("notes").add({ id: "n", colour: "of another shape" });
    newer.close();
    const { db, states, end } = watched("newer");
    await soon(() => {
      expect(states).toMatchObject([{ kind: "failed", fault: { code: "newer" } }]);
    });
    expect(db.isOpen()).toBe(false);
    end();
    const again = versionOf("newer", 100);
    expect(await again.table("notes").toArray()).toEqual([{ id: "n", colour: "of another shape" }]);
    again.close();
  });

  it.each([
    ["VersionError", /newer Gaman/],
    ["QuotaExceededError", /Free some space/],
    ["MissingAPIError", /private window/],
    ["SecurityError", /allow it to store data/],
    ["UnknownError", /Close other windows/],
  ])("has words for %s", (name, words) => {
    const error = new Error("inner");
    error.name = name;
    expect(openingFaultWords(openingFaultOf(error))).toMatch(words);
    expect(openingFaultWords(openingFaultOf(new Error(`${name}: inner`)))).toMatch(words);
  });
});
