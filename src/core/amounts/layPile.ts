/**
 * The best pile for a mixture, as a measure allows it. The piles of every size are guessed (./pileGuess), the few that are
 * likely the best are worked out, and all around the best of them is looked the same way, from there.
 */
import type { PileToLay } from "../mixing/colorModel";
import { sumOf } from "../numbers";
import { type Ladder, roundOn } from "./ladder";
import { NO_GAIN, PileGuess, type WriteResiduals } from "./pileGuess";
import { Ranking } from "./ranking";

/** Of all sizes so many are worked out, and so many of the piles around one. */
const SEEDS = 8;
const BESIDE = 3;
/** So many amounts are moved at once while a size is guessed. */
const MOVED_AT_ONCE = 2;
/** An amount that is laid larger than it should be is guessed from one that is at most so many times another. */
const OTHER_AMOUNT = 1.5;
const MOST_MOVES = 24;
/** Of the miss of the exact mixture so much stays, however it is rounded: the search for it ends a little before it. */
const NEVER_NEARER = 0.9;
/** So much of the paint that a search for the best amounts begins with is in them, at least. */
const PAINT_KEPT = 0.7;

/** @returns the amount of each place. */
export function layPile(pile: PileToLay, writeResiduals: WriteResiduals): number[] {
  const { exact, main, ladders, total } = pile;
  const count = exact.length;
  const guess = new PileGuess(pile, writeResiduals);
  const isRest = !Number.isNaN(total);
  const start = new Float64Array(count);
  const wanted = new Float64Array(count);
  const seeds = new Ranking(SEEDS, count);
  const bestOfSize = new Ranking(1, count);

  const leastMiss = NEVER_NEARER * guess.missOf(exact);

  const guessSize = (size: number): void => {
    const scale = size / (exact[main] as number);
    let isOther = false;
    for (let place = 0; place < count; place++) {
      const amount = (exact[place] as number) * scale;
      const ladder = ladders[place] as Ladder;
      wanted[place] = Math.max(amount, ladder.smallest) / scale;
      const ratio = (wanted[place] as number) / (guess.from[place] as number);
      if (!(ratio < OTHER_AMOUNT && ratio * OTHER_AMOUNT > 1)) isOther = true;
      start[place] = place === main ? size : roundOn(ladder, amount);
    }
    if (isRest) start[main] = total - (sumOf(start) - size);
    // However it is rounded, a pile of this size costs more than the best pile.
    if (seeds.count > 0 && leastMiss + PAINT_KEPT * guess.paintCostOf(start) > (seeds.costs[0] as number)) return;
    if (isOther) guess.guessFrom(wanted, !isRest);
    guess.begin(start);
    guess.walk(scale, isRest ? count : MOVED_AT_ONCE, bestOfSize, Number.POSITIVE_INFINITY);
    seeds.offer(bestOfSize.costs[0] as number, bestOfSize.row(0));
  };
  for (const size of pile.sizes) guessSize(size);

  const worked = new Ranking(SEEDS, count);
  for (let place = 0; place < seeds.count; place++)
    worked.offer(guess.costOf(seeds.row(place)), seeds.row(place));

  const beside = new Ranking(BESIDE, count);
  const here = new Float64Array(count);
  /** Moves to the best pile beside the one it is at, as long as that costs less. */
  const improve = (from: Float64Array, costFrom: number): number => {
    let cost = costFrom;
    here.set(from);
    guess.begin(here);
    for (let move = 0; move < MOST_MOVES; move++) {
      guess.guessFrom(here, false);
      guess.now.set(here);
      guess.walk(1, count, beside, cost - NO_GAIN);
      const before = cost;
      for (let place = 0; place < beside.count; place++) {
        const other = guess.costOf(beside.row(place));
        if (other >= cost - NO_GAIN) continue;
        cost = other;
        here.set(beside.row(place));
      }
      if (cost === before) break;
    }
    return cost;
  };
  const best = new Float64Array(count);
  let least = Number.POSITIVE_INFINITY;
  for (let place = 0; place < Math.min(pile.walks, worked.count); place++) {
    const cost = improve(worked.row(place), worked.costs[place] as number);
    if (cost >= least - NO_GAIN) continue;
    least = cost;
    best.set(here);
  }
  return Array.from(best);
}
