import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { GamanDatabase } from "./database";
import { ChangedSinceError, recordChanges, takeChangesBack } from "./rowChanges";

let db: GamanDatabase;
beforeEach(() => {
  db = new GamanDatabase("changes");
});
afterEach(async () => {
  await db.delete();
});

const timer = (id: string, dueAt: number) => ({ id, dueAt });
const put = (row: object) => db.table("timers").put(row);
const rows = () => db.table("timers").toArray();

describe("changes to rows", () => {
  it("are taken back: what went comes again, what came goes, what changed is as before", async () => {
    await put(timer("gone", 1));
    await put(timer("moved", 2));
    const before = await rows();
    const places = ["gone", "moved", "new", "same"].map((id) => ["timers", id] as const);
    const { answer, changes } = await recordChanges(db, places, async () => {
      await db.table("timers").delete("gone");
      await put(timer("moved", 3));
      await put(timer("new", 4));
      return "done";
    });
    expect(answer).toBe("done");
    expect(changes.map(({ key }) => key)).toEqual(["gone", "moved", "new"]);
    await takeChangesBack(db, changes);
    expect(await rows()).toEqual(before);
  });

  it("are kept where a row was changed since, all of them", async () => {
    await put(timer("one", 1));
    await put(timer("other", 1));
    const places = ["one", "other"].map((id) => ["timers", id] as const);
    const { changes } = await recordChanges(db, places, async () => {
      await put(timer("one", 2));
      await put(timer("other", 2));
    });
    await put(timer("other", 9));
    await expect(takeChangesBack(db, changes)).rejects.toThrow(ChangedSinceError);
    expect(await rows()).toEqual([timer("one", 2), timer("other", 9)]);
  });

  it("of a command that fails are none", async () => {
    const failing = recordChanges(db, [["timers", "one"]], async () => {
      await put(timer("one", 1));
      throw new Error("no");
    });
    await expect(failing).rejects.toThrow("no");
    expect(await rows()).toEqual([]);
  });
});
