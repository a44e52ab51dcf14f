import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { installWorkers, liveWorkers } from "../../../tests/support/inProcessWorkers";
import { openDatabase } from "../../persistence/database";
import { saveFailureWords } from "../../words/failures";
import { changeBench, readBench } from "./calls";
import { keeper } from "./keeper";
import { Store } from "./store";

const store = new Store("own");

beforeEach(() => {
  installWorkers();
});

afterEach(async () => {
  keeper.dispose();
  await openDatabase("own").delete();
});

const LONG = { timeout: 60_000 };
const crash = () => {
  liveWorkers.at(-1)?.crash();
};

/** Follows a bench; all that was heard of it, and all that failed. */
function following(noteId: string) {
  const [heard, failed]: [unknown[], Error[]] = [[], []];
  const end = store.follow(
    readBench.called,
    [noteId],
    (value) => heard.push(value),
    (error) => failed.push(error as Error),
  );
  return { heard, failed, end };
}

describe("a keeper that stops", () => {
  it("is followed by another one: what is followed goes on, and who waited is told", async () => {
    const { heard, failed } = following("n");
    await vi.waitFor(() => {
      expect(heard).toEqual([undefined]);
    }, LONG);
    const waiting = changeBench(store, "n", { chosenKey: "lost?" });
    crash();
    await expect(waiting).rejects.toMatchObject({ name: "KeeperStoppedError" });
    await waiting.catch((error: unknown) => {
      expect(saveFailureWords(error)).toMatch(/has begun again.*Look whether this is there/);
    });
    await changeBench(store, "n", { chosenKey: "k" });
    await vi.waitFor(() => {
      expect(heard.at(-1)).toEqual({ noteId: "n", chosenKey: "k" });
    }, LONG);
    expect(failed).toEqual([]);
    expect(liveWorkers).toHaveLength(1);
  });

  it("again and again is not begun for ever, and then says so to all", async () => {
    const { failed } = following("n");
    for (let stops = 0; stops < 4; stops++) {
      await readBench(store, "n");
      crash();
    }
    await expect(readBench(store, "n")).rejects.toThrow("has stopped: out of memory");
    expect(failed).toHaveLength(1);
    expect(liveWorkers).toHaveLength(0);
  });

  it("before it ever answered is not begun again: its script does not come", async () => {
    const { failed } = following("n");
    crash();
    expect(failed).toHaveLength(1);
    await expect(readBench(store, "n")).rejects.toMatchObject({ name: "KeeperStoppedError" });
  });

  it("tells nothing any more of what was ended", async () => {
    const { heard, failed, end } = following("n");
    await vi.waitFor(() => {
      expect(heard).toHaveLength(1);
    }, LONG);
    end();
    crash();
    await changeBench(store, "n", { chosenKey: "k" });
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect([heard.length, failed.length]).toEqual([1, 0]);
  });
});
