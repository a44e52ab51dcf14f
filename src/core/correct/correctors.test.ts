import { describe, expect, it } from "vitest";
import { labOfMix, pigment, randomMixes } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { deltaE2000 } from "../color/ciede2000";
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import { type LabD65, labD65 } from "../color/types";
import { threeWayDifference } from "../describe/difference";
import { blendOptics } from "../mixing/mixture";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { type Corrector, type CorrectorQuery, correctors } from "./correctors";
import { sized } from "../../../tests/support/study";

const PALETTE = [
  "titanium-white",
  "arylide-yellow",
  "pyrrole-red",
  "ultramarine-blue",
  "raw-umber",
  "viridian",
];

type Mix = Readonly<Record<string, number>>;

function opticsOf(mix: Mix) {
  return blendOptics(Object.entries(mix).map(([id, volume]) => ({ optics: pigment(id).optics, volume })));
}

function ask(
  mix: Mix,
  ids: readonly string[],
  axis: CorrectorQuery["axis"],
  change: number,
  maxTubes: 1 | 2 = 1,
): Corrector[] {
  const tubes = ids.map((id) => pigment(id).optics);
  return correctors({ pile: opticsOf(mix), tubes, axis, change, maxTubes }, VIEWING.D65, PAINT_SURFACE);
}

/** The pile with an addition, by the plain way of mixing. */
function after(mix: Mix, ids: readonly string[], corrector: Corrector): LabD65 {
  const total = Object.values(mix).reduce((sum, volume) => sum + volume, 0);
  const parts = { ...mix };
  for (const { tube, volume } of corrector.parts) {
    const id = ids[tube] ?? "";
    parts[id] = (parts[id] ?? 0) + volume * total;
  }
  return labOfMix(parts);
}

/** Piles that are more vivid than wanted. */
const vivid = randomMixes(
  ["titanium-white", "arylide-yellow", "pyrrole-red", "ultramarine-blue"],
  2,
  60,
  12,
).filter((mix) => lchFromLab(labOfMix(mix))[1] > 35);

describe("correctors", () => {
  it("reach the wanted change, and say what an independent mixture shows", () => {
    for (const mix of vivid.filter((pile) => Math.abs(labOfMix(pile)[0] - 55) < 25).slice(0, sized(2, 12))) {
      const start = labOfMix(mix);
      for (const [axis, change] of [
        ["chroma", -12],
        ["value", -10],
        ["value", 10],
        ["hue", 6],
      ] as const) {
        const found = ask(mix, PALETTE, axis, change, 2);
        expect(found.length).toBeGreaterThan(0);
        for (const corrector of found) {
          const there = after(mix, PALETTE, corrector);
          expect(deltaE2000(there, corrector.predicted)).toBeLessThan(1e-6);
          const { deltaLightness, deltaChroma, deltaHue } = threeWayDifference(start, there);
          const moved = { value: deltaLightness, chroma: deltaChroma, hue: deltaHue }[axis];
          expect(moved).toBeCloseTo(change, 4);
          const turn = hueDifferenceDegrees(lchFromLab(start)[2], lchFromLab(there)[2]);
          expect(corrector.hueTurnDegrees).toBeCloseTo(turn, 4);
          expect(corrector.change.deltaLightness).toBeCloseTo(there[0] - start[0], 4);
        }
        const costs = found.map((corrector) => corrector.sideEffect);
        expect([...costs].sort((a, b) => a - b)).toEqual(costs);
      }
    }
  });

  it("dull a vivid colour with no more side effect than any tube or pair on a fine grid", () => {
    expect(vivid.length).toBeGreaterThan(30);
    for (const mix of vivid.slice(0, sized(3, 30))) {
      const [best] = ask(mix, PALETTE, "chroma", -12, 2);
      expect(best?.sideEffect, JSON.stringify(mix)).toBeLessThanOrEqual(1.02 * gridMinimum(mix, -12) + 0.02);
    }
  });

  it("darken with the family's own shade before black: burnt sienna with burnt umber", () => {
    const [first] = ask(
      { "burnt-sienna": 1, "titanium-white": 4 },
      ["ivory-black", "burnt-umber"],
      "value",
      -12,
    );
    expect(first?.parts[0]?.tube).toBe(1);
  });

  it("say that black turns a yellow green", () => {
    const [black] = ask({ "arylide-yellow": 1 }, ["ivory-black"], "value", -25);
    expect(black?.turnsTo).toBe("green");
    const [umber] = ask({ "burnt-sienna": 1, "titanium-white": 4 }, ["burnt-umber"], "value", -12);
    expect(umber?.turnsTo).toBeUndefined();
  });

  it("give nothing where nothing leads there, and refuse no change at all", () => {
    expect(ask({ "titanium-white": 1 }, ["titanium-white"], "value", -10)).toEqual([]);
    expect(ask({ "titanium-white": 1 }, ["zinc-white"], "chroma", 40, 2)).toEqual([]);
    expect(() => ask({ "titanium-white": 1 }, ["raw-umber"], "value", 0)).toThrow(/not zero/);
    expect(() => ask({ "titanium-white": 1 }, ["raw-umber"], "value", Number.NaN)).toThrow(/finite/);
  });
});

/** Least |ΔL*| + |Δh| over tubes and pairs: each ratio walked in small steps to the first crossing. */
function gridMinimum(mix: Mix, change: number): number {
  const tubes = PALETTE.map((id) => pigment(id).optics);
  const mixer = new MixtureEvaluator([opticsOf(mix), ...tubes], VIEWING.D65, PAINT_SURFACE);
  const out = new Float64Array(3);
  const labOf = (first: number, second: number, share: number, amount: number): LabD65 => {
    const volume = (tube: number, part: number): number =>
      (part * amount * mixer.strengthOf(0)) / mixer.strengthOf(tube + 1);
    mixer.writeLab(
      out,
      Uint8Array.of(0, first + 1, second + 1),
      Float64Array.of(1, volume(first, share), volume(second, 1 - share)),
      3,
    );
    return labD65(out[0] ?? Number.NaN, out[1] ?? Number.NaN, out[2] ?? Number.NaN);
  };
  const [l0, c0, h0] = lchFromLab(labOf(0, 1, 0.5, 0));
  let best = Number.POSITIVE_INFINITY;
  for (let first = 0; first < PALETTE.length; first++) {
    for (let second = first + 1; second < PALETTE.length; second++) {
      for (let step = 0; step <= 24; step++) {
        let before = c0;
        for (let amount = 1e-4; amount < 60; amount *= 1.06) {
          const [l, c, h] = lchFromLab(labOf(first, second, step / 24, amount));
          // The crossing lies between two steps; the nearer of the two is close enough on this grid.
          if (before > c0 + change && c <= c0 + change) {
            best = Math.min(best, Math.abs(l - l0) + Math.abs(hueDifferenceDegrees(h0, h)));
            break;
          }
          before = c;
        }
      }
    }
  }
  return best;
}
