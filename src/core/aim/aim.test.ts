import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { labOfMix, pigment, randomMixes, SIX_TUBES } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { deltaE2000 } from "../color/ciede2000";
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import { type LabD65, labD65 } from "../color/types";
import { comparedTemperature } from "../describe/difference";
import { readHue } from "../describe/huePlaces";
import { NearestMixture } from "../palette/nearestMixture";
import { createRng } from "../random/rng";
import { contrastPush, contrastRemedy } from "./contrast";
import { atEqualValue } from "./equalValue";
import { BROUGHT_INTO_REACH, intoReach } from "./intoReach";
import { NUDGES, nudged } from "./nudge";
import { inSceneLight, outOfSceneLight } from "./sceneLight";
import { intoValueRange } from "./valueRange";

const anyLab = fc
  .tuple(
    fc.double({ min: 8, max: 92, noNaN: true }),
    fc.double({ min: -40, max: 40, noNaN: true }),
    fc.double({ min: -40, max: 40, noNaN: true }),
  )
  .map(([l, a, b]) => labD65(l, a, b));

describe("the light of the scene", () => {
  const light = fc.record({
    temperatureKelvin: fc.double({ min: 1800, max: 20_000, noNaN: true }),
    tint: fc.option(
      fc.record({
        hueDegrees: fc.double({ min: 0, max: 360, noNaN: true }),
        strength: fc.double({ min: 0, max: 1, noNaN: true }),
      }),
      { nil: undefined },
    ),
  });

  it("goes there and back within ΔE00 0.01", () => {
    fc.assert(
      fc.property(anyLab, light, (lab, scene) => {
        expect(deltaE2000(outOfSceneLight(inSceneLight(lab, scene), scene), lab)).toBeLessThan(0.01);
      }),
    );
  });

  it("changes nothing in daylight, warms by lamp and cools by a clear sky", () => {
    const grey = labD65(60, 0, 0);
    expect(deltaE2000(inSceneLight(grey, { temperatureKelvin: 6504 }), grey)).toBeLessThan(1e-6);
    expect(comparedTemperature(inSceneLight(grey, { temperatureKelvin: 3000 }), grey)).toBe("warmer");
    expect(comparedTemperature(inSceneLight(grey, { temperatureKelvin: 12_000 }), grey)).toBe("cooler");
  });

  it("keeps the value of greys and takes a tint's hue", () => {
    for (const hueDegrees of [20, 100, 160, 280]) {
      const seen = inSceneLight(labD65(60, 0, 0), {
        temperatureKelvin: 6504,
        tint: { hueDegrees, strength: 0.4 },
      });
      expect(seen[0]).toBeCloseTo(60, 0);
      expect(Math.abs(hueDifferenceDegrees(hueDegrees, lchFromLab(seen)[2]))).toBeLessThan(4);
    }
  });

  it("refuses lights that are none", () => {
    const grey = labD65(60, 0, 0);
    expect(() => inSceneLight(grey, { temperatureKelvin: 500 })).toThrow(RangeError);
    expect(() => inSceneLight(grey, { temperatureKelvin: Number.NaN })).toThrow(RangeError);
    expect(() =>
      inSceneLight(grey, { temperatureKelvin: 6504, tint: { hueDegrees: 0, strength: 2 } }),
    ).toThrow(RangeError);
  });
});

describe("a narrower range of values", () => {
  it("is the range that was asked for, with the order of value kept", () => {
    fc.assert(
      fc.property(
        fc.array(anyLab, { minLength: 2, maxLength: 12 }),
        fc.double({ min: 0, max: 45, noNaN: true }),
        fc.double({ min: 50, max: 100, noNaN: true }),
        (labs, darkest, lightest) => {
          fc.pre(new Set(labs.map((lab) => lab[0].toFixed(3))).size === labs.length);
          const moved = intoValueRange(labs, darkest, lightest, true);
          const order = (all: readonly LabD65[]) =>
            all
              .map((lab, i) => ({ l: lab[0], i }))
              .sort((a, b) => a.l - b.l)
              .map(({ i }) => i);
          expect(order(moved)).toEqual(order(labs));
          const lightnesses = moved.map((lab) => lab[0]);
          expect(Math.min(...lightnesses)).toBeCloseTo(darkest, 6);
          expect(Math.max(...lightnesses)).toBeCloseTo(lightest, 6);
          for (const [i, lab] of moved.entries())
            expect([lab[1], lab[2]]).toEqual([labs[i]?.[1], labs[i]?.[2]]);
        },
      ),
    );
  });

  it("takes chroma away with contrast unless told not to, and refuses a range upside down", () => {
    const [first] = intoValueRange([labD65(20, 30, 0), labD65(80, 0, 0)], 40, 70, false);
    expect(first?.[1]).toBeCloseTo(15, 6);
    expect(intoValueRange([labD65(20, 30, 0)], 40, 70, true)[0]?.[0]).toBe(55);
    expect(() => intoValueRange([labD65(20, 0, 0)], 70, 40, true)).toThrow(RangeError);
  });
});

