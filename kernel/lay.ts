/** The best pile of opaque paint for a mixture: src/core/amounts/layPile, step for step. Tests hold the two together. */
import { beginAt, beginGuess, costOf, guessFrom, missOf, NO_GAIN, paintCostOf, sumOf, walk } from "./guess";
import { roundAt, smallestAt } from "./ladder";
import {
  BEST,
  BEST_OF_SIZE,
  BEST_SEEDS,
  BESIDE,
  EXACT,
  FROM,
  LAID,
  NOW,
  SEEDS,
  SIZES,
  START,
  WANTED,
} from "./layout";
import { begin, costAt, countOf, offer, pileAt } from "./ranking";
import { at, put } from "./rows";

const MOST_SEEDS: i32 = 8;
const MOST_BESIDE: i32 = 3;
const MOVED_AT_ONCE: i32 = 2;
const OTHER_AMOUNT: f64 = 1.5;
const MOST_MOVES: i32 = 24;
const NEVER_NEARER: f64 = 0.9;
const PAINT_KEPT: f64 = 0.7;

let count: i32 = 0;
let main: i32 = 0;
let total: f64 = 0;
let missOfExact: f64 = 0;

/**
 * From EXACT, by the LADDERS of the places, for each of SIZES, within MOST_SHARES, towards AIM; what is laid is left in LAID.
 */
export function layPile(
  palette: usize,
  places: i32,
  mainPlace: i32,
  sizes: i32,
  walks: i32,
  leastLargest: f64,
  mostLargest: f64,
  leastTotal: f64,
  mostTotal: f64,
  inAll: f64,
  deltaEPerUnit: f64,
): void {
  count = places;
  main = mainPlace;
  total = inAll;
  beginGuess(
    palette,
    places,
    mainPlace,
    leastLargest,
    mostLargest,
    leastTotal,
    mostTotal,
    inAll,
    deltaEPerUnit,
  );
  for (let place = 0; place < count; place++) put(FROM, place, f64.NaN);
  missOfExact = missOf(EXACT);
  begin(SEEDS, MOST_SEEDS, Infinity);
  for (let i = 0; i < sizes; i++) guessSize(at(SIZES, i));
  begin(BEST_SEEDS, MOST_SEEDS, Infinity);
  for (let place = 0; place < countOf(SEEDS); place++) {
    const seed = pileAt(SEEDS, place);
    offer(BEST_SEEDS, costOf(seed), seed);
  }
  let least: f64 = Infinity;
  for (let place = 0; place < min(walks, countOf(BEST_SEEDS)); place++) {
    const cost = improve(pileAt(BEST_SEEDS, place), costAt(BEST_SEEDS, place));
    if (cost >= least - NO_GAIN) continue;
    least = cost;
    memory.copy(LAID, BEST, <usize>count << 3);
  }
}

function guessSize(size: f64): void {
  const isRest = !isNaN(total);
  const scale = size / at(EXACT, main);
  let isOther = false;
  for (let place = 0; place < count; place++) {
    const amount = at(EXACT, place) * scale;
    const wanted = Math.max(amount, smallestAt(place)) / scale;
    put(WANTED, place, wanted);
    const ratio = wanted / at(FROM, place);
    if (!(ratio < OTHER_AMOUNT && ratio * OTHER_AMOUNT > 1)) isOther = true;
    put(START, place, place == main ? size : roundAt(place, amount));
  }
  if (isRest) put(START, main, total - (sumOf(START) - size));
  if (
    countOf(SEEDS) > 0 &&
    NEVER_NEARER * missOfExact + PAINT_KEPT * paintCostOf(START) > costAt(SEEDS, 0)
  )
    return;
  if (isOther) guessFrom(WANTED, !isRest);
  beginAt(START);
  walk(scale, isRest ? count : MOVED_AT_ONCE, BEST_OF_SIZE, 1, Infinity);
  offer(SEEDS, costAt(BEST_OF_SIZE, 0), pileAt(BEST_OF_SIZE, 0));
}

function improve(from: usize, costFrom: f64): f64 {
  const bytes = <usize>count << 3;
  let cost = costFrom;
  memory.copy(BEST, from, bytes);
  beginAt(BEST);
  for (let move = 0; move < MOST_MOVES; move++) {
    guessFrom(BEST, false);
    memory.copy(NOW, BEST, bytes);
    walk(1, count, BESIDE, MOST_BESIDE, cost - NO_GAIN);
    const before = cost;
    for (let place = 0; place < countOf(BESIDE); place++) {
      const other = costOf(pileAt(BESIDE, place));
      if (other >= cost - NO_GAIN) continue;
      cost = other;
      memory.copy(BEST, pileAt(BESIDE, place), bytes);
    }
    if (cost == before) break;
  }
  return cost;
}
