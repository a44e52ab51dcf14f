import { describe, expect, it } from "vitest";
import { labOfMix, pigment, randomMixes } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { REFERENCE_FACTORS } from "../color/ciede2000";
import { lchFromLab } from "../color/cieLab";
import { type LabD65, labD65 } from "../color/types";
import { threeWayDifference } from "../describe/difference";
import { blendOptics } from "../mixing/mixture";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import type { OpticalModel } from "../spectrum/types";
import { type RecipeSearch, recipeSearch } from "./search";
import type { Recipe, RecipeQuery } from "./types";
import { sized } from "../../../tests/support/study";

const TEN = [
  "titanium-white",
  "arylide-yellow",
  "pyrrole-red",
  "prussian-blue",
  "raw-umber",
  "yellow-ochre",
  "burnt-sienna",
  "ultramarine-blue",
  "viridian",
  "ivory-black",
] as const;

function searchOf(ids: readonly string[], extra: readonly OpticalModel[] = []): RecipeSearch {
  const optics = [...ids.map((id) => pigment(id).optics), ...extra];
  return recipeSearch(
    new MixtureEvaluator(optics, VIEWING.D65, PAINT_SURFACE),
    optics.map((_, tube) => ids[tube]?.includes("black") === true),
  );
}

function query(target: LabD65, changes: Partial<RecipeQuery> = {}): RecipeQuery {
  return {
    target,
    maxTubes: 4,
    factors: REFERENCE_FACTORS,
    toleranceDeltaE2000: 1,
    maxAnswers: 6,
    ...changes,
  };
}

const targets = randomMixes(TEN, 3, 60, 5).map((mix) => labOfMix(mix));

function shareOf(recipe: Recipe, tube: number): number {
  return recipe.parts.find((part) => part.tube === tube)?.share ?? 0;
}

describe("limited tubes", () => {
  it("never take more than there is, and use it where it helps", () => {
    const search = searchOf(TEN);
    let atTheLimit = 0;
    for (const target of targets) {
      const free = search.search(query(target, { maxAnswers: 1 })).recipes[0];
      const mostShare = TEN.map((_, tube) => (tube === 0 ? 0.3 : 1));
      const { recipes } = search.search(query(target, { mostShare }));
      for (const recipe of recipes) expect(shareOf(recipe, 0)).toBeLessThanOrEqual(0.3 + 1e-9);
      const [best] = recipes;
      if (free && best && shareOf(free, 0) > 0.35 && shareOf(best, 0) > 0.29) atTheLimit++;
    }
    expect(atTheLimit).toBeGreaterThan(5);
  });

  it("are as good as a scan of all ratios allows", () => {
    const ids = ["titanium-white", "prussian-blue"];
    const target = labOfMix({ "titanium-white": 20, "prussian-blue": 1 });
    const [recipe] = searchOf(ids).search(query(target, { maxTubes: 2, mostShare: [0.8, 1] })).recipes;
    expect(recipe && shareOf(recipe, 0)).toBeCloseTo(0.8, 2);
  });

  it("refuses shares that are none", () => {
    expect(() => searchOf(TEN).search(query(labD65(50, 0, 0), { mostShare: [0.5] }))).toThrow(/10 shares/);
  });
});

describe("hard limits", () => {
  it("hold on every recipe, and an answer within them is found whenever an unlimited one keeps them", () => {
    const search = searchOf(TEN.slice(0, 6));
    let missed = 0;
    for (const [l, a, b] of targets) {
      // Out of reach on purpose: more vivid than these tubes give.
      const target = labD65(l, a * 1.5, b * 1.5);
      const limits = { lightness: 0.5, chroma: 1000, hue: 1.5 };
      const { recipes } = search.search(query(target, { limits }));
      for (const recipe of recipes) {
        const { deltaLightness, deltaHue } = threeWayDifference(target, recipe.predicted);
        expect(Math.abs(deltaLightness)).toBeLessThanOrEqual(0.5);
        expect(Math.abs(deltaHue)).toBeLessThanOrEqual(1.5);
      }
      const strict = search.search(query(target, { factors: { kL: 0.1, kC: 10, kH: 0.1 } })).recipes;
      const exists = strict.some((recipe) => {
        const difference = threeWayDifference(target, recipe.predicted);
        return Math.abs(difference.deltaLightness) < 0.45 && Math.abs(difference.deltaHue) < 1.4;
      });
      if (exists && recipes.length === 0) missed++;
    }
    expect(missed).toBe(0);
  });

  it("give no recipe rather than a wrong one", () => {
    const search = searchOf(["titanium-white", "ivory-black"]);
    const limits = { lightness: 1, chroma: 8, hue: 3 };
    expect(search.search(query(labD65(55, 60, 40), { limits })).recipes).toEqual([]);
    expect(search.search(query(labD65(55, 0, 0), { limits })).recipes.length).toBeGreaterThan(0);
  });
});

