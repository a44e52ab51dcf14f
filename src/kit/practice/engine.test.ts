/** The engine at the bench of hidden paint: it is told readings, and comes close by them. */
import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { figure, seeded, sized } from "../../../tests/support/study";
import { deltaE2000 } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import { MixtureEvaluator } from "../../core/mixing/mixtureEvaluator";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { hiddenBench } from "../../devices/hiddenPaint";
import { benchTarget } from "../../domain/practice/drawSession";
import { CLOSE_ENOUGH, engineMatch, type EngineAtWork } from "../../domain/practice/engineMatch";
import { createSolverApi } from "../../workers/solverApi";

const IDS = ["titanium-white", "arylide-yellow", "pyrrole-red", "ultramarine-blue", "raw-umber"] as const;
const TUBES = IDS.map((id) => ({ id, generic: pigment(id).optics }));
const SOLVER_TUBES = TUBES.map(({ generic }) => ({
  absorption: Array.from(generic.absorption),
  scattering: Array.from(generic.scattering),
  isBlack: false,
}));
const PALETTE = new MixtureEvaluator(
  TUBES.map(({ generic }) => generic),
  VIEWING.D65,
  PAINT_SURFACE,
);

function engine(): EngineAtWork {
  const solver = createSolverApi();
  return {
    searchRecipes: (request) => Promise.resolve(solver.searchRecipes(request)),
    nextAddition: (request) => Promise.resolve(solver.nextAddition(request)),
  };
}

describe("the bench of hidden paint", () => {
  it("differs from the labels, is the same for a seed, and refuses an empty pile", () => {
    const bench = hiddenBench(TUBES, 5);
    const pile = [1, 1, 0, 0, 0];
    expect(bench.seen(pile)).toEqual(hiddenBench(TUBES, 5).seen(pile));
    expect(deltaE2000(bench.seen(pile), hiddenBench(TUBES, 6).seen(pile))).toBeGreaterThan(0.5);
    // Each look has its own noise, about the truth.
    expect(bench.read(pile, 0)).not.toEqual(bench.read(pile, 1));
    expect(deltaE2000(bench.read(pile, 0), bench.seen(pile))).toBeLessThan(2);
    expect(() => bench.seen([0, 0])).toThrow(RangeError);
  });

  it("is matched by the engine from readings alone", async () => {
    const trials = sized(6, 40);
    let close = 0;
    for (let i = 0; i < trials; i++) {
      const seed = seeded(900 + i);
      const target = benchTarget(PALETTE, seed, i % 3 === 0);
      if (!target) throw new Error("no target");
      const bench = hiddenBench(TUBES, seed);
      let last: readonly number[] = [];
      const read = (volumes: readonly number[], look: number): LabD65 => {
        last = volumes;
        return bench.read(volumes, look);
      };
      const match = await engineMatch(engine(), SOLVER_TUBES, target, read);
      if (!match) throw new Error("no match");
      expect(match.additions).toBeLessThanOrEqual(8);
      expect(match.parts).toBeCloseTo(
        last.reduce((sum, volume) => sum + volume, 0),
        6,
      );
      if (deltaE2000(target, bench.seen(last)) < CLOSE_ENOUGH + 1) close++;
    }
    figure("practice: hidden paint matched by the engine within ΔE 3", close / trials, { least: 0.8 });
  });

  it("ends where a worker fails", async () => {
    const nothing: EngineAtWork = {
      searchRecipes: () => Promise.resolve(undefined),
      nextAddition: () => Promise.resolve(undefined),
    };
    const bench = hiddenBench(TUBES, 5);
    const target = bench.seen([3, 1, 0, 0, 1]);
    expect(await engineMatch(nothing, SOLVER_TUBES, target, bench.read)).toBeUndefined();
  });
});
