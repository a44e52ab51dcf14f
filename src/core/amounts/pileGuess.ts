/**
 * What piles beside a pile look like, guessed from how each amount of it moves the colour, to second order: so close that of
 * a hundred piles two or three have to be worked out. Of opaque paint a kernel does the same (kernel/lay.ts).
 */
import { AIM_RESIDUALS } from "../color/aimDistance";
import type { PileToLay } from "../mixing/colorModel";
import { squareOf, sumOf, zeros } from "../numbers";
import { type Ladder, nextOn } from "./ladder";
import { ALMOST_ONE } from "./steps";

/** Nearer by less than this is no gain. */
export const NO_GAIN = 1e-9;
/** What a unit more or less than may be costs: more than any colour. */
const BREACH = 1e6;
/** How far an amount is moved to learn what it does: about a step of a hand, see `wayOf`. */
const WIDE = 0.25;
const MOST_STEPS = 24;

/** Writes how far a pile is from its aim (../color/aimDistance). It reads the amounts and keeps nothing of them. */
export type WriteResiduals = (out: Float64Array, volumes: Float64Array) => void;

export type PileGuess = {
  /** The pile whose neighbours are guessed. */
  readonly now: Float64Array;
  /** The pile from which they are guessed, in any size. */
  readonly from: Float64Array;
  /** Begins with the pile now. The least doses of many tubes can be more than was wanted: then at least it does not grow. */
  readonly begin: () => void;
  /** From now on piles are guessed from this one. */
  readonly guessFrom: (volumes: Float64Array) => void;
  /** The same for a pile like the one before, by what was learned there of how its amounts bend the colour. */
  readonly guessFromLike: (volumes: Float64Array) => void;
  /**
   * Moves to the pile beside the one now that is guessed to be the best, as long as there is a better one.
   *
   * @param size - so many times larger than the pile that is guessed from. @param mostMoved - amounts that may move at once.
   * @param limit - what costs as much is not better.
   * @returns what the pile where it ends is guessed to cost, or the limit.
   */
  readonly walk: (size: number, mostMoved: number, isMainStill: boolean, limit: number) => number;
  /** From its aim, ΔE00. */
  readonly missOf: (volumes: ArrayLike<number>) => number;
  /** What a pile costs that is worked out; what its paint alone costs; ΔE00. */
  readonly costOf: (volumes: Float64Array) => number;
  readonly paintCostOf: (volumes: Float64Array) => number;
};

