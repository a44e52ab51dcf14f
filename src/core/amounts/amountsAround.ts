/**
 * The piles beside a pile: each amount one step down, as it is, or one step up. A search for amounts asks for tens of
 * thousands of them, so that nothing is allocated for one, one that was weighed around the pile before is passed over, and
 * one that is guessed to be far worse is not weighed.
 */
import { type Dosing, WATER_PLACE } from "./dosing";

/** Rounding of steps such as 0.1. */
export const ALMOST_ONE = 1 - 1e-9;
/** Nearer by less than this is no gain. */
const NO_GAIN = 1e-9;

export type Trial = { readonly volumes: readonly number[]; readonly cost: number };

/**
 * Where a pile lies from its aim as value, chroma and hue, in ΔE00, and how each amount moves it per unit of its
 * logarithm: three numbers, then three for each place of paint. So a pile beside it can be guessed.
 */
export type WriteOutlook = (out: Float64Array, volumes: Float64Array) => void;

/**
 * A guess is taken for wrong by so much, and by so much of the way that it was moved: one that is further off than that
 * from the best pile found is not weighed.
 */
const GUESS_WRONG = 0.25;
const GUESS_WRONG_OF_WAY = 0.4;

/** Above what any pile costs, also for the smallest step of its volume. */
const APART = 1e6;

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
  readonly writeOutlook: WriteOutlook | undefined;
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
  largestRange: [least, most],
  mostShare,
  costOf,
  writeOutlook,
}: AmountsAsked): Amounts {
  const count = places.length;
  const now = new Float64Array(count);
  const trial = new Float64Array(count);
  const best = new Float64Array(count);
  /** Of each place one step down and one step up, not a number where there is none. */
  const steps = new Float64Array(2 * count);
  /** How each of these steps moves the pile, three numbers. */
  const moves = new Float64Array(6 * count);
  const outlook = new Float64Array(3 + 3 * count);
  /** The three amounts of each place around the pile before. */
  const before = new Float64Array(3 * count);
  /**
   * The piles on the ways so far, a number for each, below 0 where all around it was looked at. The same pile costs the
   * same to the last bit; a pile and its double can cost the same too, so its volume is in the number.
   */
  const passed = new Set<number>();
  let cost = Number.NaN;
  let bestCost = Number.NaN;
  let distance = Number.NaN;

  /** Whether the largest amount is as large as asked for, and of no paint is there more than there is. */
  const canBe = (): boolean => {
    let largest = 0;
    let whole = 0;
    for (let place = 0; place < paintCount; place++) {
      const volume = trial[place] as number;
      whole += volume;
      if (volume > largest) largest = volume;
    }
    if (largest < least || largest > most) return false;
    return mostShare?.every((share, place) => !((trial[place] ?? 0) > (share / ALMOST_ONE) * whole)) ?? true;
  };

  const wasThere = (place: number): boolean => {
    const volume = trial[place] as number;
    const at = 3 * place;
    return before[at] === volume || before[at + 1] === volume || before[at + 2] === volume;
  };

  /** Weighs a pile that may be the best: where it is guessed to lie, and the guess taken for wrong. */
  const weigh = (light: number, chroma: number, hue: number, added: number): void => {
    if (writeOutlook) {
      const l = (outlook[0] as number) + light;
      const c = (outlook[1] as number) + chroma;
      const h = (outlook[2] as number) + hue;
      const guess = cost + Math.sqrt(l * l + c * c + h * h) - distance + dosing.deltaEPerUnit * added;
      const way = Math.sqrt(light * light + chroma * chroma + hue * hue);
      if (guess - GUESS_WRONG - GUESS_WRONG_OF_WAY * way >= bestCost) return;
    }
    const weighed = costOf(trial);
    if (weighed >= bestCost - NO_GAIN) return;
    bestCost = weighed;
    best.set(trial);
  };

  /**
   * Every combination, the first place outermost; a move that cannot be is not gone on with.
   *
   * @param isNew - not weighed around the pile before. @param mostMoved - so many places more may be moved.
   * @param light, chroma, hue - where the steps so far are guessed to move the pile. @param added - paint that they add.
   */
  const visit = (
    place: number,
    isNew: boolean,
    mostMoved: number,
    light: number,
    chroma: number,
    hue: number,
    added: number,
    isMoved: boolean,
  ): void => {
    if (place === count || mostMoved === 0) {
      if (isMoved && (isNew || !areRestThere(place))) weigh(light, chroma, hue, added);
      return;
    }
    const own = now[place] as number;
    visit(place + 1, isNew || !wasThere(place), mostMoved, light, chroma, hue, added, isMoved);
    for (let step = 2 * place; step < 2 * place + 2; step++) {
      const next = steps[step] as number;
      if (Number.isNaN(next)) continue;
      trial[place] = next;
      if (canBe())
        visit(
          place + 1,
          isNew || !wasThere(place),
          mostMoved - 1,
          light + (moves[3 * step] as number),
          chroma + (moves[3 * step + 1] as number),
          hue + (moves[3 * step + 2] as number),
          // Water is no paint.
          place < paintCount ? added + next - own : added,
          true,
        );
    }
    trial[place] = own;
  };

  const areRestThere = (from: number): boolean => {
    for (let place = from; place < count; place++) if (!wasThere(place)) return false;
    return true;
  };

  const lookAhead = (write: WriteOutlook): void => {
    write(outlook, now);
    distance = Math.hypot(outlook[0] as number, outlook[1] as number, outlook[2] as number);
    for (let step = 0; step < 2 * count; step++) {
      const place = step >> 1;
      const way = Math.log((steps[step] as number) / (now[place] as number));
      for (let axis = 0; axis < 3; axis++)
        moves[3 * step + axis] = way * (outlook[3 + 3 * place + axis] as number);
    }
  };

  const steppedAt = (volume: number, place: number, direction: number): number | undefined => {
    const tube = places[place] ?? WATER_PLACE;
    const next = volume + direction * dosing.step(volume, tube);
    return next < dosing.smallest(tube) * ALMOST_ONE ? undefined : dosing.round(next, tube);
  };

  const stepped = (start: readonly number[], isAllAround: boolean): Trial => {
    now.set(start);
    before.fill(Number.NaN);
    cost = costOf(now);
    for (;;) {
      const mark = (isAllAround ? -1 : 1) * (sumOf(now) * APART + cost);
      if (passed.has(mark)) break;
      passed.add(mark);
      bestCost = cost;
      for (let step = 0; step < 2 * count; step++) {
        const place = step >> 1;
        steps[step] = steppedAt(now[place] as number, place, 2 * (step % 2) - 1) ?? Number.NaN;
      }
      trial.set(now);
      if (writeOutlook) lookAhead(writeOutlook);
      // Of single steps only some around the pile before were weighed.
      visit(0, !isAllAround, isAllAround ? count : 1, 0, 0, 0, 0, false);
      if (!(bestCost < cost)) break;
      for (let place = 0; place < count; place++) {
        before[3 * place] = now[place] as number;
        before[3 * place + 1] = steps[2 * place] as number;
        before[3 * place + 2] = steps[2 * place + 1] as number;
      }
      cost = bestCost;
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

  const withinShares = (volumes: readonly number[]): readonly number[] => {
    const whole = sumOf(volumes, paintCount);
    const place = mostShare?.findIndex((share, j) => (volumes[j] ?? 0) > (share / ALMOST_ONE) * whole) ?? -1;
    const less = place < 0 ? undefined : steppedAt(volumes[place] ?? Number.NaN, place, -1);
    return less === undefined
      ? volumes
      : withinShares(volumes.map((value, j) => (j === place ? less : value)));
  };

  const { total } = dosing;
  return {
    rounded: (exact) => {
      const rounded = exact.map((volume, place) => dosing.round(volume, places[place] ?? WATER_PLACE));
      if (total === undefined) return withinShares(rounded);
      // The largest amount takes what rounding left over.
      const largest = rounded.indexOf(Math.max(...rounded));
      const rest = total - sumOf(rounded);
      return rounded.map((volume, place) => (place === largest ? volume + rest : volume));
    },
    // Where the measure says what all amounts sum to, they are exchanged for each other.
    improved: total === undefined ? stepped : exchangedToBest,
  };
}

/** Of the first `count` amounts, or of all. */
export function sumOf(volumes: ArrayLike<number>, count = volumes.length): number {
  let sum = 0;
  for (let i = 0; i < count; i++) sum += volumes[i] as number;
  return sum;
}
