/**
 * What opaque piles beside a pile look like, guessed to second order: src/core/amounts/pileGuess, step for step. Tests hold
 * the two together. The pile that is tried lies at VOLUMES.
 */
import { writeResiduals } from "./aim";
import { ALMOST_ONE, nextAt, smallestAt } from "./ladder";
import {
  BASE,
  BEST_BESIDE,
  FROM,
  HERE,
  LAB,
  MOST_SHARES,
  MOVED_BY,
  MOVES,
  NEXT,
  NOW,
  SEEN,
  SLOPES_FROM,
  SLOPES_NOW,
  TOGETHER,
  UP,
  VOLUMES,
  WAY_NOW,
  WORKED,
} from "./layout";
import { volumeAt, writeLab } from "./mixture";
import { at, put } from "./rows";

export const NO_GAIN: f64 = 1e-9;
const BREACH: f64 = 1e6;
const WIDE: f64 = 0.25;
const MOST_STEPS: i32 = 24;

let palette: usize = 0;
let count: i32 = 0;
let main: i32 = 0;
let leastLargest: f64 = 0;
let mostLargest: f64 = 0;
let leastTotal: f64 = 0;
let mostTotal: f64 = 0;
let mostTotalNow: f64 = 0;
let total: f64 = 0;
let perUnit: f64 = 0;
let isRest: bool = false;
let isMainStill: bool = false;
let size: f64 = 1;
let least: f64 = 0;

export function beginGuess(
  ofPalette: usize,
  places: i32,
  mainPlace: i32,
  leastOfLargest: f64,
  mostOfLargest: f64,
  leastInAll: f64,
  mostInAll: f64,
  inAll: f64,
  deltaEPerUnit: f64,
): void {
  palette = ofPalette;
  count = places;
  main = mainPlace;
  leastLargest = leastOfLargest;
  mostLargest = mostOfLargest;
  leastTotal = leastInAll;
  mostTotal = mostInAll;
  total = inAll;
  perUnit = deltaEPerUnit;
  isRest = !isNaN(inAll);
}

// @ts-ignore: decorator
@inline
function bytes(): usize {
  return <usize>count << 3;
}

// @ts-ignore: decorator
@inline
function placeAt(depth: i32): i32 {
  return depth == count - 1 ? main : depth < main ? depth : depth + 1;
}

/** Where the four numbers of two places lie. */
// @ts-ignore: decorator
@inline
function pair(place: i32, other: i32): usize {
  return TOGETHER + (<usize>((place << 3) + other) << 5);
}

// @ts-ignore: decorator
@inline
function four(rows: usize, place: i32): usize {
  return rows + (<usize>place << 5);
}

export function sumOf(row: usize): f64 {
  let sum: f64 = 0;
  for (let place = 0; place < count; place++) sum += at(row, place);
  return sum;
}

export function begin(): void {
  mostTotalNow = Math.max(mostTotal, sumOf(NOW));
}

function work(residuals: usize): void {
  writeLab(palette, count);
  writeResiduals(residuals, load<f64>(LAB), load<f64>(LAB + 8), load<f64>(LAB + 16));
}

function workAt(place: i32, way: f64): void {
  const root = 1 + way / 2;
  put(VOLUMES, place, at(FROM, place) * root * root);
  work(WORKED);
}

export function guessFrom(pile: usize, isStill: bool): void {
  isMainStill = isStill;
  memory.copy(FROM, pile, bytes());
  memory.copy(VOLUMES, pile, bytes());
  work(HERE);
  memory.fill(SLOPES_FROM, 0, 256);
  memory.fill(TOGETHER, 0, 2048);
  for (let place = 0; place < count; place++) {
    if (isStill && place == main) continue;
    const slopes = four(SLOPES_FROM, place);
    const up = four(UP, place);
    const own = pair(place, place);
    workAt(place, -WIDE);
    memory.copy(slopes, WORKED, 32);
    workAt(place, WIDE);
    for (let r = 0; r < 4; r++) {
      const less = at(slopes, r);
      const more = at(WORKED, r);
      put(up, r, more);
      put(slopes, r, (more - less) / (2 * WIDE));
      put(own, r, (more + less - 2 * at(HERE, r)) / (2 * WIDE * WIDE));
    }
    for (let other = 0; other < place; other++) {
      if (isStill && other == main) continue;
      workAt(other, WIDE);
      put(VOLUMES, other, at(FROM, other));
      const upOfOther = four(UP, other);
      for (let r = 0; r < 4; r++) {
        const alone = at(up, r) + at(upOfOther, r);
        const both = (at(WORKED, r) - alone + at(HERE, r)) / (WIDE * WIDE);
        put(pair(place, other), r, both);
        put(pair(other, place), r, both);
      }
    }
    put(VOLUMES, place, at(FROM, place));
  }
}

function squareOf(residuals: usize): f64 {
  let sum: f64 = 0;
  for (let r = 0; r < 4; r++) sum += at(residuals, r) * at(residuals, r);
  return sum;
}

function breach(): f64 {
  const sum = sumOf(VOLUMES);
  let breach = Math.max(0, leastTotal - sum) + Math.max(0, sum - mostTotalNow);
  let largest: f64 = 0;
  for (let place = 0; place < count; place++) {
    const volume = volumeAt(place);
    if (volume > largest) largest = volume;
    const over = volume - at(MOST_SHARES, place) * sum;
    if (over > 0) breach += over;
  }
  return breach + Math.max(0, leastLargest - largest) + Math.max(0, largest - mostLargest);
}