/** Not reentrant: one pile is looked at at a time. */
export function pileGuess(pile: PileToLay, writeResiduals: WriteResiduals): PileGuess {
  const { exact, main, ladders, paintCount, mostShares, largestRange, totalRange, total, deltaEPerUnit } =
    pile;
  const count = exact.length;
  const last = count - 1;
  const row = (): Float64Array => zeros(AIM_RESIDUALS * count);
  const now = zeros(count);
  const from = zeros(count).fill(Number.NaN);
  const trial = zeros(count);
  /** Residuals: of the pile that is guessed from, of one that is worked out; of the pile now, and after each move. */
  const here = zeros(AIM_RESIDUALS);
  const worked = zeros(AIM_RESIDUALS);
  const soFar = zeros(AIM_RESIDUALS * (count + 2));
  /** Of each place: residuals a way up, slopes there and at the pile now. */
  const [up, slopes, slopesNow] = [row(), row(), row()];
  /** Of each two places: what they do together; of one place half its curvature. */
  const together = zeros(AIM_RESIDUALS * count * count);
  /** How far the amounts now are from where they are guessed from. */
  const wayNow = zeros(count);
  /** The amounts beside them, down and up, and how far that is; what each amount of a trial was moved by. */
  const next = zeros(2 * count);
  const moves = zeros(2 * count);
  const moved = zeros(count);
  /** The main paint last: where a total is given it is what is left. */
  const others = [...exact.keys()].filter((place) => place !== main);
  const order = [...others, main];
  const isRest = !Number.isNaN(total);
  let isStill = false;
  let sizeNow = 1;
  let mostTotal = totalRange[1];
  let mostMoved = 0;
  /** The best pile beside the one now, and what it is guessed to cost. */
  const best = zeros(count);
  let least = 0;

  const pair = (place: number, other: number): number => AIM_RESIDUALS * (place * count + other);

  const workAt = (place: number, way: number): void => {
    const root = 1 + way / 2;
    trial[place] = (from[place] as number) * root * root;
    writeResiduals(worked, trial);
  };

  const beginFrom = (volumes: Float64Array): void => {
    from.set(volumes);
    trial.set(volumes);
    writeResiduals(here, trial);
  };

  const guessFrom = (volumes: Float64Array): void => {
    beginFrom(volumes);
    for (const place of others) {
      const at = AIM_RESIDUALS * place;
      workAt(place, -WIDE);
      slopes.set(worked, at);
      workAt(place, WIDE);
      up.set(worked, at);
      for (let r = 0; r < AIM_RESIDUALS; r++) {
        const less = slopes[at + r] as number;
        const more = up[at + r] as number;
        slopes[at + r] = (more - less) / (2 * WIDE);
        together[pair(place, place) + r] = (more + less - 2 * (here[r] as number)) / (2 * WIDE * WIDE);
      }
      for (const other of others) {
        if (other === place) break;
        workAt(other, WIDE);
        trial[other] = from[other] as number;
        for (let r = 0; r < AIM_RESIDUALS; r++) {
          const alone = (up[at + r] as number) + (up[AIM_RESIDUALS * other + r] as number);
          const both = ((worked[r] as number) - alone + (here[r] as number)) / (WIDE * WIDE);
          together[pair(place, other) + r] = both;
          together[pair(other, place) + r] = both;
        }
      }
      trial[place] = from[place] as number;
    }
    learnOfMain();
  };

  const guessFromLike = (volumes: Float64Array): void => {
    beginFrom(volumes);
    for (const place of others) {
      workAt(place, WIDE);
      trial[place] = from[place] as number;
      for (let r = 0; r < AIM_RESIDUALS; r++) {
        const rise = ((worked[r] as number) - (here[r] as number)) / WIDE;
        slopes[AIM_RESIDUALS * place + r] = rise - WIDE * (together[pair(place, place) + r] as number);
      }
    }
    learnOfMain();
  };

  /**
   * What the main paint does follows from the others: a pile with more of all alike looks the same. A way w is 2 (e^(u/2) - 1)
   * where u is the logarithm of the amount, and in u both the slopes and every row of second derivatives sum to zero.
   */
  const learnOfMain = (): void => {
    for (let r = 0; r < AIM_RESIDUALS; r++) {
      let slope = 0;
      let ownBend = 0;
      for (const place of others) {
        const ofPlace = slopes[AIM_RESIDUALS * place + r] as number;
        slope -= ofPlace;
        let both = -2 * (together[pair(place, place) + r] as number) - ofPlace / 2;
        for (const other of others) if (other !== place) both -= together[pair(place, other) + r] as number;
        together[pair(place, main) + r] = both;
        together[pair(main, place) + r] = both;
        ownBend -= both;
      }
      slopes[AIM_RESIDUALS * main + r] = slope;
      together[pair(main, main) + r] = (ownBend - slope / 2) / 2;
    }
  };

  /** The measure of a move: small amounts colour by their root, and larger ones nearly so. */
  const wayOf = (place: number, volume: number): number =>
    2 * (Math.sqrt(volume / ((from[place] as number) * sizeNow)) - 1);

  /** How much more or less there is in the trial than may be. */
  const breach = (): number => {
    const paint = sumOf(trial, paintCount);
    const sum = sumOf(trial);
    let breach = Math.max(0, totalRange[0] - sum) + Math.max(0, sum - mostTotal);
    let largest = 0;
    for (let place = 0; place < paintCount; place++) {
      const volume = trial[place] as number;
      largest = Math.max(largest, volume);
      breach += Math.max(0, volume - (mostShares[place] as number) * paint);
    }
    return breach + Math.max(0, largestRange[0] - largest) + Math.max(0, largest - largestRange[1]);
  };

  const paintCostOf = (volumes: Float64Array): number => deltaEPerUnit * sumOf(volumes, paintCount);
  /** Of the trial, so far from the aim. */
  const cost = (miss: number): number => miss + paintCostOf(trial) + BREACH * breach();
  const missOf = (volumes: ArrayLike<number>): number => {
    trial.set(volumes);
    writeResiduals(worked, trial);
    return Math.sqrt(squareOf(worked));
  };

  const missAt = (level: number): number => {
    let square = 0;
    for (let r = 0; r < AIM_RESIDUALS; r++) square += (soFar[AIM_RESIDUALS * level + r] as number) ** 2;
    return Math.sqrt(square);
  };

  /** Guesses the pile now, and what its amounts do there. */
  const lookAround = (): void => {
    for (let step = 0; step < 2 * count; step++) {
      const place = step >> 1;
      const own = now[place] as number;
      const way = wayOf(place, own);
      const volume = nextOn(ladders[place] as Ladder, own, step % 2 === 0 ? -1 : 1);
      wayNow[place] = way;
      next[step] = volume;
      moves[step] = wayOf(place, volume) - way;
    }
    soFar.set(here);
    for (let place = 0; place < count; place++) {
      const at = AIM_RESIDUALS * place;
      const own = wayNow[place] as number;
      for (let r = 0; r < AIM_RESIDUALS; r++) {
        const bend = own * (together[pair(place, place) + r] as number);
        let before = 0;
        let after = 0;
        for (let other = 0; other < count; other++) {
          const both = (wayNow[other] as number) * (together[pair(place, other) + r] as number);
          if (other < place) before += both;
          else if (other > place) after += both;
        }
        const slope = (slopes[at + r] as number) + bend + before;
        slopesNow[at + r] = slope + bend + after;
        soFar[r] = (soFar[r] as number) + own * slope;
      }
    }
    moved.fill(0);
    trial.set(now);
  };

  /** The main paint becomes what is left of the total; false where that is less than its smallest dose. */
  const leave = (): boolean => {
    const rest = total - (sumOf(trial) - (trial[main] as number));
    next[2 * main] = rest;
    moves[2 * main] = wayOf(main, rest) - (wayNow[main] as number);
    return rest >= (ladders[main] as Ladder).smallest * ALMOST_ONE;
  };

  /** Every combination of moves. @param level - so many amounts were moved. */
  const visit = (nextPlace: number, level: number, paint: number): void => {
    const depth = level === mostMoved && nextPlace < last ? (isRest ? last : count) : nextPlace;
    if (depth === count || (depth === last && isStill)) {
      const miss = missAt(level);
      // Most are left here.
      if (miss + deltaEPerUnit * paint >= least) return;
      const guessed = cost(miss);
      if (guessed >= least - NO_GAIN) return;
      least = guessed;
      best.set(trial);
      return;
    }
    const place = order[depth] as number;
    const isLeft = isRest && depth === last;
    if (isLeft) {
      if (!leave()) return;
    } else {
      visit(depth + 1, level, paint);
      if (level === mostMoved) return;
    }
    const own = now[place] as number;
    for (let step = 2 * place; step < 2 * place + (isLeft ? 1 : 2); step++) {
      const volume = next[step] as number;
      if (Number.isNaN(volume)) continue;
      const d = moves[step] as number;
      trial[place] = volume;
      moved[place] = d;
      for (let r = 0; r < AIM_RESIDUALS; r++) {
        const at = AIM_RESIDUALS * place + r;
        let slope = (slopesNow[at] as number) + d * (together[pair(place, place) + r] as number);
        for (let before = 0; before < depth; before++) {
          const other = order[before] as number;
          const e = moved[other] as number;
          if (e !== 0) slope += e * (together[pair(place, other) + r] as number);
        }
        const to = AIM_RESIDUALS * (level + 1) + r;
        soFar[to] = (soFar[to - AIM_RESIDUALS] as number) + d * slope;
      }
      visit(depth + 1, level + 1, place < paintCount ? paint + volume - own : paint);
    }
    trial[place] = own;
    moved[place] = 0;
  };

  const walk = (size: number, most: number, isMainStill: boolean, limit: number): number => {
    isStill = isMainStill;
    sizeNow = size;
    mostMoved = most;
    lookAround();
    least = Math.min(cost(missAt(0)), limit);
    for (let step = 0; step < MOST_STEPS; step++) {
      const before = least;
      visit(0, 0, sumOf(now, paintCount));
      if (least === before) break;
      now.set(best);
      lookAround();
    }
    return least;
  };

  return {
    now,
    from,
    begin: () => {
      mostTotal = Math.max(totalRange[1], sumOf(now));
    },
    guessFrom,
    guessFromLike,
    walk,
    missOf,
    costOf: (volumes) => cost(missOf(volumes)),
    paintCostOf,
  };
}
