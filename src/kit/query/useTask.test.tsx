import { act, renderHook } from "@testing-library/react";
import { StrictMode } from "react";
import { describe, expect, it } from "vitest";
import { fail, type Result, succeed } from "../../core/result";
import type { WorkFailure } from "../../domain/failure";
import { memoryOf } from "./memory";
import { shownOf, useTask } from "./useTask";

type Answer = Result<string, WorkFailure>;

/** Questions that wait until they are answered, with the signal that tells when nobody waits any more. */
function desk() {
  const open: { readonly answer: (answer: Answer) => void; readonly signal: AbortSignal }[] = [];
  const ask = (signal: AbortSignal): Promise<Answer> =>
    new Promise((answer) => {
      open.push({ answer, signal });
    });
  const settle = async (place: number, answer: Answer): Promise<void> => {
    await act(async () => {
      open[place]?.answer(answer);
      await Promise.resolve();
    });
  };
  return { open, ask, settle };
}

const LOST: WorkFailure = { code: "lost", detail: "out of memory" };

describe("a task", () => {
  it("asks nothing without a key", () => {
    const { open, ask } = desk();
    const { result } = renderHook(() => useTask(undefined, ask));
    expect(result.current).toEqual({ status: "idle" });
    expect(open).toHaveLength(0);
  });

  it("keeps what was known while it is asked again, and drops the question that nobody waits for", async () => {
    const { open, ask, settle } = desk();
    const { result, rerender } = renderHook(({ key }) => useTask(key, ask), { initialProps: { key: "a" } });
    expect(result.current).toEqual({ status: "asking", last: undefined });
    await settle(0, succeed("first"));
    expect(result.current).toMatchObject({ status: "ready", value: "first" });
    rerender({ key: "b" });
    expect(result.current).toEqual({ status: "asking", last: "first" });
    expect(shownOf(result.current)).toBe("first");
    rerender({ key: "c" });
    expect(open[1]?.signal.aborted).toBe(true);
    await settle(1, succeed("stale"));
    expect(result.current).toEqual({ status: "asking", last: "first" });
    await settle(2, succeed("second"));
    expect(result.current).toMatchObject({ status: "ready", value: "second" });
  });

  it("says why it failed, keeps what was known, and is asked once more", async () => {
    const { ask, settle } = desk();
    const { result, rerender } = renderHook(({ key }) => useTask(key, ask), { initialProps: { key: "a" } });
    await settle(0, succeed("first"));
    rerender({ key: "b" });
    await settle(1, fail(LOST));
    expect(result.current).toMatchObject({ status: "failed", failure: LOST, last: "first" });
    act(() => {
      if (result.current.status === "failed") result.current.retry();
    });
    expect(result.current).toEqual({ status: "asking", last: "first" });
    await settle(2, succeed("second"));
    expect(result.current).toMatchObject({ status: "ready", value: "second" });
  });

  it("asks again for what failed when it comes back to it, and not for what was answered", async () => {
    const { open, ask, settle } = desk();
    const { result, rerender } = renderHook(({ key }) => useTask(key, ask), { initialProps: { key: "a" } });
    await settle(0, fail(LOST));
    rerender({ key: "b" });
    rerender({ key: "a" });
    expect(open).toHaveLength(3);
    await settle(2, succeed("of a"));
    rerender({ key: "b" });
    rerender({ key: "a" });
    expect(result.current).toMatchObject({ status: "ready", value: "of a" });
    expect(open).toHaveLength(4);
  });

  it("is dropped when its component goes", () => {
    const { open, ask } = desk();
    const { unmount } = renderHook(() => useTask("a", ask));
    unmount();
    expect(open[0]?.signal.aborted).toBe(true);
  });

  it("answers in strict mode, which begins everything twice", async () => {
    const { open, ask, settle } = desk();
    const { result } = renderHook(() => useTask("a", ask), { wrapper: StrictMode });
    expect(open).toHaveLength(2);
    expect(open[0]?.signal.aborted).toBe(true);
    await settle(1, succeed("one"));
    expect(result.current).toMatchObject({ status: "ready", value: "one" });
  });

  it("does not ask again for what stands in its memory, and forgets what was wanted longest ago", async () => {
    const { open, ask, settle } = desk();
    const memory = memoryOf<string>(2);
    const use = ({ key }: { key: string }) => useTask(key, ask, memory);
    const { result, rerender } = renderHook(use, { initialProps: { key: "a" } });
    await settle(0, succeed("of a"));
    rerender({ key: "b" });
    await settle(1, succeed("of b"));
    rerender({ key: "a" });
    expect(result.current).toEqual({ status: "ready", value: "of a", last: "of a" });
    await act(() => Promise.resolve());
    expect(open).toHaveLength(2);
    rerender({ key: "c" });
    expect(result.current).toEqual({ status: "asking", last: "of a" });
    await settle(2, succeed("of c"));
    expect(memory.get("b")).toBeUndefined();
    expect(memory.get("a")).toBe("of a");
  });

  it("keeps no failure in its memory", async () => {
    const { open, ask, settle } = desk();
    const memory = memoryOf<string>(2);
    const { result } = renderHook(() => useTask("a", ask, memory));
    await settle(0, fail(LOST));
    expect(memory.get("a")).toBeUndefined();
    act(() => {
      if (result.current.status === "failed") result.current.retry();
    });
    expect(open).toHaveLength(2);
  });

  it("takes what is being worked out ahead instead of asking for it once more", async () => {
    const { open, ask, settle } = desk();
    const memory = memoryOf<string>(2);
    const { ask: askAhead, open: ahead, settle: settleAhead } = desk();
    const begin = (): Promise<void> => memory.workOut("a", () => askAhead(new AbortController().signal));
    const worked = Promise.all([begin(), begin()]);
    expect(ahead).toHaveLength(1);
    const { result } = renderHook(() => useTask("a", ask, memory));
    expect(result.current.status).toBe("asking");
    await settleAhead(0, succeed("of a"));
    await worked;
    await act(() => Promise.resolve());
    expect(result.current).toMatchObject({ status: "ready", value: "of a" });
    await begin();
    expect([ahead.length, open.length]).toEqual([1, 0]);
    expect(memory.coming("a")).toBeUndefined();
    await settle(0, succeed("never asked"));
    expect(memory.get("a")).toBe("of a");
  });

  it("asks for what failed ahead, and tells its failure", async () => {
    const { open, ask, settle } = desk();
    const memory = memoryOf<string>(2);
    const ahead = Promise.resolve(fail<WorkFailure>({ code: "refused", detail: "too soon" }));
    const worked = memory.workOut("a", () => ahead);
    const { result } = renderHook(() => useTask("a", ask, memory));
    await act(() => worked);
    expect(open).toHaveLength(1);
    await settle(0, fail(LOST));
    expect(result.current).toMatchObject({ status: "failed", failure: LOST });
    expect(memory.get("a")).toBeUndefined();
  });

  it("is drawn once for an answer that is there from the start", async () => {
    const { open, ask } = desk();
    const memory = memoryOf<string>(2);
    memory.set("a", "of a");
    let drawings = 0;
    const { result, rerender } = renderHook(
      ({ key }) => {
        drawings++;
        return useTask(key, ask, memory);
      },
      { initialProps: { key: "a" } },
    );
    await act(() => Promise.resolve());
    expect([result.current.status, drawings, open.length]).toEqual(["ready", 1, 0]);
    rerender({ key: "b" });
    expect(result.current).toEqual({ status: "asking", last: "of a" });
  });
});
