/**
 * From exact shares to amounts that can be laid down: tries a range of pile sizes, rounds every amount, improves it one step
 * at a time, keeps the pile whose colour stays closest for little paint, and looks all around it once more. Water for
 * a wash is an amount like any other. The loss against the exact recipe is part of the answer.
 */
import { deltaE2000, type DeltaE2000Factors, REFERENCE_FACTORS } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import type { ColorModel } from "../mixing/colorModel";
import { sumOf } from "../numbers";
import { amountsFor, type Trial } from "./amountsAround";
import { NO_GAIN } from "./besidePile";
import { type Dosing, WATER_PLACE } from "./dosing";
import { type FilmOfPile, pileColor } from "./pileColor";
import { ALMOST_ONE } from "./steps";

export type LaidDown = {
  /** Volume of each tube in the unit of the dosing, same order as the shares. */
  readonly volumes: readonly number[];
  /** Volume of all paint, without water. */
  readonly totalVolume: number;
  /** Volume of water in the same unit; 0 for opaque paint. */
  readonly water: number;
  /** Of a film: the dry thickness that these amounts come to. */
  readonly filmThickness: number | undefined;
  readonly predicted: LabD65;
  /** ΔE00 of the rounded mixture to the target, and how much of that is the rounding's. */
  readonly deltaE2000: number;
  readonly lossDeltaE2000: number;
};

export type LayingWishes = {
  /** How strictly each axis is judged. */
  readonly factors?: DeltaE2000Factors;
  /** Largest share of the paint by place, (0, 1]: of a rest there is only so much. */
  readonly mostShare?: readonly number[];
  /** Looks all around the best sizes instead of the best one alone: more work, for the last tenths of ΔE00. */
  readonly isThorough?: boolean;
};

/** Of the miss of the best mixture so much stays, however it is rounded: the search for it ends a little before it. */
const NEVER_NEARER = 0.9;
/** So much of the paint that a search for the best amounts begins with is in them, at least. */
const PAINT_KEPT = 0.7;

/** So many of the sizes are looked all around. */
const WALKS = 5;

/** An amount that is laid down: a tube of the paint table, or water. */
type Places = readonly number[];

/**
 * @param tubes - indices into the paint table.
 * @param shares - of each of them by volume in the best mixture of them for the target; they sum to 1.
 * @param film - how a wash is laid, or only its dry thickness; undefined for opaque paint.
 * @throws RangeError when the dosing tries no size at all.
 */
export function layDown(
  mixer: ColorModel,
  tubes: readonly number[],
  shares: readonly number[],
  target: LabD65,
  dosing: Dosing,
  film?: FilmOfPile | number,
  { factors = REFERENCE_FACTORS, mostShare, isThorough = false }: LayingWishes = {},
): LaidDown {
  const wash = typeof film === "number" ? { thickness: film, undiluted: undefined } : film;
  const thinning = wash?.undiluted === undefined ? 0 : Math.max(0, wash.undiluted / wash.thickness - 1);
  const hasWater = thinning > 0;
  const places: Places = hasWater ? [...tubes, WATER_PLACE] : tubes;
  const count = tubes.length;
  const exact = hasWater ? [...shares, thinning] : shares;
  const color = pileColor(mixer, tubes, target, factors, wash);
  const costOf = (volumes: ArrayLike<number>): number =>
    color.distanceOf(volumes) + dosing.deltaEPerUnit * sumOf(volumes, count);
  const whole = sumOf(shares, count);
  const largest = Math.max(...shares);
  // The size of a pile counts its water.
  const sizes = dosing.sizesOfLargest(largest / sumOf(exact, exact.length));
  const pile = amountsFor({
    places,
    paintCount: count,
    dosing,
    largestRange: largestRange(sizes, dosing, tubes[shares.indexOf(largest)] ?? WATER_PLACE),
    mostShare,
    costOf,
    besideOf: (around) => color.besideOf(around, costOf),
  });
  const atSize = (size: number): number[] => exact.map((share) => (share * size) / largest);
  let best: Trial | undefined;
  const leastMiss = NEVER_NEARER * color.distanceOf(exact);
  const found: Trial[] = [];
  for (const size of sizes) {
    // However it is rounded, a pile of this size costs more than the best pile.
    const leastCost = leastMiss + dosing.deltaEPerUnit * PAINT_KEPT * whole * (size / largest);
    if (best && leastCost > best.cost) continue;
    const trial = pile.improved(pile.rounded(atSize(size)), false);
    found.push(trial);
    best = cheaper(best, trial);
  }
  if (isThorough)
    for (const { volumes } of found.sort((one, other) => one.cost - other.cost).slice(0, WALKS))
      best = cheaper(best, pile.improved(volumes, true));
  if (!best) throw new RangeError("A dosing must try at least one size");
  const { volumes } = pile.improved(best.volumes, true);
  const predicted = color.colorOf(volumes);
  const difference = deltaE2000(target, predicted);
  return {
    volumes: volumes.slice(0, count),
    totalVolume: sumOf(volumes, count),
    water: volumes[count] ?? 0,
    filmThickness: color.thicknessOf(volumes),
    predicted,
    deltaE2000: difference,
    lossDeltaE2000: difference - deltaE2000(target, color.colorOf(exact)),
  };
}

/** Of one tube every size costs the same but for rounding: the size that was asked for comes first, and stays. */
function cheaper(one: Trial | undefined, other: Trial): Trial {
  return one && one.cost <= other.cost + NO_GAIN ? one : other;
}

/**
 * Rounding may carry the main ingredient by half a step beyond the sizes that were asked for, not more; by a step upward
 * where a pile must not be smaller than it was wanted.
 */
function largestRange(sizes: readonly number[], dosing: Dosing, mainTube: number): readonly [number, number] {
  const rounded = sizes.map((size) => dosing.round(size, mainTube));
  const most = Math.max(...rounded);
  const more = dosing.totalRange === undefined ? 0 : dosing.step(most, mainTube);
  return [Math.min(...rounded) * ALMOST_ONE, (most + more) / ALMOST_ONE];
}
