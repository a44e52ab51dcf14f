import "fake-indexeddb/auto";
import Dexie from "dexie";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { asLargeWrite, mendAfterCut } from "./largeWrite";

const MARK = "gaman-care";

/** What a browser has and this runtime lacks: one lock, held or free. */
function oneLock(): Pick<LockManager, "request"> {
  let isHeld = false;
  const request = async (
    _name: string,
    options: LockOptions | (() => unknown),
    work?: (lock: object | null) => unknown,
  ): Promise<unknown> => {
    if (isHeld && typeof options !== "function" && options.ifAvailable) return work?.(null);
    isHeld = true;
    try {
      return await (typeof options === "function" ? options() : work?.({}));
    } finally {
      isHeld = false;
    }
  };
  return { request: request as LockManager["request"] };
}

beforeEach(() => {
  vi.stubGlobal("navigator", { locks: oneLock() });
});
afterEach(async () => {
  vi.unstubAllGlobals();
  await Dexie.delete(MARK);
});

describe("a large write", () => {
  it("stands under a mark until its end, and gives back what it made", async () => {
    const made = await asLargeWrite(async () => {
      expect(await Dexie.exists(MARK)).toBe(true);
      return 7;
    });
    expect(made).toBe(7);
    expect(await Dexie.exists(MARK)).toBe(false);
    expect(await mendAfterCut()).toBe(false);
  });

  it("takes the mark away when it fails, and says how it failed", async () => {
    await expect(asLargeWrite(() => Promise.reject(new Error("the disk is full")))).rejects.toThrow(
      "the disk is full",
    );
    expect(await mendAfterCut()).toBe(false);
  });

  it("is left alone while another window is at it", async () => {
    await asLargeWrite(async () => {
      expect(await mendAfterCut()).toBe(false);
      expect(await Dexie.exists(MARK), "the other window's mark").toBe(true);
    });
  });

  it("that was cut short is mended once", async () => {
    // What is left of a window that was killed: the mark, and no lock.
    const left = new Dexie(MARK);
    left.version(1).stores({ ballast: "key" });
    await left.open();
    left.close();
    expect(await mendAfterCut()).toBe(true);
    expect(await Dexie.exists(MARK)).toBe(false);
    expect(await mendAfterCut()).toBe(false);
  });
});
