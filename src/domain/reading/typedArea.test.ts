import { describe, expect, it } from "vitest";
import { MOST_AREA_CM2, parseArea } from "./typedArea";

describe("an area as it is typed", () => {
  it.each([
    ["600", 600],
    ["600 cm²", 600],
    ["600 cm2", 600],
    ["12,5", 12.5],
    ["20 x 30", 600],
    ["20x30cm", 600],
    ["20 cm × 30 cm", 600],
    ["200 mm x 30", 60],
    ["0.5 m²", 5000],
    ["0.5m2", 5000],
    ["0,5 m x 40 cm", 2000],
    ["8 x 10 in", 8 * 10 * 2.54 ** 2],
    ["8 by 10 inches", 8 * 10 * 2.54 ** 2],
    ["8½ x 11”", 8.5 * 11 * 2.54 ** 2],
    ["80 sq in", 80 * 2.54 ** 2],
    ["1/2 m²", 5000],
  ])("%s", (text, cm2) => {
    const read = parseArea(text);
    expect(read.ok && read.value).toBeCloseTo(cm2, 9);
  });

  it.each([
    ["", "empty"],
    ["a sheet", "not-a-number"],
    ["20 x", "empty"],
    ["20 x 30 x 2", "other-unit"],
    ["0", "outside"],
    ["20 x 0", "outside"],
    ["-20 x -30", "outside"],
    ["200 m²", "outside"],
    ["6 kg", "other-unit"],
    ["6 cm", "other-unit"],
    ["20 x 30 cm²", "other-unit"],
  ])("refuses %s", (text, code) => {
    const read = parseArea(text);
    expect(read.ok ? "read" : read.failure.code).toBe(code);
  });

  it("takes a wall, and not more", () => {
    expect(parseArea("10 m x 10 m")).toEqual({ ok: true, value: MOST_AREA_CM2 });
    expect(parseArea("10 m x 10.1 m").ok).toBe(false);
  });
});
