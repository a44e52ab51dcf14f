import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { deltaE2000 } from "./ciede2000";
import { hueDifferenceDegrees, lchFromLab } from "./cieLab";
import { hexFromSrgb, parseHex } from "./hex";
import { labFromSrgb, screenColorFromLab } from "./srgb";
import { labD65, srgb } from "./types";

const channel = fc.double({ min: 0, max: 1, noNaN: true });

describe("sRGB", () => {
  it("shows every neutral as an exact grey and white as white", () => {
    for (let lightness = 0; lightness <= 100; lightness += 0.5) {
      const { rgb, isExact } = screenColorFromLab(labD65(lightness, 0, 0));
      expect(isExact).toBe(true);
      expect(rgb[0]).toBeCloseTo(rgb[1], 9);
      expect(rgb[1]).toBeCloseTo(rgb[2], 9);
    }
    expect(hexFromSrgb(screenColorFromLab(labD65(100, 0, 0)).rgb)).toBe("#ffffff");
  });

  it("comes back from CIELAB to where it was", () => {
    fc.assert(
      fc.property(channel, channel, channel, (r, g, b) => {
        const { rgb, isExact } = screenColorFromLab(labFromSrgb(srgb(r, g, b)));
        expect(isExact).toBe(true);
        expect(rgb[0]).toBeCloseTo(r, 6);
        expect(rgb[1]).toBeCloseTo(g, 6);
        expect(rgb[2]).toBeCloseTo(b, 6);
      }),
    );
  });

  it("knows the published CIELAB of the sRGB primaries", () => {
    // CIELAB D65 of #ff0000 with the exact white of IEC 61966-2-1.
    const red = labFromSrgb(srgb(1, 0, 0));
    expect(red[0]).toBeCloseTo(53.24, 1);
    expect(red[1]).toBeCloseTo(80.09, 1);
    expect(red[2]).toBeCloseTo(67.2, 1);
  });

  it("maps what a screen cannot show to a duller colour of the same value and hue, and says so", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 95, noNaN: true }),
        fc.double({ min: 0, max: 359, noNaN: true }),
        (lightness, hue) => {
          const radians = (hue * Math.PI) / 180;
          const { rgb, isExact } = screenColorFromLab(
            labD65(lightness, 160 * Math.cos(radians), 160 * Math.sin(radians)),
          );
          expect(isExact).toBe(false);
          const shown = lchFromLab(labFromSrgb(rgb));
          expect(shown[0]).toBeCloseTo(lightness, 3);
          if (shown[1] > 1) expect(Math.abs(hueDifferenceDegrees(shown[2], hue))).toBeLessThan(0.1);
        },
      ),
    );
  });

  it("keeps the most chroma that fits", () => {
    const { rgb } = screenColorFromLab(labD65(53.24, 160, 134.2));
    expect(deltaE2000(labFromSrgb(rgb), labFromSrgb(srgb(1, 0, 0)))).toBeLessThan(1.5);
  });

  it("refuses to show a missing colour", () => {
    expect(() => screenColorFromLab(labD65(Number.NaN, 0, 0))).toThrow(RangeError);
    expect(() => hexFromSrgb(srgb(Number.NaN, 0, 0))).toThrow(RangeError);
  });
});

describe("parseHex", () => {
  it.each([
    ["#fff", [1, 1, 1]],
    ["000000", [0, 0, 0]],
    [" #336699 ", [0.2, 0.4, 0.6]],
  ])("reads %s", (text, expected) => {
    expect(parseHex(text)).toEqual({ ok: true, value: expected });
  });

  it.each(["", "#12", "#12345", "#ggg", "rgb(0,0,0)", "#11223344"])("refuses %s", (text) => {
    expect(parseHex(text)).toEqual({ ok: false, failure: { code: "not-hex", text } });
  });

  it("writes what it read", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 0xffffff }), (number) => {
        const text = `#${number.toString(16).padStart(6, "0")}`;
        const parsed = parseHex(text);
        expect(parsed.ok && hexFromSrgb(parsed.value)).toBe(text);
      }),
    );
  });
});
