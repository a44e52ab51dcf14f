import { describe, expect, it } from "vitest";
import { labOfMix, pigment, randomMixes } from "../../../tests/support/paint";
import { PAPER } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { aimDistance } from "../color/aimDistance";
import { deltaE2000 } from "../color/ciede2000";
import { sumOf } from "../numbers";
import { FilmEvaluator } from "../mixing/filmEvaluator";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { DEFAULT_SIZES } from "./amounts";
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
    const [least, most] = dosing.totalRange ?? [0, Number.POSITIVE_INFINITY];
    const isAsWanted = (volumes: readonly number[]): boolean =>
      sumOf(volumes) >= least && sumOf(volumes) <= most;
    let compared = 0;
    for (const { tubes, shares, target } of mixes) {
      const laid = layDown(mixer, tubes, shares, target, dosing);
      const largest = Math.max(...shares);
      for (const size of dosing.sizesOfLargest(largest)) {
        const plain = shares.map((share, i) => dosing.round((share * size) / largest, tubes[i] ?? -1));
        if (!isAsWanted(plain)) continue;
        compared++;
        const cost = (volumes: readonly number[]): number =>
          aimDistance(target, mixed(tubes, volumes)) + dosing.deltaEPerUnit * sumOf(volumes);
        expect(cost(laid.volumes)).toBeLessThanOrEqual(cost(plain) + 1e-9);
      }
    }
    expect(compared).toBeGreaterThan(mixes.length);
  });
});

describe("a pile of a wanted size", () => {
  const wanted = [0.5, 1, 3, 11.6, 60];
  const asked = wanted.flatMap((size): readonly (readonly [DosingChoice, number, number])[] => [
    [{ unit: "parts", sizes: DEFAULT_SIZES, wantedParts: size }, size, 0.5],
    [{ unit: "millilitres", stepMl: 0.05, wantedMl: size }, size, 0.05],
    [{ unit: "grams", stepGrams: 0.05, wantedMl: size, gramsPerMl: DENSITIES }, size, 0.05],
  ]);

  it.each(asked)("%j is never smaller, and hardly larger", (choice, size, step) => {
    for (const { tubes, shares, target } of mixes) {
      const { totalVolume, volumes } = layDown(mixer, tubes, shares, target, dosingOf(choice));
      expect(totalVolume).toBeGreaterThanOrEqual(size * (1 - 1e-6));
      // A dose of each tube is the least that a hand can lay.
      expect(totalVolume).toBeLessThanOrEqual(1.1 * size + step * (volumes.length + 1));
    }
  });

  it("is not smaller either where there is only so much of its main paint, and that limit is kept", () => {
    for (const { tubes, shares, target } of mixes) {
      const main = shares.indexOf(Math.max(...shares));
      const most = Math.max(...shares) * 0.999;
      const { totalVolume, volumes } = layDown(
        mixer,
        tubes,
        shares,
        target,
        dosingOf({ unit: "millilitres", stepMl: 0.05, wantedMl: 8 }),
        undefined,
        { mostShare: shares.map((_, j) => (j === main ? most : 1)) },
      );
      expect(totalVolume).toBeGreaterThanOrEqual(8 * (1 - 1e-6));
      expect((volumes[main] ?? Number.NaN) / totalVolume).toBeLessThanOrEqual(most * (1 + 1e-6));
    }
  });

  it("counts the water of a wash", () => {
    const film = new FilmEvaluator(
      IDS.map((id) => pigment(id).optics),
      VIEWING.D65,
      PAINT_SURFACE,
      PAPER,
    );
    for (const { tubes, shares, target } of mixes) {
      const wash = { thickness: 0.2, undiluted: 1 };
      const dosing = dosingOf({ unit: "millilitres", stepMl: 0.1, wantedMl: 10 });
      const { totalVolume, water } = layDown(film, tubes, shares, target, dosing, wash);
      expect(totalVolume + water).toBeGreaterThanOrEqual(10 * (1 - 1e-6));
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
