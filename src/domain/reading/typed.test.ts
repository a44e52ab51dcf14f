import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { parseHexOrLab } from "./typedColor";
import { type NumberFailure, parseNumber, parseOptionalNumber } from "./typedNumber";

const PARTS = { least: 0, most: 1000, isAboveZero: true, units: ["parts", "part"] };

describe("a number typed by a person", () => {
  it.each([
    ["2", 2],
    ["2.5", 2.5],
    ["2,5", 2.5],
    [" 2,5 ", 2.5],
    [".5", 0.5],
    [",5", 0.5],
    ["2.", 2],
    ["2 parts", 2],
    ["1 PART", 1],
    ["½", 0.5],
    ["1½", 1.5],
    ["1 ¼ parts", 1.25],
    ["1/16", 1 / 16],
    ["1 1/2", 1.5],
    ["2 3 / 4", 2.75],
    ["1 / 4", 0.25],
  ])("reads %s", (text, expected) => {
    expect(parseNumber(text, PARTS)).toEqual({ ok: true, value: expected });
  });

  it.each<[string, NumberFailure["code"]]>([
    ["", "empty"],
    ["   ", "empty"],
    ["two", "not-a-number"],
    ["1.234,5", "not-a-number"],
    ["1e3", "other-unit"],
    ["Infinity", "not-a-number"],
    ["NaN", "not-a-number"],
    ["2 2", "not-a-number"],
    ["1/0", "not-a-number"],
    ["3 ml", "other-unit"],
    ["0", "outside"],
    ["-1", "outside"],
    ["1001", "outside"],
  ])("refuses %s", (text, code) => {
    expect(parseNumber(text, PARTS)).toMatchObject({ ok: false, failure: { code } });
  });

  it("reads back whatever it is given, with a comma or a point, and never a number outside its range", () => {
    fc.assert(
      fc.property(fc.double({ min: -2000, max: 2000, noNaN: true }), fc.boolean(), (value, isComma) => {
        const written = value.toFixed(3);
        const parsed = parseNumber(isComma ? written.replace(".", ",") : written, { least: -50, most: 50 });
        const exact = Number(written);
        expect(parsed.ok).toBe(exact >= -50 && exact <= 50);
        if (parsed.ok) expect(parsed.value).toBe(exact);
      }),
    );
  });

  it("may be left out where that is said", () => {
    expect(parseOptionalNumber(" ", PARTS)).toEqual({ ok: true, value: undefined });
    expect(parseOptionalNumber("x", PARTS).ok).toBe(false);
  });
});

describe("a colour typed by a person", () => {
  it.each([
    ["46 -15 -13", [46, -15, -13]],
    ["46, -15, -13", [46, -15, -13]],
    ["46,-15,-13", [46, -15, -13]],
    ["46,5 -15,2 -13", [46.5, -15.2, -13]],
    ["46,5; -15,2; -13,1", [46.5, -15.2, -13.1]],
    ["L 46, a -15, b −13", [46, -15, -13]],
    ["L*=46 a*=-15 b*=-13", [46, -15, -13]],
    ["Lab(46.5, -15, 0)", [46.5, -15, 0]],
    ["CIELAB 100 0 0", [100, 0, 0]],
  ])("reads %s as CIELAB", (text, expected) => {
    const parsed = parseHexOrLab(text);
    expect(parsed.ok && [...parsed.value]).toEqual(expected);
  });

  it("reads hex", () => {
    const parsed = parseHexOrLab("#ffffff");
    expect(parsed.ok && parsed.value[0]).toBeCloseTo(100, 6);
    expect(parseHexOrLab("4a7d80").ok).toBe(true);
    expect(parseHexOrLab("123456").ok).toBe(true);
  });

  it.each([
    ["", "empty"],
    ["teal", "not-a-colour"],
    ["#12345", "not-a-colour"],
    ["120 0 0", "lightness-outside"],
    ["-1 0 0", "lightness-outside"],
    ["50 300 0", "axis-outside"],
    ["50 0", "not-a-colour"],
    ["NaN 0 0", "not-a-colour"],
    ["50 1e3 0", "not-a-colour"],
  ])("refuses %s and says why", (text, code) => {
    expect(parseHexOrLab(text)).toMatchObject({ ok: false, failure: { code } });
  });
});
