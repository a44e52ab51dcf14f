/**
 * The best pile for a mixture, as a measure allows it. Of every size the best pile is guessed (./pileGuess) and worked out, and
 * all around the best of these is looked the same way, from there.
 */
import type { PileToLay } from "../mixing/colorModel";
import { sumOf, zeros } from "../numbers";
import { type Ladder, roundOn } from "./ladder";
import { NO_GAIN, pileGuess, type WriteResiduals } from "./pileGuess";

/** So many amounts are moved at once while a size is guessed. */
const MOVED_AT_ONCE = 2;
/** An amount that is laid larger than it should be is guessed from one that is at most so many times another. */
const OTHER_AMOUNT = 1.5;
const MOST_MOVES = 24;
/** Of the miss of the exact mixture so much stays, however it is rounded: the search for it ends a little before it. */
const NEVER_NEARER = 0.9;
/** So much of the paint that a search for the best amounts begins with is in them, at least. */
const PAINT_KEPT = 0.9;
/** A pile that is guessed to cost so many times as much as the best one is not worked out, nor looked around. */
const FAR_WORSE = 1.4;

/** @returns the amount of each place. */
export function layPile(pile: PileToLay, writeResiduals: WriteResiduals): number[] {
  const { exact, main, ladders, total } = pile;
  const count = exact.length;
  const guess = pileGuess(pile, writeResiduals);
  const { now, from } = guess;
  const isRest = !Number.isNaN(total);
  const wanted = zeros(count);
  const leastMiss = NEVER_NEARER * guess.missOf(exact);
  const best = zeros(count);
  let leastCost = Number.POSITIVE_INFINITY;

  /** The pile now becomes the best one where it costs less. */
  const keepCheaper = (): boolean => {
    const cost = guess.costOf(now);
    if (cost >= leastCost - NO_GAIN) return false;
    leastCost = cost;
    best.set(now);
    return true;
  };

  let before = 0;
  for (const asked of pile.sizes) {
    const size = roundOn(ladders[main] as Ladder, asked);
    if (size === before) continue;
    before = size;
    const scale = size / (exact[main] as number);
    let isOther = false;
    for (let place = 0; place < count; place++) {
      const amount = (exact[place] as number) * scale;
      const ladder = ladders[place] as Ladder;
      const laid = Math.max(amount, ladder.smallest) / scale;
      const ratio = laid / (from[place] as number);
      if (!(ratio < OTHER_AMOUNT && ratio * OTHER_AMOUNT > 1)) isOther = true;
      wanted[place] = laid;
      now[place] = place === main ? size : roundOn(ladder, amount);
    }
    if (isRest) now[main] = total - (sumOf(now) - size);
    // However it is rounded, a pile of this size costs more than the best one.
    if (leastCost < leastMiss + PAINT_KEPT * guess.paintCostOf(now)) continue;
    if (isOther) guess.guessFrom(wanted);
    guess.begin();
    const limit = FAR_WORSE * leastCost;
    if (guess.walk(scale, isRest ? count : MOVED_AT_ONCE, !isRest, limit) < limit) keepCheaper();
  }

  // All around the best one, and on from there as long as that costs less.
  now.set(best);
  guess.begin();
  for (let move = 0; move < MOST_MOVES; move++) {
    guess.guessFromLike(best);
    guess.walk(1, count, false, leastCost);
    if (!keepCheaper()) break;
  }
  return Array.from(best);
}
