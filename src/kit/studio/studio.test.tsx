import { act } from "@testing-library/react";
import { readFileSync } from "node:fs";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { installWorkers } from "../../../tests/support/inProcessWorkers";
import { fillStore } from "../../../tests/support/sampleStore";
import { hookIn, openStudio, type TestStudio, until } from "../../../tests/support/studio";
import { pigment } from "../../../tests/support/paint";
import { databaseExists } from "../../persistence/database";
import { useTubeCommands } from "../commands/tubes";
import { useOnce } from "../commands/useOnce";
import { zoomedAbout } from "../picture/zoomed";
import { specimenOf } from "../reading/specimen";
import { askForWord, putWordsAway, useAskedWord } from "../words/wordAsked";
import { attempt, putAway, tellProblem, useProblems } from "./problems";
import { useStoreUpkeep } from "./storeUpkeep";
import { undoNewest } from "./undoStack";
import { useDemo } from "./useDemo";
import { useStudio } from "./useStudio";
import {
  chooseWorkspace,
  finishRemoval,
  isDemoRemoved,
  readWorkspace,
  rememberRoom,
  subscribeWorkspace,
} from "./workspaces";

let studio: TestStudio;

beforeEach(() => {
  installWorkers();
  studio = openStudio();
});

afterEach(async () => {
  window.localStorage.clear();
  await studio.end();
});

describe("problems", () => {
  it("stay until they are put away, whatever succeeds meanwhile, and are told once", async () => {
    const { result } = hookIn(studio, useProblems);
    act(() => {
      tellProblem("The paint has gone");
      tellProblem("The paint has gone");
      attempt(Promise.resolve());
    });
    expect(result.current.map(({ words }) => words)).toEqual(["The paint has gone"]);
    await act(async () => {
      attempt(Promise.reject(Object.assign(new Error("full"), { name: "QuotaExceededError" })));
      // What the database library makes of it when only the end of a transaction shows it.
      attempt(Promise.reject(Object.assign(new Error("QuotaExceededError "), { name: "AbortError" })));
      await Promise.resolve();
    });
    expect(result.current.map(({ words }) => words)).toEqual([
      "The paint has gone",
      expect.stringMatching(/storage is full, so this was not saved/),
    ]);
    act(() => {
      for (const { id } of result.current) putAway(id);
    });
    expect(result.current).toEqual([]);
  });
});

describe("commands", () => {
  it("write to the store that is open, and stay the same from one drawing to the next", async () => {
    await fillStore(studio.db);
    const { result, rerender } = hookIn(studio, useTubeCommands);
    const before = result.current;
    rerender();
    expect(result.current).toBe(before);
    const [tube] = await studio.db.tubes.toArray();
    await act(() => result.current.setTubeArchived(tube?.id ?? "", true, 9));
    expect((await studio.db.tubes.get(tube?.id ?? ""))?.archivedAt).toBe(9);
  });

  it("that finish something are carried out once for what is shown, and again after a failure", async () => {
    const shown = { text: "a" };
    const { result, rerender } = hookIn(studio, () => useOnce(shown.text));
    const write = vi.fn().mockResolvedValue(undefined);
    act(() => {
      result.current("keep", write);
      result.current("keep", write);
      result.current("start", write);
    });
    expect(write).toHaveBeenCalledTimes(2);
    shown.text = "b";
    rerender();
    const failing = vi.fn().mockRejectedValueOnce(new Error("no")).mockResolvedValue(undefined);
    await act(async () => {
      result.current("keep", failing);
      await Promise.resolve();
      await Promise.resolve();
    });
    act(() => {
      result.current("keep", failing);
    });
    expect(failing).toHaveBeenCalledTimes(2);
  });
});

describe("workspaces", () => {
  it("are chosen for all windows of the browser, and the room is remembered", () => {
    const heard = vi.fn();
    const end = subscribeWorkspace(heard);
    expect(readWorkspace()).toBe("own");
    chooseWorkspace("demo");
    expect(readWorkspace()).toBe("demo");
    expect(heard).toHaveBeenCalledTimes(1);
    window.dispatchEvent(new StorageEvent("storage", { key: "gaman-workspace" }));
    expect(heard).toHaveBeenCalledTimes(2);
    end();
    chooseWorkspace("own");
    expect(heard).toHaveBeenCalledTimes(2);
    rememberRoom("dark");
    expect(document.documentElement.dataset.room).toBe("dark");
  });

  it("hold the demo, which is written when it is opened and gone when it is removed", async () => {
    vi.stubGlobal("fetch", (path: string) =>
      Promise.resolve(new Response(new Uint8Array(readFileSync(`public${path}`)))),
    );
    const { result } = hookIn(studio, useDemo);
    await act(() => result.current.open());
    expect(await databaseExists("demo")).toBe(true);
    expect(readWorkspace()).toBe("demo");
    act(() => {
      result.current.close();
    });
    expect(readWorkspace()).toBe("own");
    act(() => {
      result.current.remove();
    });
    expect(isDemoRemoved()).toBe(true);
    // Until the page is opened next it can be brought back, as it was.
    act(undoNewest);
    expect(isDemoRemoved()).toBe(false);
    expect(readWorkspace()).toBe("demo");
    await finishRemoval();
    expect(await databaseExists("demo")).toBe(true);
    act(() => {
      result.current.remove();
    });
    await finishRemoval();
    expect(await databaseExists("demo")).toBe(false);
  });

  it("move what cannot be read out of the way by themselves", async () => {
    const { painting } = await fillStore(studio.db);
    await studio.db.table("notes").put({ id: "broken", paintingId: painting.id });
    const { result } = hookIn(studio, () => {
      useStoreUpkeep();
      return useStudio((whole) => whole);
    });
    await until(() => result.current.quarantinedCount > 0, "it is out of the way");
    expect(await studio.db.quarantine.toArray()).toMatchObject([{ table: "notes", rowId: "broken" }]);
    expect(result.current.notes.map(({ name }) => name)).toEqual(["Hull", "Wet sand"]);
  });
});

describe("small helpers of all views", () => {
  it("ask for a studio word from anywhere", () => {
    const { result } = hookIn(studio, useAskedWord);
    expect(result.current).toBeUndefined();
    act(() => {
      askForWord("chroma");
    });
    expect(result.current).toEqual({ word: "chroma" });
    act(() => {
      putWordsAway();
    });
    expect(result.current).toBeUndefined();
  });

  it("zoom about a point and never leave the picture", () => {
    const near = zoomedAbout({ scale: 1, x: 0, y: 0 }, 4, 0.5, 0.5);
    expect(near).toEqual({ scale: 4, x: -1.5, y: -1.5 });
    expect(zoomedAbout(near, 1000, 0, 0).scale).toBe(40);
    expect(zoomedAbout(near, 0.001, 0.9, 0.9)).toEqual({ scale: 1, x: 0, y: 0 });
  });

  it("know what lies under the instrument, or that it is not known", async () => {
    const { tubes } = await fillStore(studio.db);
    const [white] = tubes;
    const tubeById = new Map(tubes.map((tube) => [tube.id, tube]));
    const known = specimenOf([{ tubeId: white?.id ?? "", parts: 2 }], tubeById, undefined);
    expect(known?.specimen).toMatchObject([{ tubeId: white?.id, volume: 2 }]);
    expect(known?.specimen[0]?.generic).toEqual(pigment("titanium-white").optics);
    expect(specimenOf([{ tubeId: "gone", parts: 2 }], tubeById, undefined)).toBeUndefined();
  });
});
