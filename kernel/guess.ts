/**
 * What opaque piles beside a pile look like, guessed to second order: src/core/amounts/pileGuess, step for step. Tests hold
 * the two together. The pile that is tried lies at VOLUMES.
 */
import { writeResiduals } from "./aim";
import { add, addTimes, clear, copy, difference, HALF, squareOf, sumOfProducts, times } from "./fours";
import { ALMOST_ONE, nextAt, smallestAt } from "./ladder";
import {
  BASE,
  BEST_BESIDE,
  FROM,
  HERE,
  LAB,
  LEAST_LARGEST,
  LEAST_TOTAL,
  MOST_LARGEST,
  MOST_SHARES,
  MOST_TOTAL,
  MOVED_BY,
  MOVED_PLACES,
  MOVES,
  NEXT,
  NOW,
  PER_UNIT,
  PLACES,
  SEEN,
  SLOPES_FROM,
  SLOPES_NOW,
  SUMS,
  TURNED,
  TOGETHER,
  TOTAL,
  UP,
  VOLUMES,
  WAY_NOW,
  WORKED,
} from "./layout";
import { volumeAt, writeLab } from "./mixture";
import { at, copyRow, put } from "./rows";

export const NO_GAIN: f64 = 1e-9;
const BREACH: f64 = 1e6;
const WIDE: f64 = 0.25;
const MOST_STEPS: i32 = 24;

let palette: usize = 0;
let count: i32 = 0;
let main: i32 = 0;
let mostTotalNow: f64 = 0;
let total: f64 = 0;
let perUnit: f64 = 0;
let isRest: bool = false;
let isMainStill: bool = false;
let size: f64 = 1;
let least: f64 = 0;

export function beginGuess(ofPalette: usize, places: i32, mainPlace: i32): void {
  palette = ofPalette;
  count = places;
  main = mainPlace;
  total = load<f64>(TOTAL);
  perUnit = load<f64>(PER_UNIT);
  isRest = !isNaN(total);
}

/** The main place comes last. */
// @ts-ignore: decorator
@inline
function placeAt(depth: i32): i32 {
  return depth == count - 1 ? main : depth < main ? depth : depth + 1;
}

