/** The first few piles of what is offered, by what they cost: src/core/amounts/ranking. */
import { PLACES } from "./layout";

const COSTS: usize = 24;
const ROWS: usize = COSTS + 64;
const ROW_OF_PILE: usize = <usize>PLACES * 8;

export function begin(ranking: usize, room: i32, limit: f64): void {
  store<i32>(ranking, room);
  store<i32>(ranking + 8, 0);
  store<f64>(ranking + 16, limit);
}

// @ts-ignore: decorator
@inline
export function countOf(ranking: usize): i32 {
  return load<i32>(ranking + 8);
}

// @ts-ignore: decorator
@inline
export function costAt(ranking: usize, place: i32): f64 {
  return load<f64>(ranking + COSTS + (<usize>place << 3));
}

// @ts-ignore: decorator
@inline
export function pileAt(ranking: usize, place: i32): usize {
  return ranking + ROWS + <usize>place * ROW_OF_PILE;
}

// @ts-ignore: decorator
@inline
export function worstOf(ranking: usize): f64 {
  const count = countOf(ranking);
  return count < load<i32>(ranking) ? load<f64>(ranking + 16) : costAt(ranking, count - 1);
}

export function offer(ranking: usize, cost: f64, pile: usize): void {
  if (!(cost < worstOf(ranking))) return;
  const count = countOf(ranking);
  let place = count - 1;
  if (count < load<i32>(ranking)) {
    place = count;
    store<i32>(ranking + 8, count + 1);
  }
  for (; place > 0 && costAt(ranking, place - 1) > cost; place--) {
    store<f64>(ranking + COSTS + (<usize>place << 3), costAt(ranking, place - 1));
    memory.copy(pileAt(ranking, place), pileAt(ranking, place - 1), ROW_OF_PILE);
  }
  store<f64>(ranking + COSTS + (<usize>place << 3), cost);
  memory.copy(pileAt(ranking, place), pile, ROW_OF_PILE);
}
