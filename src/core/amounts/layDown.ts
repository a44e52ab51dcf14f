/**
 * From exact shares to amounts that can be laid down: tries a range of pile sizes, rounds every amount,
 * improves it one step at a time, keeps the pile whose colour stays closest for little paint, and looks all
 * around it once more. The loss against the exact recipe is part of the answer.
 */
import { deltaE2000 } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import type { ColorModel } from "../mixing/colorModel";
import type { Dosing } from "./dosing";

export type LaidDown = {
  /** Volume of each tube in the unit of the dosing, same order as the shares. */
  readonly volumes: readonly number[];
  readonly totalVolume: number;
  readonly predicted: LabD65;
  /** ΔE00 of the rounded mixture to the target, and how much of that is the rounding's. */
  readonly deltaE2000: number;
  readonly lossDeltaE2000: number;
};

type Trial = { readonly volumes: readonly number[]; readonly cost: number };

/**
 * @param tubes - indices into the paint table.
 * @param shares - of each of them by volume; they sum to 1.
 * @param filmThickness - of a film: the dry thickness that the mixture is laid in; undefined for opaque paint.
 * @throws RangeError when the dosing tries no size at all.
 */
export function layDown(
  mixer: ColorModel,
  tubes: readonly number[],
  shares: readonly number[],
  target: LabD65,
  dosing: Dosing,
  filmThickness?: number,
): LaidDown {
  const indices = Uint8Array.from(tubes);
  const buffer = new Float64Array(tubes.length);
  const out = new Float64Array(3);
  const differenceOf = (volumes: readonly number[]): number => {
    const scale = filmThickness === undefined ? 1 : filmThickness / sumOf(volumes);
    volumes.forEach((volume, j) => {
      buffer[j] = volume * scale;
    });
    mixer.writeLab(out, indices, buffer, tubes.length);
    return deltaE2000(target, labD65(out[0] as number, out[1] as number, out[2] as number));
  };
  const costOf = (volumes: readonly number[]): number =>
    differenceOf(volumes) + dosing.deltaEPerUnit * sumOf(volumes);
  const largest = Math.max(...shares);
  const sizes = dosing.sizesOfLargest(largest);
  // Rounding may carry the main ingredient by half a step beyond the sizes that were asked for, not more.
  const roundedSizes = sizes.map((size) => dosing.round(size, tubes[shares.indexOf(largest)] ?? -1));
  const smallestPile = Math.min(...roundedSizes) * ALMOST_ONE;
  const largestPile = Math.max(...roundedSizes) / ALMOST_ONE;
  const tubeOf = (place: number): number => tubes[place] ?? -1;
  const moved = (
    volumes: readonly number[],
    place: number,
    direction: number,
  ): readonly number[] | undefined => {
    const volume = volumes[place] ?? Number.NaN;
    const next = volume + direction * dosing.step(volume, tubeOf(place));
    if (next < dosing.smallest(tubeOf(place)) * ALMOST_ONE) return undefined;
    const trial = volumes.map((value, j) => (j === place ? dosing.round(next, tubeOf(place)) : value));
    const largestVolume = Math.max(...trial);
    return largestVolume < smallestPile || largestVolume > largestPile ? undefined : trial;
  };
  let best: Trial | undefined;
  for (const size of sizes) {
    const rounded = shares.map((share, place) => dosing.round((share * size) / largest, tubeOf(place)));
    const trial = improve(rounded, costOf, (volumes) =>
      volumes.flatMap((_, place) => [moved(volumes, place, -1), moved(volumes, place, 1)]),
    );
    if (!best || trial.cost < best.cost) best = trial;
  }
  if (!best) throw new RangeError("A dosing must try at least one size");
  const { volumes } = improve(best.volumes, costOf, (around) => allAround(around, moved));
  const difference = differenceOf(volumes);
  const predicted = labD65(out[0] as number, out[1] as number, out[2] as number);
  return {
    volumes,
    totalVolume: sumOf(volumes),
    predicted,
    deltaE2000: difference,
    lossDeltaE2000: difference - differenceOf(shares),
  };
}

/** Rounding of steps such as 0.1. */
const ALMOST_ONE = 1 - 1e-9;

/** Moves to the best neighbour as long as that brings the colour closer for little paint. */
function improve(
  start: readonly number[],
  costOf: (volumes: readonly number[]) => number,
  neighboursOf: (volumes: readonly number[]) => readonly (readonly number[] | undefined)[],
): Trial {
  let now: Trial = { volumes: start, cost: costOf(start) };
  for (;;) {
    let better: Trial | undefined;
    for (const volumes of neighboursOf(now.volumes)) {
      if (!volumes) continue;
      const cost = costOf(volumes);
      if (cost < (better ?? now).cost - 1e-9) better = { volumes, cost };
    }
    if (!better) return now;
    now = better;
  }
}

/** Every amount one step down, as it is, or one step up, in all combinations. */
function allAround(
  volumes: readonly number[],
  moved: (volumes: readonly number[], place: number, direction: number) => readonly number[] | undefined,
): (readonly number[])[] {
  let around: (readonly number[])[] = [volumes];
  for (const place of volumes.keys()) {
    around = around.flatMap((trial) => [
      trial,
      ...[moved(trial, place, -1), moved(trial, place, 1)].filter((next) => next !== undefined),
    ]);
  }
  return around;
}

function sumOf(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0);
}
