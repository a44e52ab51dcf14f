import { act } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { hookIn, openStudio, type TestStudio, until } from "../../../tests/support/studio";
import { changeBench, readBench } from "./calls";
import { keeper } from "./keeper";
import { Store } from "./store";
import { useStore } from "../studio/useStudio";
import { sharedOf } from "./shared";
import { readAhead, useShared } from "./useShared";
import { useAnswered, useStored } from "./useStored";

let studio: TestStudio;

beforeEach(async () => {
  studio = openStudio();
  await keeper.ask((remote) => remote.isThere("own"));
  for (const noteId of ["a", "b"]) await studio.db.benches.put({ noteId, chosenKey: noteId });
});

afterEach(() => studio.end());

/** A hook that asks of one bench after another, or of none; all that it gave, in turn. */
function asking(hook: typeof useStored<[string], { chosenKey?: string | undefined } | undefined>) {
  const asked: { noteId: string | undefined } = { noteId: "a" };
  const given: (string | undefined)[] = [];
  const { rerender } = hookIn(studio, () => {
    given.push(hook(readBench, asked.noteId === undefined ? undefined : [asked.noteId])?.chosenKey);
  });
  return {
    given,
    ask: (noteId: string | undefined) => {
      asked.noteId = noteId;
      given.length = 0;
      act(() => {
        rerender();
      });
    },
  };
}

describe("what is stored", () => {
  it("is read, heard of again when it changes, and stays while the next question is read", async () => {
    const { given, ask } = asking(useStored);
    await until(() => given.at(-1) === "a", "the first is read");
    await act(() => changeBench(new Store("own"), "a", { chosenKey: "changed" }));
    await until(() => given.at(-1) === "changed", "the change is heard of");
    ask("b");
    await until(() => given.at(-1) === "b", "the second is read");
    expect(new Set(given)).toEqual(new Set(["changed", "b"]));
  });

  it("is not there when nothing is asked, nor when something is asked after that", async () => {
    const { given, ask } = asking(useStored);
    await until(() => given.at(-1) === "a", "the first is read");
    ask(undefined);
    expect(given.every((one) => one === undefined)).toBe(true);
    ask("b");
    await until(() => given.at(-1) === "b", "the second is read");
    expect(given).not.toContain("a");
  });

  it("is, where it must be the answer to this question, never that of another", async () => {
    const { given, ask } = asking((read, args) => useAnswered(read, args)?.value);
    await until(() => given.at(-1) === "a", "the first is read");
    ask("b");
    await until(() => given.at(-1) === "b", "the second is read");
    expect(given).not.toContain("a");
  });

  it("is there with the first look at it where it was read ahead, and stays true", async () => {
    const store = hookIn(studio, useStore).result.current;
    const end = readAhead(store, readBench, "b");
    const shared = sharedOf(store, "readBench", ["b"]);
    await until(() => shared.get() !== undefined, "it is read ahead");
    end();
    const given: (string | undefined)[] = [];
    hookIn(studio, () => {
      given.push(useShared(readBench, "b")?.chosenKey);
    });
    expect(given[0]).toBe("b");
    await act(() => changeBench(store, "b", { chosenKey: "changed" }));
    await until(() => given.at(-1) === "changed", "the change is heard of");
  });
});