export function paintCostOf(pile: usize): f64 {
  return perUnit * sumOf(pile);
}

function cost(miss: f64): f64 {
  return miss + paintCostOf(VOLUMES) + BREACH * breach();
}

export function missOf(pile: usize): f64 {
  memory.copy(VOLUMES, pile, bytes());
  work(WORKED);
  return Math.sqrt(squareOf(WORKED));
}

export function costOf(pile: usize): f64 {
  return cost(missOf(pile));
}

function wayOf(place: i32, volume: f64): f64 {
  return 2 * (Math.sqrt(volume / (at(FROM, place) * size)) - 1);
}

function lookBeside(place: i32): void {
  const own = at(NOW, place);
  if (own == at(SEEN, place)) return;
  put(SEEN, place, own);
  const way = wayOf(place, own);
  put(WAY_NOW, place, way);
  for (let side = 0; side < 2; side++) {
    const volume = nextAt(place, own, <f64>(2 * side - 1));
    put(NEXT, 2 * place + side, volume);
    put(MOVES, 2 * place + side, wayOf(place, volume) - way);
  }
}

function lookAround(): void {
  for (let place = 0; place < count; place++) lookBeside(place);
  memory.copy(BASE, HERE, 32);
  for (let place = 0; place < count; place++) {
    const own = at(WAY_NOW, place);
    for (let r = 0; r < 4; r++) {
      const bend = own * at(pair(place, place), r);
      let before: f64 = 0;
      let after: f64 = 0;
      for (let other = 0; other < count; other++) {
        const both = at(WAY_NOW, other) * at(pair(place, other), r);
        if (other < place) before += both;
        else if (other > place) after += both;
      }
      const slope = at(four(SLOPES_FROM, place), r) + bend + before;
      put(four(SLOPES_NOW, place), r, slope + bend + after);
      put(BASE, r, at(BASE, r) + own * slope);
    }
  }
  memory.fill(MOVED_BY, 0, 64);
  memory.copy(VOLUMES, NOW, bytes());
}

/** @param limit - what costs as much is not better; not a number for what the pile now is guessed to cost. */
export function walk(ofSize: f64, mostMoved: i32, limit: f64): void {
  size = ofSize;
  for (let place = 0; place < count; place++) put(SEEN, place, f64.NaN);
  lookAround();
  least = isNaN(limit) ? cost(Math.sqrt(squareOf(BASE))) : limit;
  for (let step = 0; step < MOST_STEPS; step++) {
    const before = least;
    visit(0, mostMoved, at(BASE, 0), at(BASE, 1), at(BASE, 2), at(BASE, 3), sumOf(NOW));
    if (least == before) return;
    memory.copy(NOW, BEST_BESIDE, bytes());
    lookAround();
  }
}

function leave(): bool {
  const rest = total - (sumOf(VOLUMES) - volumeAt(main));
  put(NEXT, 2 * main, rest);
  put(MOVES, 2 * main, wayOf(main, rest) - at(WAY_NOW, main));
  return rest >= smallestAt(main) * ALMOST_ONE;
}

function weigh(miss: f64, paint: f64): void {
  if (miss + perUnit * paint >= least) return;
  const guessed = cost(miss);
  if (guessed >= least - NO_GAIN) return;
  least = guessed;
  memory.copy(BEST_BESIDE, VOLUMES, bytes());
}

function visit(depth: i32, left: i32, r0: f64, r1: f64, r2: f64, r3: f64, paint: f64): void {
  const last = count - 1;
  const from = left == 0 && depth < last ? (isRest ? last : count) : depth;
  if (from == count || (from == last && isMainStill)) {
    weigh(Math.sqrt(r0 * r0 + r1 * r1 + r2 * r2 + r3 * r3), paint);
    return;
  }
  const place = placeAt(from);
  const isLeft = isRest && from == last;
  if (isLeft && !leave()) return;
  if (!isLeft) visit(from + 1, left, r0, r1, r2, r3, paint);
  if (!isLeft && left == 0) return;
  const own = at(NOW, place);
  const slopes = four(SLOPES_NOW, place);
  const bend = pair(place, place);
  const end = isLeft ? 2 * place + 1 : 2 * place + 2;
  for (let step = 2 * place; step < end; step++) {
    const volume = at(NEXT, step);
    if (isNaN(volume)) continue;
    const d = at(MOVES, step);
    put(VOLUMES, place, volume);
    put(MOVED_BY, place, d);
    let s0 = at(slopes, 0) + d * at(bend, 0);
    let s1 = at(slopes, 1) + d * at(bend, 1);
    let s2 = at(slopes, 2) + d * at(bend, 2);
    let s3 = at(slopes, 3) + d * at(bend, 3);
    for (let before = 0; before < from; before++) {
      const other = placeAt(before);
      const e = at(MOVED_BY, other);
      if (e == 0) continue;
      const both = pair(place, other);
      s0 += e * at(both, 0);
      s1 += e * at(both, 1);
      s2 += e * at(both, 2);
      s3 += e * at(both, 3);
    }
    visit(from + 1, left - 1, r0 + d * s0, r1 + d * s1, r2 + d * s2, r3 + d * s3, paint + (volume - own));
  }
  put(VOLUMES, place, own);
  put(MOVED_BY, place, 0);
}
