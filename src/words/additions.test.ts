import { describe, expect, it } from "vitest";
import { threeWayDifference } from "../core/describe/difference";
import { labD65 } from "../core/color/types";
import { TEN_IS_WHITE } from "../core/describe/valueScale";
import { growthWords, moveWords, riskWords } from "./additions";
import { NOTE_PURPOSES } from "../domain/note/note";
import { closenessOf, toleranceOf } from "../domain/match/purpose";

describe("what an addition does, in words", () => {
  const move = (l: number, a: number, b: number) =>
    moveWords(
      { change: threeWayDifference(labD65(50, 20, 20), labD65(50 + l, 20 + a, 20 + b)) },
      TEN_IS_WHITE,
    );

  it("names every axis that moves, with its direction, and no other", () => {
    expect(move(5, 0, 0)).toBe("half a step lighter");
    expect(move(-10, 0, 0)).toBe("one step darker");
    expect(move(0, -6, -6)).toMatch(/^duller by C\* 8$/);
    expect(move(0, 6, -6)).toBe("towards red");
    expect(move(0.2, 0.1, 0)).toBe("hardly moves it");
  });

  it("says how much of the dose it is and how likely it goes past", () => {
    expect(riskWords({ crossingRisk: 0.01, isSafe: true, share: 1 })).toBe("will hardly go past it");
    expect(riskWords({ crossingRisk: 0.02, isSafe: true, share: 0.6 })).toMatch(/^60 % of the whole dose/);
    expect(riskWords({ crossingRisk: 0.32, isSafe: false, share: 1 })).toBe("goes past it in 3 of 10 cases");
    expect(growthWords({ growth: 1.123 })).toBe("the pile grows by 12 %");
    expect(growthWords({ growth: 1.001 })).toBe("the pile hardly grows");
  });
});

describe("what a match is for", () => {
  it("sets a closeness of its own, the painter's own included", () => {
    const [vanish, family, relation] = ["vanish", "family", "relation"].map((purpose) =>
      closenessOf(toleranceOf({ purpose: purpose as "vanish", tolerance: undefined })),
    );
    expect(vanish).toBeLessThan(family ?? Number.NaN);
    expect(family).toBeLessThan(relation ?? Number.NaN);
    const own = { lightness: 9, chroma: 8, hue: 7 };
    expect(toleranceOf({ purpose: "own", tolerance: own })).toEqual(own);
    expect(toleranceOf({ purpose: undefined, tolerance: own })).not.toEqual(own);
    expect(NOTE_PURPOSES.every((purpose) => closenessOf(toleranceOf({ purpose })) > 0)).toBe(true);
  });
});
