import { describe, expect, it } from "vitest";
import { labOfMix, pigment, randomMixes } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { aimDistance } from "../color/aimDistance";
import { deltaE2000 } from "../color/ciede2000";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { type DosingChoice, dosingOf, gramsOf } from "./dosing";
import { layDown } from "./layDown";

const IDS = ["titanium-white", "raw-umber", "prussian-blue", "yellow-ochre"];
const DENSITIES = [2.1, 1.5, 1.2, 1.6];
const mixer = new MixtureEvaluator(
  IDS.map((id) => pigment(id).optics),
  VIEWING.D65,
  PAINT_SURFACE,
);
const mixes = randomMixes(IDS, 3, 25, 17).map((mix) => {
  const total = Object.values(mix).reduce((sum, volume) => sum + volume, 0);
  const shares = Object.fromEntries(Object.entries(mix).map(([id, volume]) => [id, volume / total]));
  const tubes = Object.keys(shares).map((id) => IDS.indexOf(id));
  return { shares: Object.values(shares), tubes, target: labOfMix(shares) };
});

function mixed(tubes: readonly number[], volumes: readonly number[]) {
  return labOfMix(Object.fromEntries(tubes.map((tube, i) => [IDS[tube] ?? "", volumes[i] ?? 0])));
}

const CHOICES: readonly DosingChoice[] = [
  { unit: "drops", mostDrops: 40 },
  { unit: "millilitres", stepMl: 0.1, wantedMl: 12 },
  { unit: "grams", stepGrams: 0.05, wantedMl: 12, gramsPerMl: DENSITIES },
];

describe.each(CHOICES)("amounts in $unit", (choice) => {
  const dosing = dosingOf(choice);

  it("are whole steps, none lost, with the loss that a recomputation gives", () => {
    for (const { tubes, shares, target } of mixes) {
      const laid = layDown(mixer, tubes, shares, target, dosing);
      laid.volumes.forEach((volume, i) => {
        const tube = tubes[i] ?? -1;
        const steps = volume / dosing.smallest(tube);
        expect(steps).toBeCloseTo(Math.round(steps), 6);
        expect(Math.round(steps)).toBeGreaterThanOrEqual(1);
      });
      const exact = deltaE2000(target, mixed(tubes, shares));
      expect(laid.deltaE2000).toBeCloseTo(deltaE2000(target, mixed(tubes, laid.volumes)), 9);
      expect(laid.lossDeltaE2000).toBeCloseTo(laid.deltaE2000 - exact, 9);
    }
  });

  it("are never further off than plain rounding of the same pile", () => {
    for (const { tubes, shares, target } of mixes) {
      const laid = layDown(mixer, tubes, shares, target, dosing);
      const largest = Math.max(...shares);
      for (const size of dosing.sizesOfLargest(largest)) {
        const plain = shares.map((share, i) => dosing.round((share * size) / largest, tubes[i] ?? -1));
        const cost = (volumes: readonly number[]): number =>
          aimDistance(target, mixed(tubes, volumes)) +
          dosing.deltaEPerUnit * volumes.reduce((sum, volume) => sum + volume, 0);
        expect(cost(laid.volumes)).toBeLessThanOrEqual(cost(plain) + 1e-9);
      }
    }
  });
});

describe("drops", () => {
  it("are as close as trying every number of drops of two tubes", () => {
    const dosing = dosingOf({ unit: "drops", mostDrops: 12 });
    for (const mix of randomMixes(IDS, 2, 25, 23)) {
      const tubes = Object.keys(mix).map((id) => IDS.indexOf(id));
      const target = labOfMix(mix);
      const shares = Object.values(mix);
      // One drop of the weaker to twelve of the other at the least: below that drops are no measure.
      if (Math.min(...shares) < Math.max(...shares) / 12) continue;
      const cost = (a: number, b: number): number =>
        deltaE2000(target, mixed(tubes, [a, b])) + dosing.deltaEPerUnit * (a + b);
      const laid = layDown(mixer, tubes, shares, target, dosing);
      const [first = 0, second = 0] = laid.volumes;
      let best = Number.POSITIVE_INFINITY;
      for (let a = 1; a <= 12; a++) for (let b = 1; b <= 12; b++) best = Math.min(best, cost(a, b));
      expect(cost(first, second)).toBeLessThan(best + 0.02);
    }
  });
});

describe("grams", () => {
  it("are volumes times density", () => {
    expect(gramsOf(2, 1, DENSITIES)).toBe(3);
    expect(() => gramsOf(2, 9, DENSITIES)).toThrow(/density/);
  });

  it("refuse what cannot be weighed", () => {
    expect(() => dosingOf({ unit: "grams", stepGrams: 0, wantedMl: 1, gramsPerMl: DENSITIES })).toThrow(
      /step/,
    );
    expect(() => dosingOf({ unit: "grams", stepGrams: 1, wantedMl: 1, gramsPerMl: [Number.NaN] })).toThrow(
      /density/,
    );
    expect(() => dosingOf({ unit: "drops", mostDrops: Number.POSITIVE_INFINITY })).toThrow(/drops/);
  });
});
