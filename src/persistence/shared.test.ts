import "fake-indexeddb/auto";
import { afterEach, describe, expect, it, vi } from "vitest";
import { GamanDatabase } from "./database";
import { sharedOf } from "./shared";

const MINUTE_MS = 60_000;

/** Counts how often it is read. */
function reader() {
  let reads = 0;
  return {
    reads: () => reads,
    read: (db: GamanDatabase, kind: string): Promise<number> => {
      reads++;
      return db.timers.filter((timer) => timer.kind === kind).count();
    },
  };
}

const timer = (id: string) => ({ id, paintingId: "p", kind: "stir", startedAt: 0, dueAt: 1 }) as const;

let count = 0;
async function store(): Promise<GamanDatabase> {
  const db = new GamanDatabase(`shared-${count++}`);
  await db.open();
  return db;
}

describe("a shared query", () => {
  afterEach(() => {
    vi.useRealTimers();
  });

  it("is read once for all who listen, and again when the store changes", async () => {
    const db = await store();
    const { read, reads } = reader();
    const [first, second] = [sharedOf(db, read, "stir"), sharedOf(db, read, "stir")];
    const heard: string[] = [];
    const stops = [first.subscribe(() => heard.push("first")), second.subscribe(() => heard.push("second"))];
    await vi.waitFor(() => {
      expect(first.get()).toEqual({ value: 0 });
    });
    expect(second.get()).toBe(first.get());
    expect(reads()).toBe(1);
    expect(heard).toEqual(["first", "second"]);
    await db.timers.add(timer("a"));
    await vi.waitFor(() => {
      expect(second.get()).toEqual({ value: 1 });
    });
    expect(reads()).toBe(2);
    for (const stop of stops) stop();
  });

  it("is another one for another question and another store", async () => {
    const db = await store();
    const { read } = reader();
    await db.timers.add(timer("a"));
    const [one, two, three] = [
      sharedOf(db, read, "stir"),
      sharedOf(db, read, "cover"),
      sharedOf(await store(), read, "stir"),
    ];
    const stops = [one, two, three].map((query) => query.subscribe(() => undefined));
    await vi.waitFor(() => {
      expect([one.get(), two.get(), three.get()]).toEqual([{ value: 1 }, { value: 0 }, { value: 0 }]);
    });
    for (const stop of stops) stop();
  });

  it("stays for a while when nobody listens any more, and is forgotten then", async () => {
    const db = await store();
    const { read, reads } = reader();
    const query = sharedOf(db, read, "stir");
    const stop = query.subscribe(() => undefined);
    await vi.waitFor(() => {
      expect(query.get()).toEqual({ value: 0 });
    });
    vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
    stop();
    const stopAgain = sharedOf(db, read, "stir").subscribe(() => undefined);
    vi.advanceTimersByTime(MINUTE_MS);
    expect(query.get()).toEqual({ value: 0 });
    expect(reads()).toBe(1);
    stopAgain();
    vi.advanceTimersByTime(MINUTE_MS);
    expect(query.get()).toBeUndefined();
    expect(sharedOf(db, read, "stir")).not.toBe(query);
  });

  it("hands on what the store throws, and is read anew by who tries again", async () => {
    const db = await store();
    let isBroken = true;
    const read = (): Promise<number> =>
      isBroken ? Promise.reject(new Error("no such row")) : Promise.resolve(1);
    const query = sharedOf(db, read, undefined);
    const stop = query.subscribe(() => undefined);
    await vi.waitFor(() => {
      expect(query.get()).toMatchObject({ failure: new Error("no such row") });
    });
    stop();
    isBroken = false;
    const again = sharedOf(db, read, undefined);
    const stopAgain = again.subscribe(() => undefined);
    await vi.waitFor(() => {
      expect(again.get()).toEqual({ value: 1 });
    });
    stopAgain();
  });
});
