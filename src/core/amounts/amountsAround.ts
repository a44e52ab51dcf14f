/**
 * The way from a rounded pile to a better one, a step of its measure at a time: to the best of the piles beside it, as long
 * as that costs less.
 */
import type { PileAround } from "../mixing/colorModel";
import { num, sumOf } from "../numbers";
import { type BestBeside, NO_GAIN } from "./besidePile";
import { ALMOST_ONE } from "./steps";
import { type Dosing, WATER_PLACE } from "./dosing";

export type Trial = { readonly volumes: readonly number[]; readonly cost: number };

/** Above what any pile costs, also for the smallest step of its volume. */
const APART = 1e6;
const ANY_SIZE = [0, Number.POSITIVE_INFINITY] as const;

export type AmountsAsked = {
  /** Tubes of the paint table, water last if there is any. */
  readonly places: readonly number[];
  readonly paintCount: number;
  readonly dosing: Dosing;
  /** What the largest amount of paint may be. */
  readonly largestRange: readonly [number, number];
  /** Largest share of the paint by place. */
  readonly mostShare: readonly number[] | undefined;
  /** What a pile costs: in ΔE00, paint included. It reads the amounts and keeps nothing of them. */
  readonly costOf: (volumes: ArrayLike<number>) => number;
  /** How the best pile beside one is found. */
  readonly besideOf: (pile: PileAround) => BestBeside;
};

export type Amounts = {
  /** Exact amounts as the measure allows them, none beyond what there is. */
  readonly rounded: (exact: readonly number[]) => readonly number[];
  /**
   * Moves to the best pile beside the one it is at, as long as that costs less. Where an earlier way came by, it stops:
   * where that one ended is known, and nothing better. @param isAllAround - in all combinations.
   */
  readonly improved: (start: readonly number[], isAllAround: boolean) => Trial;
};

/** What a pile of some paints can hold, as it is measured out. */
export function amountsFor({
  places,
  paintCount,
  dosing,
  largestRange,
  mostShare,
  costOf,
  besideOf,
}: AmountsAsked): Amounts {
  const count = places.length;
  const mostShares = new Float64Array(count).fill(Number.POSITIVE_INFINITY);
  mostShare?.forEach((share, place) => {
    mostShares[place] = share / ALMOST_ONE;
  });
  const pile: PileAround = {
    now: new Float64Array(count),
    steps: new Float64Array(2 * count),
    ways: new Float64Array(2 * count),
    before: new Float64Array(3 * count),
    best: new Float64Array(count),
    mostShares,
    largestRange,
    totalRange: Float64Array.from(dosing.totalRange ?? ANY_SIZE),
    deltaEPerUnit: dosing.deltaEPerUnit,
  };
  const { now, steps, ways, before, best, totalRange } = pile;
  const [leastTotal = 0, mostTotal = 0] = totalRange;
  const bestBeside = besideOf(pile);
  /**
   * The piles on the ways so far, a number for each, below 0 where all around it was looked at. The same pile costs the
   * same to the last bit; a pile and its double can cost the same too, so its volume is in the number.
   */
  const passed = new Set<number>();

  const steppedAt = (volume: number, place: number, direction: number): number | undefined => {
    const tube = places[place] ?? WATER_PLACE;
    const next = volume + direction * dosing.step(volume, tube);
    return next < dosing.smallest(tube) * ALMOST_ONE ? undefined : dosing.round(next, tube);
  };

  const writeSteps = (place: number): void => {
    const own = now[place] as number;
    for (let side = 0; side < 2; side++) {
      const next = steppedAt(own, place, 2 * side - 1) ?? Number.NaN;
      steps[2 * place + side] = next;
      ways[2 * place + side] = Math.log(next / own);
    }
  };

  const stepped = (start: readonly number[], isAllAround: boolean): Trial => {
    now.set(start);
    before.fill(Number.NaN);
    // The least doses of many tubes can be more than was wanted: then at least it does not grow.
    totalRange[1] = Math.max(mostTotal, sumOf(now));
    let cost = costOf(now);
    for (;;) {
      const mark = (isAllAround ? -1 : 1) * (sumOf(now) * APART + cost);
      if (passed.has(mark)) break;
      passed.add(mark);
      for (let place = 0; place < count; place++)
        // What was not moved has the steps that it had.
        if (now[place] !== before[3 * place]) writeSteps(place);
      const costBeside = bestBeside(isAllAround ? count : 1, cost);
      if (!(costBeside < cost)) break;
      for (let place = 0; place < count; place++) {
        before[3 * place] = now[place] as number;
        before[3 * place + 1] = steps[2 * place] as number;
        before[3 * place + 2] = steps[2 * place + 1] as number;
      }
      cost = costBeside;
      now.set(best);
    }
    return { volumes: Array.from(now), cost };
  };

  /** One step from each amount to each other: the sum stays. */
  const exchanged = (volumes: readonly number[]): (readonly number[])[] =>
    volumes.flatMap((own, from) => {
      const less = steppedAt(own, from, -1);
      if (less === undefined) return [];
      return volumes.flatMap((_, to) =>
        from === to
          ? []
          : [volumes.map((value, j) => (j === from ? less : j === to ? value + own - less : value))],
      );
    });

  const exchangedToBest = (start: readonly number[]): Trial => {
    let here: Trial = { volumes: start, cost: costOf(start) };
    for (;;) {
      let better: Trial | undefined;
      for (const volumes of exchanged(here.volumes)) {
        const weighed = costOf(volumes);
        if (weighed < (better ?? here).cost - NO_GAIN) better = { volumes, cost: weighed };
      }
      if (!better) return here;
      here = better;
    }
  };

  /** One amount a step more or less. */
  const moved = (
    volumes: readonly number[],
    place: number,
    direction: number,
  ): readonly number[] | undefined => {
    const next = steppedAt(num(volumes[place]), place, direction);
    return next === undefined ? undefined : volumes.map((value, j) => (j === place ? next : value));
  };

  /** The first paint of which there is too much; -1 where there is none. */
  const placeOver = (volumes: readonly number[]): number => {
    const whole = sumOf(volumes, paintCount);
    return mostShares.findIndex((share, j) => num(volumes[j]) > share * whole);
  };

  const withinShares = (volumes: readonly number[]): readonly number[] => {
    const place = placeOver(volumes);
    const less = place < 0 ? undefined : moved(volumes, place, -1);
    return less ? withinShares(less) : volumes;
  };

  /** A step more of the largest paint of which there is enough, until the pile is as large as it was asked for. */
  const largeEnough = (volumes: readonly number[]): readonly number[] => {
    if (sumOf(volumes) >= leastTotal) return volumes;
    const more = [...volumes.keys()]
      .slice(0, paintCount)
      .sort((one, other) => num(volumes[other]) - num(volumes[one]))
      .map((place) => moved(volumes, place, 1))
      .find((raised) => raised && placeOver(raised) < 0);
    return more ? largeEnough(more) : volumes;
  };

  const { total } = dosing;
  return {
    rounded: (exact) => {
      const rounded = exact.map((volume, place) => dosing.round(volume, places[place] ?? WATER_PLACE));
      if (total === undefined) return largeEnough(withinShares(rounded));
      // The largest amount takes what rounding left over.
      const largest = rounded.indexOf(Math.max(...rounded));
      const rest = total - sumOf(rounded);
      return rounded.map((volume, place) => (place === largest ? volume + rest : volume));
    },
    // Where the measure says what all amounts sum to, they are exchanged for each other.
    improved: total === undefined ? stepped : exchangedToBest,
  };
}
