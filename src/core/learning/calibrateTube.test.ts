import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { simulateTube, USUAL_DEVIATION } from "../../devices/simulatedPaint";
import { deltaE2000 } from "../color/ciede2000";
import { labD65 } from "../color/types";
import { createRng } from "../random/rng";
import { calibrateTube, impossibleReading, type TubeReading } from "./calibrateTube";
import { tintingStrength, tintLab } from "../tube/character";
import { figure, sized } from "../../../tests/support/study";

const BENCH = { white: pigment("titanium-white").optics, view: VIEWING.D65, surface: PAINT_SURFACE };
/** What is hardly darker than white has no strength. */
const COLOURS = PIGMENT_MODELS.filter(({ optics }) => tintingStrength(optics, BENCH) !== undefined);

describe("a tube test", () => {
  it("finds the strength of simulated tubes within 15 % in nine of ten, at L* misread by 1", () => {
    const rng = createRng(15);
    let within = 0;
    let better = 0;
    const trials = sized(40, 400);
    for (let trial = 0; trial < trials; trial++) {
      const { optics } = COLOURS[trial % COLOURS.length] ?? pigment("raw-umber");
      const truth = simulateTube(optics, USUAL_DEVIATION, rng);
      const readings = [0, 9].map((whiteParts): TubeReading => {
        const [l, a, b] = tintLab(truth, whiteParts, BENCH);
        return { whiteParts, lab: labD65(Math.max(1, l + rng.normal()), a, b), uncertaintyDeltaE2000: 0.5 };
      });
      const { optics: found } = calibrateTube(optics, readings, BENCH);
      const ratio = (tintingStrength(found, BENCH) ?? 0) / (tintingStrength(truth, BENCH) ?? 1);
      if (Math.abs(ratio - 1) < 0.15) within++;
      const miss = (tube: typeof found): number =>
        [2, 25].reduce(
          (sum, parts) => sum + deltaE2000(tintLab(truth, parts, BENCH), tintLab(tube, parts, BENCH)),
          0,
        );
      if (miss(found) < miss(optics)) better++;
    }
    figure("tube test of simulated tubes: share of strengths within 15 %", within / trials, {
      least: sized(0.85, 0.9),
    });
    figure("tube test of simulated tubes: share that is nearer afterwards", better / trials, {
      least: sized(0.85, 0.9),
    });
  });

  it("says how much surer it is, and which reading would help next", () => {
    const { optics } = pigment("prussian-blue");
    const reading = (whiteParts: number): TubeReading => ({
      whiteParts,
      lab: tintLab(optics, whiteParts, BENCH),
      uncertaintyDeltaE2000: 0.5,
    });
    const one = calibrateTube(optics, [reading(0)], BENCH);
    expect(one.spreadAfter).toBeLessThan(one.spreadBefore);
    expect(one.next?.whiteParts).toBeGreaterThan(0);
    const many = calibrateTube(optics, [0, 1, 4, 9, 19, 0, 1, 4, 9, 19].map(reading), BENCH);
    expect(many.spreadAfter).toBeLessThan(one.spreadAfter);
    expect(many.missAfter.every((miss) => miss < 0.2)).toBe(true);
  });
});

describe("readings that cannot be true", () => {
  const at = (whiteParts: number, l: number, a = 0, b = 0): TubeReading => ({
    whiteParts,
    lab: labD65(l, a, b),
    uncertaintyDeltaE2000: 0.5,
  });

  it.each([
    [[at(0, 40), at(4, 30)], "darkened"],
    [[at(0, 100)], "lightness"],
    [[at(0, 0.2)], "lightness"],
    [[at(0, Number.NaN)], "no-number"],
    [[at(0, 60, 110, 90)], "chroma"],
    [[at(-1, 60)], "white-parts"],
  ] as const)("are refused with the reason", (readings, code) => {
    expect(impossibleReading(readings, BENCH)?.code).toBe(code);
    expect(() => calibrateTube(pigment("raw-umber").optics, readings, BENCH)).toThrow(code);
  });

  it("are told from those that are only a little off", () => {
    expect(impossibleReading([at(0, 40), at(4, 39.5)], BENCH)).toBeUndefined();
    expect(impossibleReading([at(9, 80), at(0, 40)], BENCH)).toBeUndefined();
    expect(() => calibrateTube(pigment("raw-umber").optics, [], BENCH)).toThrow(/at least one/);
  });
});