describe("weights", () => {
  it("with value five times as heavy, value is never further off", () => {
    const search = searchOf(["titanium-white", "yellow-ochre", "burnt-sienna", "ultramarine-blue"]);
    const wide = randomMixes(TEN, 2, 100, 8).map((mix) => labOfMix(mix));
    for (const target of wide) {
      const missOf = (kL: number): number => {
        const [recipe] = search.search(
          query(target, { factors: { kL, kC: 1, kH: 1 }, toleranceDeltaE2000: 0 }),
        ).recipes;
        return Math.abs(threeWayDifference(target, recipe?.predicted ?? target).deltaLightness);
      };
      expect(missOf(0.2)).toBeLessThanOrEqual(missOf(1) + 1e-3);
    }
  });
});

describe("leftover piles", () => {
  it("are ingredients like tubes, and the cheapest answer uses what costs nothing", () => {
    const leftover = blendOptics([
      { optics: pigment("titanium-white").optics, volume: 4 },
      { optics: pigment("raw-umber").optics, volume: 1 },
    ]);
    const target = labOfMix({ "titanium-white": 6, "raw-umber": 1, "prussian-blue": 0.1 });
    const pricePerVolume = [...TEN.map(() => 1), 0];
    const { recipes } = searchOf(TEN, [leftover]).search(query(target, { pricePerVolume }));
    const cheapest = recipes.find((recipe) => recipe.reasons.includes("cheapest"));
    expect(cheapest && shareOf(cheapest, TEN.length)).toBeGreaterThan(0.3);
  });
});

describe("brightest parents", () => {
  it("mixes a brown from vivid tubes where an earth would be the plain way", () => {
    const ids = ["titanium-white", "cadmium-orange", "ultramarine-blue", "burnt-umber", "raw-umber"];
    const target = labOfMix({ "titanium-white": 3, "cadmium-orange": 2, "ultramarine-blue": 0.5 });
    const { recipes } = searchOf(ids).search(query(target, { toleranceDeltaE2000: 3 }));
    const bright = recipes.find((recipe) => recipe.reasons.includes("brightest-parents"));
    expect(bright?.parts.map((part) => part.tube).sort()).toEqual([0, 1, 2]);
  });
});

describe("large boxes", () => {
  const box = [
    ...TEN,
    "burnt-umber",
    "cadmium-orange",
    "quinacridone-magenta",
    "phthalo-green-bs",
    "phthalo-blue-gs",
    "cadmium-red-light",
    "cadmium-yellow-medium",
    "cobalt-blue",
    "cerulean-blue",
    "raw-sienna",
    "transparent-red-oxide",
    "dioxazine-violet",
    "chromium-oxide-green",
    "zinc-white",
  ];

  it("of 24 tubes give recipes of up to six, never further off than those of four", () => {
    const search = searchOf(box);
    for (const [l, a, b] of targets.slice(0, sized(4, 8))) {
      const target = labD65(l, a * 1.4, b * 1.4);
      const best = (maxTubes: number): number =>
        Math.min(...search.search(query(target, { maxTubes })).recipes.map((recipe) => recipe.deltaE2000));
      expect(best(6)).toBeLessThanOrEqual(best(4) + 0.005);
    }
  });

  it("hold six required tubes where they are asked for", () => {
    const required = [0, 1, 2, 3, 4, 5];
    const target = labOfMix(
      Object.fromEntries(required.map((tube) => [box[tube] ?? "", tube === 0 ? 4 : 0.4])),
    );
    const { recipes } = searchOf(box).search(query(target, { maxTubes: 6, required }));
    expect(recipes.map((recipe) => recipe.parts.map((part) => part.tube).sort())).toEqual([required]);
    expect(recipes[0]?.deltaE2000).toBeLessThan(0.05);
  });

  it("keep the brown of one pile the same whatever the order of tubes", () => {
    const target = labOfMix({ "titanium-white": 3, "burnt-umber": 1, "cobalt-blue": 0.3 });
    const first = searchOf(box).search(query(target)).recipes[0];
    const turned = searchOf([...box].reverse()).search(query(target)).recipes[0];
    expect(turned?.deltaE2000).toBeCloseTo(first?.deltaE2000 ?? Number.NaN, 2);
    expect(lchFromLab(turned?.predicted ?? target)[0]).toBeCloseTo(target[0], 0);
  });
});
