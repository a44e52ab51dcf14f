/**
 * Rows of four numbers: residuals of a colour, and what moves them. With SIMD two numbers go at a time; sums are made in the
 * same order without it, so that both give the same bits. All arguments but factors are places in memory.
 */
import { copyRow } from "./rows";
import { both } from "./sums";

/** Where the second two of four numbers lie. */
export const HALF: usize = 16;

// @ts-ignore: decorator
@inline
export function copy(to: usize, from: usize): void {
  if (ASC_FEATURE_SIMD) {
    const low = v128.load(from);
    const high = v128.load(from, HALF);
    v128.store(to, low);
    v128.store(to, high, HALF);
  } else {
    copyRow(to, from, 4);
  }
}

// @ts-ignore: decorator
@inline
export function clear(row: usize): void {
  for (let at: usize = 0; at < 2 * HALF; at += 8) store<f64>(row + at, 0);
}

/** one + factor · other. */
// @ts-ignore: decorator
@inline
export function addTimes(to: usize, one: usize, factor: f64, other: usize): void {
  if (ASC_FEATURE_SIMD) {
    const both = f64x2.splat(factor);
    const low = f64x2.add(v128.load(one), f64x2.mul(both, v128.load(other)));
    const high = f64x2.add(v128.load(one, HALF), f64x2.mul(both, v128.load(other, HALF)));
    v128.store(to, low);
    v128.store(to, high, HALF);
  } else {
    for (let at: usize = 0; at < 2 * HALF; at += 8)
      store<f64>(to + at, load<f64>(one + at) + factor * load<f64>(other + at));
  }
}

// @ts-ignore: decorator
@inline
export function times(to: usize, factor: f64, row: usize): void {
  for (let at: usize = 0; at < 2 * HALF; at += 8) store<f64>(to + at, factor * load<f64>(row + at));
}

// @ts-ignore: decorator
@inline
export function add(to: usize, one: usize, other: usize): void {
  addTimes(to, one, 1, other);
}

// @ts-ignore: decorator
@inline
export function difference(to: usize, one: usize, other: usize): void {
  addTimes(to, one, -1, other);
}

// @ts-ignore: decorator
@inline
export function inner(one: usize, other: usize): f64 {
  if (ASC_FEATURE_SIMD) {
    return sumOfProducts(v128.load(one), v128.load(other), v128.load(one, HALF), v128.load(other, HALF));
  }
  const even = load<f64>(one) * load<f64>(other) + load<f64>(one, 16) * load<f64>(other, 16);
  return even + (load<f64>(one, 8) * load<f64>(other, 8) + load<f64>(one, 24) * load<f64>(other, 24));
}

// @ts-ignore: decorator
@inline
export function squareOf(row: usize): f64 {
  return inner(row, row);
}

/** Of four numbers with four others, two in each register. */
// @ts-ignore: decorator
@inline
export function sumOfProducts(low: v128, otherLow: v128, high: v128, otherHigh: v128): f64 {
  return both(f64x2.add(f64x2.mul(low, otherLow), f64x2.mul(high, otherHigh)));
}
