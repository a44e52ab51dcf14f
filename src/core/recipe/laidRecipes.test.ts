/** What is shown is what the hand lays: closeness, labels and reasons hold on laid amounts, in every measure. */
import { describe, expect, it } from "vitest";
import { labOfMix, pigment, randomMixes } from "../../../tests/support/paint";
import { figure, sized } from "../../../tests/support/study";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { DEFAULT_SIZES, handLadder } from "../amounts/amounts";
import { roundOn } from "../amounts/ladder";
import { type DosingChoice, dosingOf } from "../amounts/dosing";
import { deltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { type PaintedRecipe, paletteMixer } from "./paletteMixer";
import { subsetsOf } from "./subsets";
import type { RecipeQuery } from "./types";

const PALETTES = [
  ["titanium-white", "arylide-yellow", "pyrrole-red", "prussian-blue", "raw-umber"],
  ["titanium-white", "yellow-ochre", "pyrrole-red", "ivory-black", "ultramarine-blue"],
  ["titanium-white", "cadmium-yellow-light", "alizarin-crimson", "phthalo-green-bs", "ultramarine-blue"],
] as const;
const PRICES = [1, 2, 3, 2.5, 1.5];
const KNIFE = { unit: "parts", sizes: DEFAULT_SIZES } as const;
const MEASURES: readonly DosingChoice[] = [
  KNIFE,
  { unit: "parts", sizes: DEFAULT_SIZES, wantedParts: 20 },
  { unit: "drops", mostDrops: 30 },
  { unit: "millilitres", stepMl: 0.05, wantedMl: 6 },
  { unit: "grams", stepGrams: 0.02, wantedMl: 6, gramsPerMl: [2.1, 1.5, 1.4, 1.2, 1.6] },
  { unit: "percent" },
];

function query(target: LabD65, changes: Partial<RecipeQuery> = {}): RecipeQuery {
  return {
    target,
    maxTubes: 3,
    factors: REFERENCE_FACTORS,
    toleranceDeltaE2000: 1,
    maxAnswers: 4,
    pricePerVolume: PRICES,
    ...changes,
  };
}

function paletteOf(ids: readonly string[]) {
  const models = ids.map((id) => pigment(id));
  const tubes = models.map(({ optics, family }) => ({ optics, isBlack: family === "black" }));
  return {
    models,
    mixer: paletteMixer(tubes, VIEWING.D65, PAINT_SURFACE),
    evaluator: new MixtureEvaluator(
      models.map(({ optics }) => optics),
      VIEWING.D65,
      PAINT_SURFACE,
    ),
  };
}

/** Colour of what is laid, by the slow way of mixing. */
function laidLab(ids: readonly string[], { parts, laidDown }: PaintedRecipe, place = -1, factor = 1): LabD65 {
  return labOfMix(
    Object.fromEntries(
      parts.map(({ tube }, i) => [
        ids[tube] ?? "",
        (laidDown.volumes[i] ?? Number.NaN) * (i === place ? factor : 1),
      ]),
    ),
  );
}

describe.each(MEASURES)("recipes laid in $unit", (measure) => {
  const dosing = dosingOf(measure);
  const shown = PALETTES.flatMap((ids, i) => {
    const { mixer, models } = paletteOf(ids);
    return randomMixes(ids, 3, sized(4, 70), 40 + i).map((mix) => {
      const target = labOfMix(mix);
      return { ids, models, target, recipes: mixer.recipesFor(query(target), measure).recipes };
    });
  });

  it("are amounts of that measure, with the colour that they give", () => {
    for (const { ids, target, recipes } of shown) {
      expect(recipes.length).toBeGreaterThan(0);
      for (const recipe of recipes) {
        const { volumes, predicted, deltaE2000: miss } = recipe.laidDown;
        volumes.forEach((volume, i) => {
          expect(dosing.round(volume, recipe.parts[i]?.tube ?? -1)).toBeCloseTo(volume, 9);
        });
        if (measure.unit === "percent") expect(volumes.reduce((a, b) => a + b)).toBeCloseTo(100, 9);
        expect(deltaE2000(laidLab(ids, recipe), predicted)).toBeLessThan(1e-6);
        expect(miss).toBeCloseTo(deltaE2000(target, predicted), 9);
      }
    }
  });

  it("carry reasons that are true of what is shown", () => {
    for (const { ids, models, target, recipes } of shown) {
      const missOf = (recipe: PaintedRecipe): number => deltaE2000(target, laidLab(ids, recipe));
      const shiftOf = (recipe: PaintedRecipe): number =>
        Math.max(
          ...recipe.parts.map((_, i) => deltaE2000(laidLab(ids, recipe), laidLab(ids, recipe, i, 1.1))),
        );
      const priceOf = ({ parts, laidDown }: PaintedRecipe): number =>
        parts.reduce(
          (sum, { tube }, i) => sum + (PRICES[tube] ?? Number.NaN) * (laidDown.volumes[i] ?? Number.NaN),
          0,
        ) / laidDown.totalVolume;
      const holdsBlack = ({ parts }: PaintedRecipe): boolean =>
        parts.some(({ tube }) => models[tube]?.family === "black");
      const nearest = Math.min(...recipes.map(missOf));
      const close = recipes.filter((recipe) => missOf(recipe) <= nearest + 1 + 1e-9);
      expect(recipes.filter(({ reasons }) => reasons.includes("closest")).length).toBeGreaterThan(0);
      for (const recipe of recipes) {
        for (const reason of recipe.reasons) {
          if (reason === "closest") expect(missOf(recipe)).toBeCloseTo(nearest, 6);
          if (reason === "fewest-tubes")
            expect(recipe.parts.length).toBe(Math.min(...close.map(({ parts }) => parts.length)));
          if (reason === "steadiest")
            expect(shiftOf(recipe)).toBeLessThanOrEqual(Math.min(...close.map(shiftOf)) + 1e-6);
          if (reason === "cheapest")
            expect(priceOf(recipe)).toBeLessThanOrEqual(Math.min(...close.map(priceOf)) + 1e-9);
          if (reason === "without-black") expect(!holdsBlack(recipe) && recipes.some(holdsBlack)).toBe(true);
        }
      }
    }
  });

  it("are shown once: no two with the same tubes, but for a small part, in nearly one colour", () => {
    for (const { ids, recipes } of shown) {
      const mainTubes = ({ parts, laidDown }: PaintedRecipe): string =>
        parts
          .filter((_, i) => (laidDown.volumes[i] ?? 0) >= 0.05 * laidDown.totalVolume)
          .map(({ tube }) => tube)
          .sort()
          .join();
      recipes.forEach((one, i) => {
        for (const other of recipes.slice(i + 1)) {
          const isOne = mainTubes(one) === mainTubes(other);
          if (isOne) expect(deltaE2000(laidLab(ids, one), laidLab(ids, other))).toBeGreaterThan(0.5);
        }
      });
    }
  });
});

describe("laid recipes against every amount that a hand can lay", () => {
  const amounts = [
    ...new Set(Array.from({ length: 12 * 64 }, (_, i) => roundOn(handLadder(DEFAULT_SIZES), (i + 1) / 64))),
  ].filter((parts) => parts <= 12);

  /** Least miss by number of tubes. */
  function bruteForce(evaluator: MixtureEvaluator, target: LabD65): readonly number[] {
    const out = new Float64Array(3);
    return [1, 2, 3].map((size) => {
      let best = Number.POSITIVE_INFINITY;
      const volumes = new Float64Array(size);
      const tryAll = (tubes: Uint8Array, place: number): void => {
        if (place === size) {
          evaluator.writeLab(out, tubes, volumes, size);
          const [l = 0, a = 0, b = 0] = out;
          best = Math.min(best, deltaE2000(target, labD65(l, a, b)));
          return;
        }
        for (const amount of amounts) {
          volumes[place] = amount;
          tryAll(tubes, place + 1);
        }
      };
      for (const tubes of subsetsOf(evaluator.tubeCount, size)) tryAll(Uint8Array.from(tubes), 0);
      return best;
    });
  }

  it("closest within ΔE00 0.2 of the best, and the plainest within 1 of it first", () => {
    let count = 0;
    let close = 0;
    let plain = 0;
    PALETTES.slice(0, sized(1, 3)).forEach((ids, i) => {
      const { mixer, evaluator } = paletteOf(ids);
      for (const mix of randomMixes(ids, 3, sized(1, 40), 90 + i)) {
        const target = labOfMix(mix);
        const { recipes } = mixer.recipesFor(query(target), KNIFE);
        const bySize = bruteForce(evaluator, target);
        const best = Math.min(...bySize);
        const closest = recipes.find(({ reasons }) => reasons.includes("closest"));
        const plainestSize = 1 + bySize.findIndex((miss) => miss <= best + 1);
        count++;
        if ((closest?.laidDown.deltaE2000 ?? Number.NaN) <= best + 0.2) close++;
        if (recipes[0]?.parts.length === plainestSize && recipes[0].laidDown.deltaE2000 <= best + 1) plain++;
      }
    });
    figure("laid recipes: closest within ΔE00 0.2 of brute force over laid amounts", close / count, {
      least: 0.98,
    });
    figure("laid recipes: the plainest within ΔE00 1 of the best laid one comes first", plain / count, {
      least: 0.99,
    });
  }, 400_000);
});

describe("a colour that the tubes reach and the hand does not", () => {
  it("is said to be so, with the pile in which it comes out", () => {
    const ids = ["titanium-white", "phthalo-blue-gs"];
    const { mixer } = paletteOf(ids);
    const target = labOfMix({ "titanium-white": 1, "phthalo-blue-gs": 0.0012 });
    const { handLimit, recipes } = mixer.recipesFor(query(target, { pricePerVolume: [1, 1] }), {
      unit: "parts",
      sizes: { touchParts: 1 / 4, speckParts: 1 / 8 },
      wantedParts: 4,
    });
    expect(handLimit?.exactDeltaE2000).toBeLessThan(0.1);
    expect(handLimit?.laidDeltaE2000).toBeCloseTo(recipes[0]?.laidDown.deltaE2000 ?? Number.NaN, 9);
    const larger = handLimit?.largerPile;
    if (!larger) throw new Error("no larger pile");
    const [white = 0, blue = 0] = larger.volumes;
    expect(blue).toBeGreaterThanOrEqual(1 / 8);
    expect(
      deltaE2000(target, labOfMix({ "titanium-white": white, "phthalo-blue-gs": blue })),
    ).toBeLessThanOrEqual(1);
  });

  it("is not said of a colour that no mixture reaches, nor of one that comes out", () => {
    const { mixer } = paletteOf(PALETTES[0]);
    expect(mixer.recipesFor(query(labD65(60, 70, 60)), KNIFE).handLimit).toBeUndefined();
    const easy = labOfMix({ "titanium-white": 2, "raw-umber": 1 });
    expect(mixer.recipesFor(query(easy), KNIFE).handLimit).toBeUndefined();
  });
});