describe("all notes into reach", () => {
  const palette = new NearestMixture(
    SIX_TUBES.map((id) => pigment(id).optics),
    VIEWING.D65,
    PAINT_SURFACE,
  );
  const rng = createRng(31);
  /** Notes of all kinds, many of them far outside: the order of their values must survive. */
  const wild = Array.from({ length: 24 }, (_, i) => {
    const hue = rng.between(0, 2 * Math.PI);
    const chroma = rng.between(0, 95);
    return labD65(4 + 4 * i, chroma * Math.cos(hue), chroma * Math.sin(hue));
  });

  it("reaches every one, with the order of value as it was and every hue its own", () => {
    const { notes, unreached, rangeAfter } = intoReach(palette, wild);
    expect(unreached).toEqual([]);
    for (const [i, { lab, missDeltaE2000 }] of notes.entries()) {
      expect(missDeltaE2000).toBeLessThanOrEqual(BROUGHT_INTO_REACH);
      expect(palette.to(lab).deltaE2000).toBeLessThanOrEqual(1);
      if (i > 0) expect(lab[0]).toBeGreaterThan(notes[i - 1]?.lab[0] ?? Number.NaN);
      const before = lchFromLab(wild[i] ?? lab);
      const after = lchFromLab(lab);
      if (after[1] > 0.5) {
        expect(Math.abs(hueDifferenceDegrees(before[2], after[2]))).toBeLessThan(1e-6);
        expect(readHue(after[2]).place.name).toBe(readHue(before[2]).place.name);
      }
      expect(after[1]).toBeLessThanOrEqual(before[1] + 1e-9);
    }
    expect(rangeAfter[0]).toBeGreaterThanOrEqual(4);
    expect(rangeAfter[1]).toBeLessThanOrEqual(96);
  });

  it("leaves notes alone that are reached already", () => {
    const mixed = randomMixes(SIX_TUBES, 3, 8, 2).map((mix) => labOfMix(mix));
    const { notes, rangeBefore, rangeAfter } = intoReach(palette, mixed);
    expect(rangeAfter).toEqual(rangeBefore);
    for (const [i, note] of notes.entries()) {
      expect(note.chromaKept).toBe(1);
      expect(note.lab).toEqual(mixed[i]);
    }
  });

  it("says which hue a palette without neutrals cannot bring in, and invents nothing", () => {
    const reds = new NearestMixture(
      ["titanium-white", "pyrrole-red"].map((id) => pigment(id).optics),
      VIEWING.D65,
      PAINT_SURFACE,
    );
    const { unreached } = intoReach(reds, [
      labD65(50, -30, 10),
      labOfMix({ "titanium-white": 4, "pyrrole-red": 1 }),
    ]);
    expect(unreached).toEqual([0]);
  });
});

describe("hues at equal value", () => {
  it("are compared at one L*, or declined with a reason", () => {
    fc.assert(
      fc.property(anyLab, anyLab, (first, second) => {
        const pair = atEqualValue(first, second);
        if (!pair.ok) {
          if (pair.failure.code === "neutral")
            expect(Math.min(Math.hypot(first[1], first[2]), Math.hypot(second[1], second[2]))).toBeLessThan(
              5,
            );
          return;
        }
        expect(Math.abs(pair.value.first[0] - pair.value.second[0])).toBeLessThan(0.5);
        expect(pair.value.hueDifferenceDegrees).toBeCloseTo(
          hueDifferenceDegrees(lchFromLab(first)[2], lchFromLab(second)[2]),
          6,
        );
      }),
    );
    expect(atEqualValue(labD65(50, 1, 1), labD65(60, 30, 0))).toMatchObject({
      failure: { code: "neutral", which: "first" },
    });
    expect(atEqualValue(labD65(30, 20, -85), labD65(90, 0, 90))).toMatchObject({
      failure: { code: "no-common-value" },
    });
  });
});

describe("contrast with the surround", () => {
  it("pushes away from it on every axis, and the remedy leans the other way", () => {
    fc.assert(
      fc.property(anyLab, anyLab, (lab, surround) => {
        const push = contrastPush(lab, surround);
        if (push.value) expect(push.value === "lighter").toBe(lab[0] > surround[0]);
        if (push.warmth) expect(comparedTemperature(lab, surround)).toBe(push.warmth);
        const remedy = contrastRemedy(push);
        for (const axis of ["value", "chroma", "warmth"] as const) {
          expect(remedy[axis] === undefined).toBe(push[axis] === undefined);
          if (push[axis]) expect(remedy[axis]).not.toBe(push[axis]);
        }
        expect(contrastRemedy(remedy)).toEqual(push);
      }),
    );
  });
});

describe("nudges", () => {
  it("go a small way along what they are called, and back again", () => {
    const lab = labD65(50, 12, 8);
    for (const nudge of NUDGES) {
      expect(deltaE2000(nudged(lab, nudge), lab)).toBeGreaterThan(0.8);
      expect(deltaE2000(nudged(lab, nudge), lab)).toBeLessThan(3.5);
    }
    for (const [there, back] of [
      ["lighter", "darker"],
      ["brighter", "duller"],
      ["warmer", "cooler"],
    ] as const)
      expect(deltaE2000(nudged(nudged(lab, there), back), lab)).toBeLessThan(1e-9);
    expect(nudged(labD65(100, 0, 0), "lighter")[0]).toBe(100);
    expect(nudged(labD65(50, 0.5, 0), "duller")).toEqual(labD65(50, 0, 0));
  });
});
