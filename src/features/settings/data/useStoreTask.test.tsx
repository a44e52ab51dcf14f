import { act } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { installWorkers, liveWorkers } from "../../../../tests/support/inProcessWorkers";
import { fillStore } from "../../../../tests/support/sampleStore";
import { hookIn, openStudio, type TestStudio, until } from "../../../../tests/support/studio";
import { useStoreTask } from "./useStoreTask";

let studio: TestStudio;

beforeEach(async () => {
  installWorkers();
  studio = openStudio();
  await fillStore(studio.db);
});

afterEach(async () => {
  await studio.end();
});

describe("a task on the whole store", () => {
  it("answers, and gives its memory back", async () => {
    const { result } = hookIn(studio, useStoreTask);
    const report = await act(() =>
      result.current.run("Reading", (remote, onProgress) => remote.check("own", onProgress)),
    );
    expect(report?.rowCount).toBeGreaterThan(10);
    expect(report?.unreadable).toEqual([]);
    expect(result.current).toMatchObject({ working: undefined, problem: undefined });
    expect(liveWorkers.filter(({ name }) => name === "store")).toEqual([]);
  });

  it("says why a file is refused, and that of a lost worker nothing was changed", async () => {
    const { result } = hookIn(studio, useStoreTask);
    await act(() =>
      result.current.run("Opening", (remote, onProgress) =>
        remote.openArchive("own", new Blob(["no zip"]), onProgress),
      ),
    );
    expect(result.current.problem).toMatch(/not a whole zip file/);

    let answer: Promise<unknown> | undefined;
    act(() => {
      answer = result.current.run("Reading", (remote, onProgress) => remote.check("own", onProgress));
    });
    await until(() => liveWorkers.some(({ name }) => name === "store"), "it works");
    act(() => {
      for (const worker of liveWorkers.filter(({ name }) => name === "store")) worker.crash();
    });
    expect(await act(async () => answer)).toBeUndefined();
    expect(result.current.problem).toMatch(/nothing was changed/);
  });

  it("is given up without a word, and nothing comes of it any more", async () => {
    const { result } = hookIn(studio, useStoreTask);
    let answer: Promise<unknown> | undefined;
    act(() => {
      answer = result.current.run("Reading", (remote, onProgress) => remote.check("own", onProgress));
    });
    expect(result.current.working?.what).toBe("Reading");
    act(() => {
      result.current.giveUp();
    });
    expect(await act(async () => answer)).toBeUndefined();
    expect(result.current).toMatchObject({ working: undefined, problem: undefined });
  });
});