/** Where the four numbers of two places lie. */
// @ts-ignore: decorator
@inline
function pair(place: i32, other: i32): usize {
  return TOGETHER + (<usize>(place * PLACES + other) << 5);
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
  mostTotalNow = Math.max(load<f64>(MOST_TOTAL), sumOf(NOW));
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

function beginFrom(pile: usize): void {
  copyRow(FROM, pile, count);
  copyRow(VOLUMES, pile, count);
  work(HERE);
}

export function guessFrom(pile: usize): void {
  beginFrom(pile);
  for (let depth = 0; depth < count - 1; depth++) {
    const place = placeAt(depth);
    const slopes = four(SLOPES_FROM, place);
    const up = four(UP, place);
    const own = pair(place, place);
    workAt(place, -WIDE);
    copy(slopes, WORKED);
    workAt(place, WIDE);
    copy(up, WORKED);
    add(own, up, slopes);
    addTimes(own, own, -2, HERE);
    times(own, 1 / (2 * WIDE * WIDE), own);
    difference(slopes, up, slopes);
    times(slopes, 1 / (2 * WIDE), slopes);
    for (let before = 0; before < depth; before++) {
      const other = placeAt(before);
      workAt(other, WIDE);
      put(VOLUMES, other, at(FROM, other));
      const both = pair(place, other);
      difference(both, WORKED, up);
      difference(both, both, four(UP, other));
      add(both, both, HERE);
      times(both, 1 / (WIDE * WIDE), both);
      copy(pair(other, place), both);
    }
    put(VOLUMES, place, at(FROM, place));
  }
  learnOfMain();
}

export function guessFromLike(pile: usize): void {
  beginFrom(pile);
  for (let depth = 0; depth < count - 1; depth++) {
    const place = placeAt(depth);
    const slopes = four(SLOPES_FROM, place);
    workAt(place, WIDE);
    put(VOLUMES, place, at(FROM, place));
    difference(slopes, WORKED, HERE);
    times(slopes, 1 / WIDE, slopes);
    addTimes(slopes, slopes, -WIDE, pair(place, place));
  }
  learnOfMain();
}

function learnOfMain(): void {
  const slope = four(SLOPES_FROM, main);
  const bend = pair(main, main);
  clear(slope);
  clear(bend);
  for (let depth = 0; depth < count - 1; depth++) {
    const place = placeAt(depth);
    const own = four(SLOPES_FROM, place);
    const both = pair(place, main);
    difference(slope, slope, own);
    times(both, -2, pair(place, place));
    addTimes(both, both, -0.5, own);
    for (let beside = 0; beside < count - 1; beside++)
      if (beside != depth) difference(both, both, pair(place, placeAt(beside)));
    copy(pair(main, place), both);
    difference(bend, bend, both);
  }
  addTimes(bend, bend, -0.5, slope);
  times(bend, 0.5, bend);
}

function breach(): f64 {
  const sum = sumOf(VOLUMES);
  let breach = Math.max(0, load<f64>(LEAST_TOTAL) - sum) + Math.max(0, sum - mostTotalNow);
  let largest: f64 = 0;
  for (let place = 0; place < count; place++) {
    const volume = volumeAt(place);
    if (volume > largest) largest = volume;
    const over = volume - at(MOST_SHARES, place) * sum;
    if (over > 0) breach += over;
  }
  return (
    breach +
    Math.max(0, load<f64>(LEAST_LARGEST) - largest) +
    Math.max(0, largest - load<f64>(MOST_LARGEST))
  );
}

export function paintCostOf(pile: usize): f64 {
  return perUnit * sumOf(pile);
}

function cost(miss: f64): f64 {
  return miss + paintCostOf(VOLUMES) + BREACH * breach();
}

export function missOf(pile: usize): f64 {
  copyRow(VOLUMES, pile, count);
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
  if (isMainStill && place == main) return;
  for (let side = 0; side < 2; side++) {
    const volume = nextAt(place, own, <f64>(2 * side - 1));
    put(NEXT, 2 * place + side, volume);
    put(MOVES, 2 * place + side, wayOf(place, volume) - way);
  }
}

function lookAround(): void {
  for (let place = 0; place < count; place++) lookBeside(place);
  copy(BASE, HERE);
  for (let place = 0; place < count; place++) {
    const own = at(WAY_NOW, place);
    const slope = four(SLOPES_NOW, place);
    copy(slope, four(SLOPES_FROM, place));
    for (let other = 0; other < place; other++)
      addTimes(slope, slope, at(WAY_NOW, other), pair(place, other));
    addTimes(slope, slope, own, pair(place, place));
    addTimes(BASE, BASE, own, slope);
    addTimes(slope, slope, own, pair(place, place));
    for (let other = place + 1; other < count; other++)
      addTimes(slope, slope, at(WAY_NOW, other), pair(place, other));
  }
  copy(SUMS, BASE);
  copyRow(VOLUMES, NOW, count);
}

/** @param limit - what costs as much is not better. @returns what the pile where it ends is guessed to cost, or the limit. */
export function walk(ofSize: f64, mostMoved: i32, isStill: bool, limit: f64): f64 {
  size = ofSize;
  isMainStill = isStill;
  for (let place = 0; place < count; place++) put(SEEN, place, f64.NaN);
  lookAround();
  least = Math.min(cost(Math.sqrt(squareOf(BASE))), limit);
  for (let step = 0; step < MOST_STEPS; step++) {
    const before = least;
    if (ASC_FEATURE_SIMD && mostMoved == 2 && isStill && !isRest) visitPairs(sumOf(NOW));
    else visit(0, 0, mostMoved, sumOf(NOW));
    if (least == before) break;
    copyRow(NOW, BEST_BESIDE, count);
    lookAround();
  }
  return least;
}

function leave(): bool {
  const rest = total - (sumOf(VOLUMES) - volumeAt(main));
  put(NEXT, 2 * main, rest);
  put(MOVES, 2 * main, wayOf(main, rest) - at(WAY_NOW, main));
  return rest >= smallestAt(main) * ALMOST_ONE;
}

// @ts-ignore: decorator
@inline
function isWorthIt(square: f64, paint: f64): bool {
  const room = least - perUnit * paint;
  return room > 0 && square < room * room;
}

function weigh(moved: i32, paint: f64): void {
  const square = squareOf(four(SUMS, moved));
  // Most are left here.
  if (isWorthIt(square, paint)) keepIfBetter(square);
}

/** The pile that is tried, with so large a square of its residuals. */
function keepIfBetter(square: f64): void {
  const guessed = cost(Math.sqrt(square));
  if (guessed >= least - NO_GAIN) return;
  least = guessed;
  copyRow(BEST_BESIDE, VOLUMES, count);
}

/** Residuals after one move more: this place by `d`. */
function writeMoved(moved: i32, place: i32, d: f64): void {
  const to = four(SUMS, moved + 1);
  addTimes(to, four(SLOPES_NOW, place), d, pair(place, place));
  for (let before = 0; before < moved; before++)
    addTimes(to, to, at(MOVED_BY, before), pair(place, <i32>at(MOVED_PLACES, before)));
  addTimes(to, four(SUMS, moved), d, to);
  put(MOVED_BY, moved, d);
  put(MOVED_PLACES, moved, place);
}

/** One place moved and two, as `visit` goes through them, without its detours. */
function visitPairs(paint: f64): void {
  const others = count - 1;
  const low = v128.load(SUMS);
  const high = v128.load(SUMS, HALF);
  const square = squareOfHalves(low, high);
  if (isWorthIt(square, paint)) keepIfBetter(square);
  for (let depth = others - 1; depth >= 0; depth--) {
    const place = placeAt(depth);
    const own = at(NOW, place);
    const slope = four(SLOPES_NOW, place);
    const bend = pair(place, place);
    for (let step = 2 * place; step < 2 * place + 2; step++) {
      const volume = at(NEXT, step);
      if (isNaN(volume)) continue;
      const d = at(MOVES, step);
      const by = f64x2.splat(d);
      const turnedLow = f64x2.add(v128.load(slope), f64x2.mul(by, v128.load(bend)));
      const turnedHigh = f64x2.add(v128.load(slope, HALF), f64x2.mul(by, v128.load(bend, HALF)));
      const turned = four(TURNED, step);
      v128.store(turned, turnedLow);
      v128.store(turned, turnedHigh, HALF);
      const movedLow = f64x2.add(low, f64x2.mul(by, turnedLow));
      const movedHigh = f64x2.add(high, f64x2.mul(by, turnedHigh));
      const more = paint + (volume - own);
      put(VOLUMES, place, volume);
      const square = squareOfHalves(movedLow, movedHigh);
      if (isWorthIt(square, more)) keepIfBetter(square);
      for (let beside = others - 1; beside > depth; beside--) {
        const other = placeAt(beside);
        const both = pair(other, place);
        const bothLow = f64x2.mul(by, v128.load(both));
        const bothHigh = f64x2.mul(by, v128.load(both, HALF));
        const before = at(NOW, other);
        for (let otherStep = 2 * other; otherStep < 2 * other + 2; otherStep++) {
          const otherVolume = at(NEXT, otherStep);
          if (isNaN(otherVolume)) continue;
          const e = f64x2.splat(at(MOVES, otherStep));
          const otherTurned = four(TURNED, otherStep);
          const toLow = f64x2.add(v128.load(otherTurned), bothLow);
          const toHigh = f64x2.add(v128.load(otherTurned, HALF), bothHigh);
          const square = squareOfHalves(
            f64x2.add(movedLow, f64x2.mul(e, toLow)),
            f64x2.add(movedHigh, f64x2.mul(e, toHigh)),
          );
          if (!isWorthIt(square, more + (otherVolume - before))) continue;
          put(VOLUMES, other, otherVolume);
          keepIfBetter(square);
          put(VOLUMES, other, before);
        }
      }
    }
    put(VOLUMES, place, own);
  }
}

// @ts-ignore: decorator
@inline
function squareOfHalves(low: v128, high: v128): f64 {
  return sumOfProducts(low, low, high, high);
}

/** Every combination of moves. @param depth - of the next place. @param moved - so many places were moved. */
function visit(depth: i32, moved: i32, mostMoved: i32, paint: f64): void {
  const last = count - 1;
  const from = moved == mostMoved && depth < last ? (isRest ? last : count) : depth;
  if (from == count || (from == last && isMainStill)) {
    weigh(moved, paint);
    return;
  }
  const place = placeAt(from);
  const isLeft = isRest && from == last;
  if (isLeft) {
    if (!leave()) return;
  } else {
    visit(from + 1, moved, mostMoved, paint);
    if (moved == mostMoved) return;
  }
  const own = at(NOW, place);
  const end = isLeft ? 2 * place + 1 : 2 * place + 2;
  for (let step = 2 * place; step < end; step++) {
    const volume = at(NEXT, step);
    if (isNaN(volume)) continue;
    put(VOLUMES, place, volume);
    writeMoved(moved, place, at(MOVES, step));
    visit(from + 1, moved + 1, mostMoved, paint + (volume - own));
  }
  put(VOLUMES, place, own);
}
