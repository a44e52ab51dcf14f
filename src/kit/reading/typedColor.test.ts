import { describe, expect, it } from "vitest";
import { parseTypedColor } from "./typedColor";

describe("parseTypedColor", () => {
  it.each([
    ["46 -15 -13", [46, -15, -13]],
    ["46, -15, -13", [46, -15, -13]],
    ["L 46, a -15, b −13", [46, -15, -13]],
    ["L*=46 a*=-15 b*=-13", [46, -15, -13]],
    ["Lab(46.5, -15, 0)", [46.5, -15, 0]],
    ["CIELAB 100 0 0", [100, 0, 0]],
  ])("reads %s as CIELAB", (text, expected) => {
    const parsed = parseTypedColor(text);
    expect(parsed.ok && [...parsed.value]).toEqual(expected);
  });

  it("reads hex", () => {
    const parsed = parseTypedColor("#ffffff");
    expect(parsed.ok && parsed.value[0]).toBeCloseTo(100, 6);
    expect(parseTypedColor("4a7d80").ok).toBe(true);
    expect(parseTypedColor("123456").ok).toBe(true);
  });

  it.each([
    ["", /Type a hex/],
    ["teal", /neither hex/],
    ["#12345", /neither hex/],
    ["120 0 0", /L\* runs from 0/],
    ["-1 0 0", /L\* runs from 0/],
    ["50 300 0", /a\* and b\*/],
    ["50 0", /neither hex/],
    ["NaN 0 0", /neither hex/],
    ["50 1e3 0", /neither hex/],
  ])("refuses %s and says what to do", (text, message) => {
    const parsed = parseTypedColor(text);
    expect(!parsed.ok && parsed.failure).toMatch(message);
  });
});
