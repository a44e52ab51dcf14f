/** The amounts that a measure can lay down: src/core/amounts/ladder. Each place of a pile has its own. */
import { LADDER, LADDERS } from "./layout";

export const ALMOST_ONE: f64 = 1 - 1e-9;

// @ts-ignore: decorator
@inline
function ladderOf(place: i32): usize {
  return LADDERS + <usize>place * LADDER;
}

export function smallestAt(place: i32): f64 {
  return load<f64>(ladderOf(place));
}

function stepAt(place: i32, volume: f64): f64 {
  const ladder = ladderOf(place);
  const rungs = <usize>load<f64>(ladder + 8);
  let step = f64.NaN;
  for (let rung = ladder + 16; rung < ladder + 16 + (rungs << 4); rung += 16)
    if (volume >= load<f64>(rung)) step = load<f64>(rung + 8);
  return step;
}

export function roundAt(place: i32, volume: f64): f64 {
  const step = stepAt(place, volume);
  return Math.max(smallestAt(place), Math.round(volume / step) * step);
}

export function nextAt(place: i32, volume: f64, direction: f64): f64 {
  const next = volume + direction * stepAt(place, volume);
  return next < smallestAt(place) * ALMOST_ONE ? f64.NaN : roundAt(place, next);
}
