import { describe, expect, it } from "vitest";
import { labD65 } from "../color/types";
import { createRng } from "../random/rng";
import { biasReport, isHabit } from "./bias";
import { chromaOfWords, chromaWord, CHROMA_VOCABULARIES } from "./chromaWords";
import { applyDifference } from "./difference";
import { degreesOfHue, HUE_PLACES, hueWords } from "./huePlaces";
import { labFromLch } from "../color/cieLab";
import { lchUnder } from "../color/types";

describe("the report on one's bias", () => {
  it("is the mean and the spread of twenty signed errors, axis by axis", () => {
    const rng = createRng(4);
    const errors = Array.from({ length: 20 }, () => ({
      deltaLightness: -4 + 2 * rng.normal(),
      deltaChroma: 3 + rng.normal(),
      deltaHue: 1.5 * rng.normal(),
    }));
    const trials = errors.map((error, i) => {
      const truth = labD65(40 + i, 15, 20 - i);
      const { lightness, chroma, hueDegrees } = applyDifference(truth, error);
      return { truth, said: labFromLch(lchUnder<"D65">(lightness, chroma, hueDegrees)) };
    });
    const report = biasReport(trials);
    const check = (
      of: keyof (typeof errors)[number],
      found: { mean: number; spread: number } | undefined,
    ) => {
      const values = errors.map((error) => error[of]);
      const mean = values.reduce((sum, value) => sum + value, 0) / 20;
      const squares = values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
      expect(found?.mean).toBeCloseTo(mean, 6);
      expect(found?.spread).toBeCloseTo(Math.sqrt(squares / 19), 6);
    };
    expect(report?.count).toBe(20);
    check("deltaLightness", report?.lightness);
    check("deltaChroma", report?.chroma);
    check("deltaHue", report?.hue);
  });

  it("calls a habit what is there, and seldom what is chance", () => {
    const rng = createRng(9);
    const isCalled = (truth: number): boolean => {
      const trials = Array.from({ length: 20 }, () => ({
        truth: labD65(50, 0, 0),
        said: labD65(50 + truth + 3 * rng.normal(), 0, 0),
      }));
      const { lightness, count } = biasReport(trials) ?? {};
      return lightness !== undefined && isHabit(lightness, count ?? 0);
    };
    const share = (truth: number): number =>
      Array.from({ length: 400 }, () => isCalled(truth)).filter(Boolean).length / 400;
    // Two standard errors: one chance in twenty or so, and 3 L* off in 20 trials is nearly never missed.
    expect(share(0)).toBeLessThan(0.1);
    expect(share(-3)).toBeGreaterThan(0.95);
    expect(isHabit({ mean: 0.4, spread: 0 }, 1000)).toBe(false);
  });

  it("says nothing of no trial, and claims no spread of one", () => {
    expect(biasReport([])).toBeUndefined();
    const one = biasReport([{ truth: labD65(50, 0, 0), said: labD65(47, 0, 0) }]);
    expect(one).toMatchObject({ count: 1, lightness: { mean: -3, spread: 0 } });
  });
});

describe("what someone means who says a colour", () => {
  it("is read back as the same words", () => {
    for (const vocabulary of CHROMA_VOCABULARIES)
      for (const { word, chroma } of chromaOfWords(vocabulary))
        expect(chromaWord(chroma, vocabulary)).toBe(word);
    for (const place of HUE_PLACES) {
      expect(hueWords(degreesOfHue(place, undefined))).toBe(place.name);
      expect(hueWords(degreesOfHue(place, "up"))).toBe(`${place.name} leaning ${place.leanUp}`);
      expect(hueWords(degreesOfHue(place, "down"))).toBe(`${place.name} leaning ${place.leanDown}`);
    }
  });
});
