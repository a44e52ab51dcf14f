/**
 * The nearest of each of many sets of colours by a quadratic form: src/core/color/localMetric, step for step. Colours lie in
 * pairs of 32-bit floats, L*, L*, a*, a*, b*, b*; an odd set ends with its last colour twice.
 */
import { METRIC_OF_SEARCH, NEAREST } from "./layout";

const PAIR: usize = 24;

/** To NEAREST of each set the squared distance, then the place. @param from - where the colours lie, so many pairs of each set. */
export function nearestOfEach(sets: i32, pairs: i32, from: usize): void {
  let at = from;
  for (let set = 0; set < sets; set++) {
    tell(NEAREST + (<usize>set << 4), at, pairs);
    at += <usize>pairs * PAIR;
  }
}

function tell(to: usize, from: usize, pairs: i32): void {
  if (ASC_FEATURE_SIMD) {
    let least = f64x2.splat(Infinity);
    let nearest = f64x2.splat(0);
    let places = f64x2(0, 1);
    const light = v128.load64_splat(METRIC_OF_SEARCH, 24);
    for (let at = from; at < from + <usize>pairs * PAIR; at += PAIR) {
      const dl = f64x2.mul(difference(at, 0), light);
      const da = difference(at, 8);
      const db = difference(at, 16);
      const along = form(da, db, 32);
      const across = form(da, db, 48);
      const square = f64x2.add(
        f64x2.add(f64x2.mul(dl, dl), f64x2.mul(along, along)),
        f64x2.mul(across, across),
      );
      const isNearer = f64x2.lt(square, least);
      least = v128.bitselect(square, least, isNearer);
      nearest = v128.bitselect(places, nearest, isNearer);
      places = f64x2.add(places, f64x2.splat(2));
    }
    const even = f64x2.extract_lane(least, 0);
    const odd = f64x2.extract_lane(least, 1);
    const evenPlace = f64x2.extract_lane(nearest, 0);
    const oddPlace = f64x2.extract_lane(nearest, 1);
    const isOdd = odd < even || (odd == even && oddPlace < evenPlace);
    store<f64>(to, isOdd ? odd : even);
    store<f64>(to, isOdd ? oddPlace : evenPlace, 8);
  } else {
    let least: f64 = Infinity;
    let nearest = 0;
    for (let place = 0; place < 2 * pairs; place++) {
      const square = squareAt(from + <usize>(place >> 1) * PAIR + (<usize>(place & 1) << 2));
      if (square >= least) continue;
      least = square;
      nearest = place;
    }
    store<f64>(to, least);
    store<f64>(to, nearest, 8);
  }
}

// @ts-ignore: decorator
@inline
function metric(at: usize): f64 {
  return load<f64>(METRIC_OF_SEARCH + at);
}

/** Of two colours the difference from the target along an axis, whose first number lies at `axis`. */
// @ts-ignore: decorator
@inline
function difference(at: usize, axis: usize): v128 {
  return f64x2.sub(
    f64x2.promote_low_f32x4(v128.load64_zero(at + axis)),
    v128.load64_splat(METRIC_OF_SEARCH + axis),
  );
}

// @ts-ignore: decorator
@inline
function form(da: v128, db: v128, weights: usize): v128 {
  return f64x2.add(
    f64x2.mul(da, v128.load64_splat(METRIC_OF_SEARCH + weights)),
    f64x2.mul(db, v128.load64_splat(METRIC_OF_SEARCH + weights, 8)),
  );
}

function squareAt(at: usize): f64 {
  const dl = (load<f32>(at) - metric(0)) * metric(24);
  const da = load<f32>(at, 8) - metric(8);
  const db = load<f32>(at, 16) - metric(16);
  const along = metric(32) * da + metric(40) * db;
  const across = metric(48) * da + metric(56) * db;
  return dl * dl + along * along + across * across;
}
