/** The best pile of opaque paint for a mixture: src/core/amounts/layPile, step for step. Tests hold the two together. */
import {
  begin,
  beginGuess,
  costOf,
  guessFrom,
  guessFromLike,
  missOf,
  NO_GAIN,
  paintCostOf,
  sumOf,
  walk,
} from "./guess";
import { roundAt, smallestAt } from "./ladder";
import { EXACT, FROM, LAID, NOW, SIZES, TOTAL, WANTED } from "./layout";
import { at, copyRow, put } from "./rows";

const MOVED_AT_ONCE: i32 = 2;
const OTHER_AMOUNT: f64 = 1.5;
const MOST_MOVES: i32 = 24;
const NEVER_NEARER: f64 = 0.9;
const PAINT_KEPT: f64 = 0.9;
const FAR_WORSE: f64 = 1.4;

let count: i32 = 0;
let main: i32 = 0;
let leastMiss: f64 = 0;
let leastCost: f64 = 0;

/** The pile now becomes what is laid where it costs less. */
function keepCheaper(): bool {
  const cost = costOf(NOW);
  if (cost >= leastCost - NO_GAIN) return false;
  leastCost = cost;
  copyRow(LAID, NOW, count);
  return true;
}

/**
 * From EXACT, by the LADDERS of the places, for each of SIZES, within MOST_SHARES and the limits from LEAST_LARGEST on, towards
 * AIM; what is laid is left in LAID.
 */
export function layPile(palette: usize, places: i32, mainPlace: i32, sizes: i32): void {
  count = places;
  main = mainPlace;
  beginGuess(palette, places, mainPlace);
  for (let place = 0; place < count; place++) put(FROM, place, f64.NaN);
  leastMiss = NEVER_NEARER * missOf(EXACT);
  leastCost = Infinity;
  let before: f64 = 0;
  for (let i = 0; i < sizes; i++) {
    const size = roundAt(main, at(SIZES, i));
    if (size != before) guessSize(size);
    before = size;
  }
  copyRow(NOW, LAID, count);
  begin();
  for (let move = 0; move < MOST_MOVES; move++) {
    guessFromLike(LAID);
    walk(1, count, false, leastCost);
    if (!keepCheaper()) break;
  }
}

function guessSize(size: f64): void {
  const total = load<f64>(TOTAL);
  const isRest = !isNaN(total);
  const scale = size / at(EXACT, main);
  let isOther = false;
  for (let place = 0; place < count; place++) {
    const amount = at(EXACT, place) * scale;
    const wanted = Math.max(amount, smallestAt(place)) / scale;
    const ratio = wanted / at(FROM, place);
    if (!(ratio < OTHER_AMOUNT && ratio * OTHER_AMOUNT > 1)) isOther = true;
    put(WANTED, place, wanted);
    put(NOW, place, place == main ? size : roundAt(place, amount));
  }
  if (isRest) put(NOW, main, total - (sumOf(NOW) - size));
  if (leastCost < leastMiss + PAINT_KEPT * paintCostOf(NOW)) return;
  if (isOther) guessFrom(WANTED);
  begin();
  const limit = FAR_WORSE * leastCost;
  if (walk(scale, isRest ? count : MOVED_AT_ONCE, !isRest, limit) < limit) keepCheaper();
}
