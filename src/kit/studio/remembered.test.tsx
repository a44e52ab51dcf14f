import { afterEach, describe, expect, it, vi } from "vitest";
import { forget, recall, remember } from "./remembered";

afterEach(() => {
  vi.restoreAllMocks();
  forget("room");
});

describe("what the browser remembers", () => {
  it("is kept there, and changed by other windows", () => {
    remember("room", "dark");
    expect(window.localStorage.getItem("room")).toBe("dark");
    window.localStorage.setItem("room", "light");
    expect(recall("room")).toBe("light");
    forget("room");
    expect(recall("room")).toBeUndefined();
  });

  it("lasts as long as the page where storage is switched off", () => {
    vi.spyOn(window, "localStorage", "get").mockImplementation(() => {
      throw new DOMException("denied", "SecurityError");
    });
    expect(recall("room")).toBeUndefined();
    remember("room", "dark");
    expect(recall("room")).toBe("dark");
    forget("room");
    expect(recall("room")).toBeUndefined();
  });

  it("lasts as long as the page where storage is full", () => {
    vi.spyOn(Object.getPrototypeOf(window.localStorage) as Storage, "setItem").mockImplementation(() => {
      throw new DOMException("full", "QuotaExceededError");
    });
    remember("room", "dark");
    expect(recall("room")).toBe("dark");
  });
});
