import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { amountsFor, neededMl } from "./needed";
import { restOfRecipe } from "./restOfRecipe";

const volume = fc.double({ min: 0.01, max: 50, noNaN: true });

describe("what is needed", () => {
  it("is an area under a film: 100 cm² under 0.3 mm take 3 ml", () => {
    expect(neededMl({ by: "area", areaCm2: 100, filmMm: 0.3 })).toBeCloseTo(3, 12);
    expect(neededMl({ by: "volume", ml: 12 })).toBe(12);
    expect(() => neededMl({ by: "area", areaCm2: 0, filmMm: 0.3 })).toThrow(RangeError);
    expect(() => neededMl({ by: "volume", ml: Number.POSITIVE_INFINITY })).toThrow(RangeError);
  });

  it("comes with its margin, in the ratio of the recipe", () => {
    fc.assert(
      fc.property(
        fc.array(volume, { minLength: 1, maxLength: 5 }),
        volume,
        fc.double({ min: 0, max: 2, noNaN: true }),
        (volumes, ml, margin) => {
          const whole = volumes.reduce((sum, one) => sum + one, 0);
          const amounts = amountsFor(
            volumes.map((one) => one / whole),
            ml,
            margin,
          );
          expect(amounts.reduce((sum, one) => sum + one, 0)).toBeCloseTo(ml * (1 + margin), 9);
          volumes.forEach((one, i) => {
            expect((amounts[i] ?? 0) / (amounts[0] ?? 1)).toBeCloseTo(one / (volumes[0] ?? 1), 6);
          });
        },
      ),
    );
    expect(() => amountsFor([1], 10, -0.1)).toThrow(RangeError);
  });
});

describe("the rest of a recipe", () => {
  it("brings every tube to the same share of a pile that is as small as it can be", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(volume, fc.double({ min: 0, max: 60, noNaN: true })), {
          minLength: 1,
          maxLength: 6,
        }),
        (tubes) => {
          const planned = tubes.map(([plan]) => plan);
          const laid = tubes.map(([, there]) => there);
          const { rest, growth } = restOfRecipe(planned, laid);
          expect(growth).toBeGreaterThanOrEqual(1);
          expect(rest.every((one) => one >= 0)).toBe(true);
          planned.forEach((plan, i) => {
            expect((laid[i] ?? 0) + (rest[i] ?? 0)).toBeCloseTo(plan * growth, 8);
          });
          // Smaller would need paint taken out.
          if (growth > 1) expect(Math.min(...rest)).toBeLessThan(1e-9);
        },
      ),
    );
  });

  it("is the recipe itself before anything lies there, and refuses what makes no sense", () => {
    expect(restOfRecipe([3, 1], [0, 0])).toEqual({ growth: 1, rest: [3, 1] });
    expect(() => restOfRecipe([3, 0], [0, 0])).toThrow(RangeError);
    expect(() => restOfRecipe([3], [0, 0])).toThrow(RangeError);
    expect(() => restOfRecipe([3], [Number.NaN])).toThrow(RangeError);
  });
});
