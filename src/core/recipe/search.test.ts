import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { labOfMix, pigment } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { aimDistance } from "../color/aimDistance";
import { deltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { createRng } from "../random/rng";
import { layingOrder } from "./layingOrder";
import { type RecipeSearch, recipeSearch } from "./search";
import { interiorLattice, subsetsOf } from "./subsets";
import type { RecipeQuery, RecipeSearchReport } from "./types";

const DEMO = ["titanium-white", "arylide-yellow", "pyrrole-red", "prussian-blue", "raw-umber"];

function searchOf(ids: readonly string[]): RecipeSearch {
  const mixer = new MixtureEvaluator(
    ids.map((id) => pigment(id).optics),
    VIEWING.D65,
    PAINT_SURFACE,
  );
  return recipeSearch(
    mixer,
    ids.map((id) => pigment(id).family === "black"),
  );
}

function query(target: LabD65, changes: Partial<RecipeQuery> = {}): RecipeQuery {
  return {
    target,
    maxTubes: 4,
    factors: REFERENCE_FACTORS,
    toleranceDeltaE2000: 1,
    maxAnswers: 4,
    ...changes,
  };
}

function recompute(ids: readonly string[], report: RecipeSearchReport, index = 0): LabD65 {
  const recipe = report.recipes[index];
  if (!recipe) throw new Error("no recipe");
  return labOfMix(Object.fromEntries(recipe.parts.map((part) => [ids[part.tube] ?? "", part.share])));
}

/** Random mixtures by strength, so that strong tubes do not blacken every one of them. */
function randomTargets(count: number, seed: number, tubesPerMix: number): LabD65[] {
  const rng = createRng(seed);
  const mixer = new MixtureEvaluator(
    DEMO.map((id) => pigment(id).optics),
    VIEWING.D65,
    PAINT_SURFACE,
  );
  return Array.from({ length: count }, () => {
    const order = DEMO.map((_, i) => ({ i, key: rng.next() })).sort((a, b) => a.key - b.key);
    const parts = order
      .slice(0, tubesPerMix)
      .map(({ i }) => [DEMO[i] ?? "", -Math.log(1 - rng.next()) / mixer.strengthOf(i)] as const);
    return labOfMix(Object.fromEntries(parts));
  });
}

describe("recipe search", () => {
  const search = searchOf(DEMO);

  it("tells first of all that is near, and then of the rest without solving the near ones again", () => {
    let rest = 0;
    for (const target of randomTargets(40, 8, 3)) {
      const { near, all, effort } = search.candidates(query(target));
      const first = near();
      const { evaluations } = effort();
      expect(near()).toEqual(first);
      expect(effort().evaluations).toBe(evaluations);
      const every = all();
      const nearest = every[0]?.distance ?? Number.NaN;
      expect(every.map(({ distance }) => distance)).toEqual(
        every.map(({ distance }) => distance).sort((one, other) => one - other),
      );
      for (const candidate of every)
        if (candidate.distance <= nearest + 2) expect(first.includes(candidate)).toBe(true);
      rest += every.length - first.length;
    }
    expect(rest).toBeGreaterThan(30);
  });

  it("comes within ΔE00 0.1 of 200 random mixtures of the palette, from its tubes alone, in whole shares", () => {
    for (const tubesPerMix of [1, 2, 3, 4, 5]) {
      for (const target of randomTargets(40, tubesPerMix, tubesPerMix)) {
        const report = search.search(query(target));
        const closest = report.recipes.find((recipe) => recipe.reasons.includes("closest"));
        expect(closest?.deltaE2000).toBeLessThan(0.1);
        for (const [index, recipe] of report.recipes.entries()) {
          const sum = recipe.parts.reduce((total, part) => total + part.share, 0);
          expect(sum).toBeCloseTo(1, 12);
          expect(recipe.parts.every((part) => part.share > 0 && part.tube >= 0 && part.tube < 5)).toBe(true);
          // What is said of a recipe is what its shares give when mixed again.
          expect(deltaE2000(target, recompute(DEMO, report, index))).toBeCloseTo(recipe.deltaE2000, 6);
        }
      }
    }
  });

  it("answers the same question with the same bytes", () => {
    for (const target of randomTargets(20, 3, 4)) {
      const first = JSON.stringify(search.search(query(target)));
      expect(JSON.stringify(search.search(query(target)))).toBe(first);
      expect(JSON.stringify(searchOf(DEMO).search(query(target)))).toBe(first);
    }
  });

  it("is as close as brute force to colours that no mixture reaches", () => {
    const rng = createRng(9);
    for (let trial = 0; trial < 12; trial++) {
      const radians = 2 * Math.PI * rng.next();
      const target = labD65(rng.between(20, 90), 95 * Math.cos(radians), 95 * Math.sin(radians));
      const found = Math.min(
        ...search.search(query(target)).recipes.map(({ predicted }) => aimDistance(target, predicted)),
      );
      expect(found).toBeLessThan(bruteForce(target) + 0.02);
    }
  });

  it("says which answer keeps the hue where another has the smaller difference, and calls that one closest", () => {
    const rng = createRng(10);
    let said = 0;
    for (let trial = 0; trial < 250; trial++) {
      const radians = 2 * Math.PI * rng.next();
      const target = labD65(
        rng.between(25, 85),
        rng.between(40, 120) * Math.cos(radians),
        rng.between(40, 120) * Math.sin(radians),
      );
      const { recipes } = search.search(query(target));
      const least = Math.min(...recipes.map(({ deltaE2000: miss }) => miss));
      const nearest = Math.min(...recipes.map(({ predicted }) => aimDistance(target, predicted)));
      for (const { reasons, deltaE2000: miss, predicted } of recipes) {
        if (reasons.includes("closest")) expect(miss).toBeLessThanOrEqual(least + 0.005);
        if (!reasons.includes("keeps-hue")) continue;
        said++;
        expect(miss).toBeGreaterThan(least + 0.005);
        expect(aimDistance(target, predicted)).toBe(nearest);
      }
    }
    expect(said).toBeGreaterThan(0);
  });

  it("puts the plainest recipe within the tolerance first", () => {
    for (const target of randomTargets(30, 5, 4)) {
      const { recipes } = search.search(query(target));
      const [first] = recipes;
      const best = Math.min(...recipes.map((recipe) => recipe.deltaE2000));
      expect(first?.deltaE2000).toBeLessThanOrEqual(best + 1);
      for (const other of recipes) {
        if (other.deltaE2000 <= best + 1) {
          expect(first?.parts.length).toBeLessThanOrEqual(other.parts.length);
        }
      }
    }
  });

  it("gives reasons that are true", () => {
    for (const target of randomTargets(30, 6, 4)) {
      const { recipes } = search.search(query(target));
      const shifts = recipes.map((recipe) => Math.max(...recipe.dosingShift));
      recipes.forEach((recipe, i) => {
        expect(recipe.reasons.length).toBeGreaterThan(0);
        if (recipe.reasons.includes("closest")) {
          const best = Math.min(...recipes.map((other) => other.deltaE2000));
          expect(recipe.deltaE2000).toBeLessThanOrEqual(best + 0.005);
        }
        if (recipe.reasons.includes("steadiest")) {
          const best = Math.min(...recipes.map((other) => other.deltaE2000));
          const closeShifts = shifts.filter((_, j) => (recipes[j]?.deltaE2000 ?? 99) <= best + 1);
          expect(shifts[i]).toBe(Math.min(...closeShifts));
        }
      });
      const sets = recipes.map((recipe) =>
        recipe.parts
          .map((part) => part.tube)
          .sort()
          .join(),
      );
      expect(new Set(sets).size).toBe(sets.length);
    }
  });

  it("leaves out black where it can, and says so", () => {
    const ids = ["titanium-white", "ivory-black", "burnt-sienna", "ultramarine-blue", "arylide-yellow"];
    const target = labOfMix({ "ivory-black": 1, "titanium-white": 6, "burnt-sienna": 0.2 });
    const { recipes } = searchOf(ids).search(query(target));
    const without = recipes.find((recipe) => recipe.reasons.includes("without-black"));
    expect(without).toBeDefined();
    expect(without?.parts.map((part) => ids[part.tube])).not.toContain("ivory-black");
  });

  it("measures the dosing shift by mixing again with 10 % more", () => {
    const target = labD65(46, -15, -13);
    const [recipe] = search.search(query(target)).recipes;
    recipe?.parts.forEach((part, place) => {
      const volumes = Object.fromEntries(
        recipe.parts.map((other) => [DEMO[other.tube] ?? "", other.share * (other === part ? 1.1 : 1)]),
      );
      expect(deltaE2000(recipe.predicted, labOfMix(volumes))).toBeCloseTo(
        recipe.dosingShift[place] ?? Number.NaN,
        6,
      );
    });
  });

  it("keeps to tubes that must or must not be there", () => {
    for (const target of randomTargets(15, 8, 4)) {
      const held = search.search(query(target, { required: [4] })).recipes;
      expect(held.length).toBeGreaterThan(0);
      expect(held.every((recipe) => recipe.parts.some((part) => part.tube === 4))).toBe(true);
      const without = search.search(query(target, { forbidden: [4, 2] })).recipes;
      expect(without.length).toBeGreaterThan(0);
      expect(
        without.every((recipe) => recipe.parts.every((part) => part.tube !== 4 && part.tube !== 2)),
      ).toBe(true);
    }
  });

  it("finds the cheapest of the close recipes when prices are known", () => {
    const pricePerVolume = [1, 4, 6, 5, 2];
    const priceOf = (parts: RecipeSearchReport["recipes"][number]["parts"]): number =>
      parts.reduce((sum, part) => sum + part.share * (pricePerVolume[part.tube] ?? 0), 0);
    for (const target of randomTargets(15, 9, 4)) {
      const { recipes } = search.search(query(target, { pricePerVolume, maxAnswers: 5 }));
      const cheapest = recipes.find((recipe) => recipe.reasons.includes("cheapest"));
      expect(cheapest).toBeDefined();
      const best = Math.min(...recipes.map((recipe) => recipe.deltaE2000));
      const close = recipes.filter((recipe) => recipe.deltaE2000 <= best + 1);
      expect(priceOf(cheapest?.parts ?? [])).toBeLessThanOrEqual(
        Math.min(...close.map((recipe) => priceOf(recipe.parts))) + 1e-9,
      );
    }
  });

  it("works with one tube, with as many tubes as asked for, and with two that are the same", () => {
    const target = labD65(50, 0, 0);
    expect(searchOf(["raw-umber"]).search(query(target)).recipes).toMatchObject([
      { parts: [{ tube: 0, share: 1 }] },
    ]);
    expect(searchOf(DEMO.slice(0, 4)).search(query(target)).recipes.length).toBeGreaterThan(0);
    expect(
      searchOf(["raw-umber", "raw-umber", "titanium-white"]).search(query(target)).recipes.length,
    ).toBeGreaterThan(0);
    const { recipes } = search.search(query(target, { maxTubes: 1 }));
    expect(recipes.every((recipe) => recipe.parts.length === 1)).toBe(true);
  });

  it("refuses what it cannot search", () => {
    expect(() => searchOf([])).toThrow(RangeError);
    expect(() => searchOf(new Array<string>(25).fill("raw-umber"))).toThrow(RangeError);
    expect(() => search.search(query(labD65(Number.NaN, 0, 0)))).toThrow(RangeError);
    expect(() => search.search(query(labD65(50, 0, 0), { maxTubes: 0 }))).toThrow(RangeError);
    expect(() => search.search(query(labD65(50, 0, 0), { maxTubes: 7 }))).toThrow(RangeError);
  });
});

/** Coarse to fine over all four-tube subsets, mixing only with the plain form. */
function bruteForce(target: LabD65): number {
  let best = Number.POSITIVE_INFINITY;
  for (const tubes of subsetsOf(DEMO.length, 3)) {
    let centre = [0, 0, 0];
    let span = 3.5;
    for (let round = 0; round < 9; round++) {
      const origin = centre;
      for (const dx of [-1, -0.5, 0, 0.5, 1]) {
        for (const dy of [-1, -0.5, 0, 0.5, 1]) {
          // Logarithms of the ratios to the first tube reach every mixture but the bare pairs, which are limits.
          const logs = [0, (origin[1] ?? 0) + dx * span, (origin[2] ?? 0) + dy * span];
          const parts = Object.fromEntries(
            Array.from(tubes, (tube, j) => [DEMO[tube] ?? "", 10 ** (logs[j] ?? 0)]),
          );
          const distance = aimDistance(target, labOfMix(parts));
          if (distance < best) best = distance;
          if (distance <= distanceAt(target, tubes, centre)) centre = logs;
        }
      }
      span *= 0.6;
    }
  }
  return best;
}

function distanceAt(target: LabD65, tubes: Uint8Array, logs: readonly number[]): number {
  const parts = Object.fromEntries(Array.from(tubes, (tube, j) => [DEMO[tube] ?? "", 10 ** (logs[j] ?? 0)]));
  return aimDistance(target, labOfMix(parts));
}

describe("which tube goes first", () => {
  const firstTube = (ids: readonly string[], parts: readonly number[]): string => {
    const target = labOfMix(Object.fromEntries(ids.map((id, i) => [id, parts[i] ?? 0])));
    const { recipes } = searchOf(ids).search(query(target, { maxTubes: ids.length }));
    const whole = recipes.find((recipe) => recipe.parts.length === ids.length) ?? recipes[0];
    return ids[whole?.parts[0]?.tube ?? -1] ?? "";
  };

  it.each([
    ["yellow for yellow-green", ["arylide-yellow", "phthalo-blue-gs"], [1, 0.03], "arylide-yellow"],
    ["blue for turquoise", ["cerulean-blue", "arylide-yellow"], [1, 0.15], "cerulean-blue"],
    [
      "magenta with phthalo blue",
      ["quinacridone-magenta", "phthalo-blue-gs"],
      [1, 0.3],
      "quinacridone-magenta",
    ],
    ["blue with a strong red", ["ultramarine-blue", "pyrrole-red"], [1, 0.3], "ultramarine-blue"],
    ["white for a tint", ["titanium-white", "prussian-blue"], [20, 1], "titanium-white"],
  ])("starts with %s", (_, ids, parts, expected) => {
    expect(firstTube(ids, parts)).toBe(expected);
  });

  it("keeps the order of equals", () => {
    expect(layingOrder([2, 1, 1, 3])).toEqual([1, 2, 0, 3]);
  });
});

describe("subsets and starting lattices", () => {
  it("list every subset once", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 6 }), (count, size) => {
        const rows = subsetsOf(count, size).map((row) => row.join());
        expect(new Set(rows).size).toBe(rows.length);
        let choices = size > count ? 0 : 1;
        for (let i = 0; i < Math.min(size, count); i++) choices = (choices * (count - i)) / (i + 1);
        expect(rows.length).toBe(choices);
      }),
    );
  });

  it("start inside, with every tube present and a sum of one", () => {
    for (const start of interiorLattice(4, 6)) {
      expect(start.every((share) => share > 0)).toBe(true);
      expect(start.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 12);
    }
    expect(interiorLattice(4, 6)).toHaveLength(10);
    expect(interiorLattice(1, 1)).toHaveLength(1);
    expect(interiorLattice(3, 2)).toHaveLength(0);
  });
});
