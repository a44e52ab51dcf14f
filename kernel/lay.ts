/** The best pile of opaque paint for a mixture: src/core/amounts/layPile, step for step. Tests hold the two together. */
import { begin, beginGuess, costOf, guessFrom, missOf, NO_GAIN, paintCostOf, sumOf, walk } from "./guess";
import { roundAt, smallestAt } from "./ladder";
import { BEST, EXACT, FROM, LAID, NOW, PLACES, SEED_COSTS, SEEDS, SIZES, WANTED } from "./layout";
import { at, put } from "./rows";

const MOVED_AT_ONCE: i32 = 2;
const OTHER_AMOUNT: f64 = 1.5;
const MOST_MOVES: i32 = 24;
const NEVER_NEARER: f64 = 0.9;
const PAINT_KEPT: f64 = 0.7;

let count: i32 = 0;
let main: i32 = 0;
let total: f64 = 0;
let missOfExact: f64 = 0;
let seeds: i32 = 0;
let leastSeed: f64 = 0;

// @ts-ignore: decorator
@inline
function bytes(): usize {
  return <usize>count << 3;
}

// @ts-ignore: decorator
@inline
function seedAt(seed: i32): usize {
  return SEEDS + <usize>seed * (<usize>PLACES << 3);
}

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
  seeds = 0;
  leastSeed = Infinity;
  for (let i = 0; i < sizes; i++) guessSize(at(SIZES, i));
  let least: f64 = Infinity;
  for (let done = 0; done < min(walks, seeds); done++) {
    let best = 0;
    for (let seed = 1; seed < seeds; seed++)
      if (at(SEED_COSTS, seed) < at(SEED_COSTS, best) - NO_GAIN) best = seed;
    const cost = improve(seedAt(best), at(SEED_COSTS, best));
    put(SEED_COSTS, best, Infinity);
    if (cost >= least - NO_GAIN) continue;
    least = cost;
    memory.copy(LAID, BEST, bytes());
  }
}

function guessSize(size: f64): void {
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
  if (leastSeed < NEVER_NEARER * missOfExact + PAINT_KEPT * paintCostOf(NOW)) return;
  if (isOther) guessFrom(WANTED, !isRest);
  begin();
  walk(scale, isRest ? count : MOVED_AT_ONCE, f64.NaN);
  const cost = costOf(NOW);
  memory.copy(seedAt(seeds), NOW, bytes());
  put(SEED_COSTS, seeds, cost);
  seeds++;
  leastSeed = Math.min(leastSeed, cost);
}

function improve(seed: usize, seedCost: f64): f64 {
  let cost = seedCost;
  memory.copy(BEST, seed, bytes());
  memory.copy(NOW, seed, bytes());
  begin();
  for (let move = 0; move < MOST_MOVES; move++) {
    guessFrom(BEST, false);
    walk(1, count, cost);
    const other = costOf(NOW);
    if (other >= cost - NO_GAIN) break;
    cost = other;
    memory.copy(BEST, NOW, bytes());
  }
  return cost;
}
