/**
 * The best pile beside a pile: src/core/amounts/besidePile for opaque paint, step for step. Tests hold the two together.
 * What the first places of a pile hold is kept, so that a pile that differs in the last one alone is blended from there.
 */
import { distance } from "./aim";
import { beginBlend, goOnBlending } from "./lanes";
import {
  AIM,
  BEFORE,
  BEST,
  K_MIX,
  LAB,
  LOCAL_METRIC,
  MOST_SHARES,
  MOVES,
  NOW,
  OUTLOOK,
  PARTIAL,
  ROW,
  SLOPES,
  STEPS,
  VOLUMES,
  WAYS,
} from "./layout";
import { rowsOfK, rowsOfS, tubeAt, volumeAt, writeLabAndSlopes, writeLabOfBlend } from "./mixture";
import { at, put } from "./rows";

const GUESS_WRONG: f64 = 0.25;
const GUESS_WRONG_OF_WAY: f64 = 0.4;
const NO_GAIN: f64 = 1e-9;

let palette: usize = 0;
let count: i32 = 0;
let least: f64 = 0;
let most: f64 = 0;
let leastInAll: f64 = 0;
let mostInAll: f64 = 0;
let perUnit: f64 = 0;
let costNow: f64 = 0;
let costOfBest: f64 = 0;
let away: f64 = 0;
/** So many of the first places are blended as they are. */
let blended: i32 = 0;

/** A row of the blend of the first places; that of all of them lies where the mixture is. */
// @ts-ignore: decorator
@inline
function blendOf(places: i32): usize {
  return places == count ? K_MIX : PARTIAL + <usize>places * (2 * ROW);
}

function move(place: i32, volume: f64): void {
  put(VOLUMES, place, volume);
  if (blended > place) blended = place;
}

/**
 * Looks around the pile at NOW, by its STEPS, their WAYS and the pile BEFORE, within MOST_SHARES, towards AIM; the best pile
 * is left in BEST.
 *
 * @returns what it costs, or `cost` where none costs less.
 */
export function bestBeside(
  ofPalette: usize,
  places: i32,
  mostMoved: i32,
  cost: f64,
  leastLargest: f64,
  mostLargest: f64,
  leastTotal: f64,
  mostTotal: f64,
  deltaEPerUnit: f64,
): f64 {
  palette = ofPalette;
  count = places;
  least = leastLargest;
  most = mostLargest;
  leastInAll = leastTotal;
  mostInAll = mostTotal;
  perUnit = deltaEPerUnit;
  costNow = cost;
  costOfBest = cost;
  memory.copy(VOLUMES, NOW, 8 * <usize>count);
  lookAhead();
  blended = 0;
  visit(0, mostMoved < count, mostMoved, 0, 0, 0, 0, false);
  return costOfBest;
}

/** Writes a difference of two colours as differences of value, chroma and hue near the aim. */
function writeAxes(out: usize, l: f64, a: f64, b: f64): void {
  store<f64>(out, at(LOCAL_METRIC, 0) * l);
  store<f64>(out + 8, at(LOCAL_METRIC, 1) * a + at(LOCAL_METRIC, 2) * b);
  store<f64>(out + 16, at(LOCAL_METRIC, 3) * a + at(LOCAL_METRIC, 4) * b);
}

/** Where the pile lies from the aim, and how each step moves it. */
function lookAhead(): void {
  writeLabAndSlopes(palette, count);
  writeAxes(OUTLOOK, at(LAB, 0) - at(AIM, 0), at(LAB, 1) - at(AIM, 1), at(LAB, 2) - at(AIM, 2));
  const l = at(OUTLOOK, 0);
  const c = at(OUTLOOK, 1);
  const h = at(OUTLOOK, 2);
  away = Math.sqrt(l * l + c * c + h * h);
  for (let place = 0; place < count; place++) {
    const volume = at(NOW, place);
    const slopes = 3 * place;
    const down = MOVES + <usize>place * 48;
    const up = down + 24;
    writeAxes(
      up,
      volume * at(SLOPES, slopes),
      volume * at(SLOPES, slopes + 1),
      volume * at(SLOPES, slopes + 2),
    );
    for (let axis = 0; axis < 3; axis++) {
      const moved = at(up, axis);
      put(down, axis, at(WAYS, 2 * place) * moved);
      put(up, axis, at(WAYS, 2 * place + 1) * moved);
    }
  }
}

