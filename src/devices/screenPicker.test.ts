import { describe, expect, it } from "vitest";
import { screenPickerOf } from "./screenPicker";

const windowWith = (open: () => Promise<{ sRGBHex: string }>) => ({
  EyeDropper: class {
    open = open;
  },
});
const failing = (name: string) => () => Promise.reject(Object.assign(new Error("no"), { name }));

describe("picking from the screen", () => {
  it("gives what was picked, and nothing when it was given up", async () => {
    const picker = screenPickerOf(windowWith(() => Promise.resolve({ sRGBHex: "#7a6a58" })));
    expect(await picker?.pick()).toBe("#7a6a58");
    expect(await screenPickerOf(windowWith(failing("AbortError")))?.pick()).toBeUndefined();
  });

  it("passes on what went wrong, and is not there where the browser has none", async () => {
    await expect(screenPickerOf(windowWith(failing("NotAllowedError")))?.pick()).rejects.toThrow("no");
    expect(screenPickerOf({})).toBeUndefined();
  });
});
