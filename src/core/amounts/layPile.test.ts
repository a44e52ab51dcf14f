import { describe, expect, it } from "vitest";
import { labOfMix, pigment, randomMixes } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { aimAt, distanceFrom } from "../color/aimDistance";
import type { LabD65 } from "../color/types";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { DEFAULT_SIZES, handLadder } from "./amounts";
import { type DosingChoice, dosingOf } from "./dosing";
import { nextOn } from "./ladder";
import { layDown } from "./layDown";

const IDS = ["titanium-white", "yellow-ochre", "burnt-sienna", "ultramarine-blue", "prussian-blue"];
const mixer = new MixtureEvaluator(
  IDS.map((id) => pigment(id).optics),
  VIEWING.D65,
  PAINT_SURFACE,
);
const HAND = handLadder(DEFAULT_SIZES);

function amountsUpTo(most: number): readonly number[] {
  const amounts: number[] = [];
  for (let at = HAND.smallest; at <= most; at = nextOn(HAND, at, 1)) amounts.push(at);
  return amounts;
}

/** What a pile costs: ΔE00, paint included. */
function costsFrom(target: LabD65, tubes: readonly number[], deltaEPerUnit: number) {
  const aim = aimAt(target);
  const places = Uint8Array.from(tubes);
  const lab = new Float64Array(3);
  const volumes = new Float64Array(tubes.length);
  return (laid: readonly number[]): number => {
    volumes.set(laid);
    mixer.writeLab(lab, places, volumes, tubes.length);
    const [l = 0, a = 0, b = 0] = lab;
    return distanceFrom(aim, l, a, b) + deltaEPerUnit * laid.reduce((sum, volume) => sum + volume, 0);
  };
}

function mixesOf(count: number, seed: number) {
  return randomMixes(IDS, count, 12, seed).map((mix) => ({
    tubes: Object.keys(mix).map((id) => IDS.indexOf(id)),
    shares: Object.values(mix),
    target: labOfMix(mix),
  }));
}

describe("the pile that is laid", () => {
  it("is as good as the best of all piles of three tubes in the sizes that are tried, to a hundredth of ΔE00 on the mean", () => {
    const choice: DosingChoice = { unit: "parts", sizes: DEFAULT_SIZES };
    const dosing = dosingOf(choice);
    const excesses = mixesOf(3, 5).map(({ tubes, shares, target }) => {
      const costOf = costsFrom(target, tubes, dosing.deltaEPerUnit);
      const laid = costOf(layDown(mixer, tubes, shares, target, dosing).volumes);
      let best = Number.POSITIVE_INFINITY;
      // Larger ones cost more for their paint alone.
      const sizes = dosing.sizesOfLargest(1);
      const amounts = amountsUpTo(Math.min(12, laid / dosing.deltaEPerUnit));
      for (const one of amounts)
        for (const two of amounts)
          for (const three of amounts)
            if (sizes.includes(Math.max(one, two, three))) best = Math.min(best, costOf([one, two, three]));
      return laid - best;
    });
    expect(excesses.reduce((sum, excess) => sum + excess, 0) / excesses.length).toBeLessThan(0.01);
    expect(Math.max(...excesses)).toBeLessThan(0.05);
  });

  it("has no better one beside it, by one step of any two amounts", () => {
    const choices: readonly DosingChoice[] = [
      { unit: "parts", sizes: DEFAULT_SIZES },
      { unit: "drops", mostDrops: 20 },
    ];
    let worse = 0;
    let compared = 0;
    for (const { tubes, shares, target } of [...mixesOf(3, 6), ...mixesOf(4, 7)])
      for (const choice of choices) {
        const dosing = dosingOf(choice);
        const costOf = costsFrom(target, tubes, dosing.deltaEPerUnit);
        const { volumes } = layDown(mixer, tubes, shares, target, dosing);
        const cost = costOf(volumes);
        const largest = (laid: readonly number[]): number => Math.max(...laid);
        const sizes = dosing.sizesOfLargest(Math.max(...shares));
        const moves = volumes.flatMap((volume, place) =>
          [-1, 1].map((way) => ({ place, next: nextOn(dosing.ladder(tubes[place] ?? 0), volume, way) })),
        );
        for (const one of moves)
          for (const two of moves) {
            const moved = volumes.map((volume, place) =>
              place === one.place ? one.next : place === two.place ? two.next : volume,
            );
            const isAllowed = largest(moved) >= Math.min(...sizes) && largest(moved) <= Math.max(...sizes);
            if (moved.some(Number.isNaN) || !isAllowed) continue;
            compared++;
            if (costOf(moved) < cost - 0.02) worse++;
          }
      }
    expect(compared).toBeGreaterThan(500);
    expect(worse).toBe(0);
  });

  it("keeps to a hundred percent, with the rest in its largest paint", () => {
    const dosing = dosingOf({ unit: "percent" });
    for (const { tubes, shares, target } of mixesOf(4, 8)) {
      const { volumes, totalVolume } = layDown(mixer, tubes, shares, target, dosing);
      expect(totalVolume).toBeCloseTo(100, 9);
      for (const volume of volumes) expect(Math.round(volume)).toBeCloseTo(volume, 9);
      expect(Math.min(...volumes)).toBeGreaterThanOrEqual(1 - 1e-9);
    }
  });
});
