import { describe, expect, it } from "vitest";
import { pigment, randomMixes } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { DEFAULT_SIZES } from "../amounts/amounts";
import { deltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import { searchRecipes } from "../index";
import { mixtureReflectance } from "../mixing/mixture";
import { labFromReflectance } from "../spectrum/colorimetry";
import { GRID_10NM, type Reflectance } from "../spectrum/types";
import { type PaintedRecipe, paletteMixer } from "./paletteMixer";
import type { RecipeQuery } from "./types";

const PAPER: Reflectance = { grid: GRID_10NM, values: new Array<number>(GRID_10NM.count).fill(0.86) };
const WASHES = [
  "titanium-white",
  "nickel-azo-yellow",
  "quinacridone-magenta",
  "phthalo-blue-gs",
  "transparent-red-oxide",
  "ultramarine-blue",
];
const KNIFE = { unit: "parts", sizes: DEFAULT_SIZES } as const;

function query(target: LabD65): RecipeQuery {
  return { target, maxTubes: 3, factors: REFERENCE_FACTORS, toleranceDeltaE2000: 1, maxAnswers: 4 };
}

function tubesOf(ids: readonly string[]) {
  return ids.map((id) => ({ optics: pigment(id).optics, isBlack: false }));
}

function washOf(mix: Readonly<Record<string, number>>, thickness: number): LabD65 {
  const volumes = Object.entries(mix).map(([id, volume]) => ({ optics: pigment(id).optics, volume }));
  return labFromReflectance(
    mixtureReflectance(volumes, PAINT_SURFACE, { thickness, ground: PAPER }),
    VIEWING.D65,
  );
}

function mixOf(recipe: PaintedRecipe, volumes: readonly number[]): Record<string, number> {
  return Object.fromEntries(recipe.parts.map((part, i) => [WASHES[part.tube] ?? "", volumes[i] ?? 0]));
}

function sumOf(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0);
}

describe("recipes for washes", () => {
  const mixer = paletteMixer(tubesOf(WASHES), VIEWING.D65, PAINT_SURFACE, {
    kind: "film",
    ground: PAPER,
    undilutedThickness: 2,
    allowWhite: false,
  });
  // What is less than a few hundredths of a wash is left out where an answer without it is as good.
  const cases = randomMixes(WASHES.slice(1), 2, 40, 3)
    .map((mix, i) => ({ mix, thickness: 0.02 * 1.1 ** i }))
    .filter(({ mix }) => Math.min(...Object.values(mix)) > 0.05 * sumOf(Object.values(mix)));

  it("find washes that are known to exist, without white, and say how far to thin them", () => {
    for (const { mix, thickness } of cases) {
      const target = washOf(mix, thickness);
      const { recipes } = mixer.recipesFor(query(target), KNIFE);
      const [first] = recipes;
      if (!first) throw new Error("no wash");
      expect(Math.min(...recipes.map((recipe) => recipe.deltaE2000))).toBeLessThan(0.1);
      for (const recipe of recipes) {
        expect(recipe.parts.every((part) => part.tube !== 0)).toBe(true);
        const shares = recipe.parts.map((part) => part.share);
        const film = recipe.filmThickness ?? Number.NaN;
        expect(film).toBeLessThanOrEqual(2.0001);
        expect(recipe.thinning).toBeCloseTo(2 / film - 1, 9);
        expect(deltaE2000(washOf(mixOf(recipe, shares), film), recipe.predicted)).toBeLessThan(1e-3);
        // What the hand lays is the film that its own water makes.
        const { volumes, water, totalVolume, predicted, filmThickness } = recipe.laidDown;
        const laidFilm = (2 * totalVolume) / (totalVolume + water);
        expect(filmThickness).toBeCloseTo(laidFilm, 9);
        expect(deltaE2000(washOf(mixOf(recipe, volumes), laidFilm), predicted)).toBeLessThan(1e-3);
      }
    }
  });

  it("thin more for a paler wash of the same paint", () => {
    const thinning = [1.6, 0.4, 0.1, 0.025].map((thickness) => {
      const target = washOf({ "phthalo-blue-gs": 1 }, thickness);
      return mixer.recipesFor({ ...query(target), maxTubes: 1 }, KNIFE).recipes[0]?.thinning ?? Number.NaN;
    });
    expect(thinning[0]).toBeCloseTo(0.25, 1);
    expect(thinning[3]).toBeCloseTo(79, 0);
    expect([...thinning].sort((a, b) => a - b)).toEqual(thinning);
  });

  it("may take body colour when it is allowed", () => {
    const gouache = paletteMixer(tubesOf(WASHES), VIEWING.D65, PAINT_SURFACE, {
      kind: "film",
      ground: { ...PAPER, values: new Array<number>(GRID_10NM.count).fill(0.05) },
      undilutedThickness: 8,
      allowWhite: true,
    });
    const target = washOf({ "titanium-white": 4, "ultramarine-blue": 0.4 }, 300);
    const [recipe] = gouache.recipesFor(query(target), KNIFE).recipes;
    expect(recipe?.parts.some((part) => part.tube === 0)).toBe(true);
  });
});

describe("recipes with traces", () => {
  it("say what to thin first when a tube is below the smallest dose", () => {
    const ids = ["titanium-white", "phthalo-blue-gs"];
    const volumes = [1, 0.0012].map((volume, i) => ({ optics: pigment(ids[i] ?? "").optics, volume }));
    const target = labFromReflectance(mixtureReflectance(volumes, PAINT_SURFACE), VIEWING.D65);
    const mixer = paletteMixer(tubesOf(ids), VIEWING.D65, PAINT_SURFACE);
    const [recipe] = mixer.recipesFor(query(target), KNIFE).recipes;
    const [dilution] = recipe?.diluted?.dilutions ?? [];
    expect(dilution).toMatchObject({ tube: 1, carrier: 0 });
    expect(recipe?.diluted?.deltaE2000).toBeLessThan(1);
  });
});

describe("two tubes of one paint", () => {
  const single = tubesOf(["titanium-white", "raw-umber", "ultramarine-blue"]);
  const doubled = tubesOf(["titanium-white", "raw-umber", "ultramarine-blue", "raw-umber", "titanium-white"]);
  const target = labD65(55, 2, 4);

  it("are one ingredient: the recipes are those of one", () => {
    const recipesOf = (tubes: typeof single) =>
      searchRecipes(tubes, target).recipes.map(({ parts }) => parts.map(({ tube, share }) => [tube, share]));
    expect(recipesOf(doubled)).toEqual(recipesOf(single));
  });

  it("are taken as they are asked for", () => {
    const taken = (options: Parameters<typeof searchRecipes>[2]) =>
      searchRecipes(doubled, target, options).recipes.map(({ parts }) => parts.map(({ tube }) => tube));
    for (const tubes of taken({ required: [3] })) {
      expect(tubes).toContain(3);
      expect(tubes).not.toContain(1);
    }
    for (const tubes of taken({ forbidden: [0] })) expect(tubes).not.toContain(0);
    expect(taken({ forbidden: [0] }).flat()).toContain(4);
  });
});