function canBe(): bool {
  let largest: f64 = 0;
  let whole: f64 = 0;
  for (let place = 0; place < count; place++) {
    const volume = volumeAt(place);
    whole += volume;
    if (volume > largest) largest = volume;
  }
  if (largest < least || largest > most) return false;
  for (let place = 0; place < count; place++)
    if (volumeAt(place) > at(MOST_SHARES, place) * whole) return false;
  return true;
}

// @ts-ignore: decorator
@inline
function wasThere(place: i32): bool {
  const volume = volumeAt(place);
  const first = 3 * place;
  return at(BEFORE, first) == volume || at(BEFORE, first + 1) == volume || at(BEFORE, first + 2) == volume;
}

function areRestThere(from: i32): bool {
  for (let place = from; place < count; place++) if (!wasThere(place)) return false;
  return true;
}

function cost(total: f64): f64 {
  const k = rowsOfK(palette);
  const s = rowsOfS(palette);
  for (let place = blended; place < count; place++) {
    const row = tubeAt(place) * ROW;
    const to = blendOf(place + 1);
    if (place == 0) beginBlend(to, k + row, s + row, volumeAt(0));
    else goOnBlending(to, blendOf(place), k + row, s + row, volumeAt(place));
  }
  blended = count - 1;
  writeLabOfBlend(palette, count);
  return distance() + perUnit * total;
}

function paint(): f64 {
  let sum: f64 = 0;
  for (let place = 0; place < count; place++) sum += volumeAt(place);
  return sum;
}

function weigh(light: f64, chroma: f64, hue: f64, added: f64): void {
  const l = at(OUTLOOK, 0) + light;
  const c = at(OUTLOOK, 1) + chroma;
  const h = at(OUTLOOK, 2) + hue;
  const guess = costNow + Math.sqrt(l * l + c * c + h * h) - away + perUnit * added;
  const way = Math.sqrt(light * light + chroma * chroma + hue * hue);
  if (guess - GUESS_WRONG - GUESS_WRONG_OF_WAY * way >= costOfBest) return;
  // Asked of the whole move alone: what one amount takes away another may give back.
  const total = paint();
  if (total < leastInAll || total > mostInAll) return;
  const weighed = cost(total);
  if (weighed >= costOfBest - NO_GAIN) return;
  costOfBest = weighed;
  memory.copy(BEST, VOLUMES, 8 * <usize>count);
}

function visit(
  place: i32,
  isNew: bool,
  mostMoved: i32,
  light: f64,
  chroma: f64,
  hue: f64,
  added: f64,
  isMoved: bool,
): void {
  if (place == count || mostMoved == 0) {
    if (isMoved && (isNew || !areRestThere(place))) weigh(light, chroma, hue, added);
    return;
  }
  const own = at(NOW, place);
  visit(place + 1, isNew || !wasThere(place), mostMoved, light, chroma, hue, added, isMoved);
  for (let step = 2 * place; step < 2 * place + 2; step++) {
    const next = at(STEPS, step);
    if (isNaN(next)) continue;
    move(place, next);
    if (!canBe()) continue;
    const moves = MOVES + <usize>step * 24;
    visit(
      place + 1,
      isNew || !wasThere(place),
      mostMoved - 1,
      light + at(moves, 0),
      chroma + at(moves, 1),
      hue + at(moves, 2),
      added + next - own,
      true,
    );
  }
  move(place, own);
}
