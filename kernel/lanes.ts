/**
 * The loops over bands. With SIMD two bands go at a time; without it the even bands go first and the odd ones after them,
 * so that every sum is made in the same order and both give the same bits.
 */
import { HALF_ROW, K_MIX, OF_K, OF_S, ROW, S_MIX } from "./layout";

const STEP: usize = 16;
const LANE: usize = 8;
const SINGLE: usize = 4;

/** Of two bands, one tube after the other. */
// @ts-ignore: decorator
@inline
function sumOfFour(
  one: usize,
  v1: v128,
  two: usize,
  v2: v128,
  three: usize,
  v3: v128,
  four: usize,
  v4: v128,
): v128 {
  const sum = f64x2.add(f64x2.mul(v1, v128.load(one)), f64x2.mul(v2, v128.load(two)));
  return f64x2.add(f64x2.add(sum, f64x2.mul(v3, v128.load(three))), f64x2.mul(v4, v128.load(four)));
}

/**
 * Writes v K of up to four tubes, one after the other, to K_MIX and v S to S_MIX. Of a tube less its volume is 0.
 *
 * @param one, two, three, four - where their rows of K lie, with those of S behind.
 */
export function beginBlend(
  one: usize,
  v1: f64,
  two: usize,
  v2: f64,
  three: usize,
  v3: f64,
  four: usize,
  v4: f64,
): void {
  if (ASC_FEATURE_SIMD) {
    const w1 = f64x2.splat(v1);
    const w2 = f64x2.splat(v2);
    const w3 = f64x2.splat(v3);
    const w4 = f64x2.splat(v4);
    for (let at: usize = 0; at < ROW; at += STEP) {
      const own = at + ROW;
      v128.store(at, sumOfFour(one + at, w1, two + at, w2, three + at, w3, four + at, w4), K_MIX);
      v128.store(at, sumOfFour(one + own, w1, two + own, w2, three + own, w3, four + own, w4), S_MIX);
    }
  } else {
    for (let at: usize = 0; at < 2 * ROW; at += LANE) {
      const sum = v1 * load<f64>(one + at) + v2 * load<f64>(two + at) + v3 * load<f64>(three + at);
      store<f64>(at, sum + v4 * load<f64>(four + at), K_MIX);
    }
  }
}

/** Adds two tubes more. */
export function goOnBlending(one: usize, v1: f64, two: usize, v2: f64): void {
  if (ASC_FEATURE_SIMD) {
    const w1 = f64x2.splat(v1);
    const w2 = f64x2.splat(v2);
    for (let at: usize = 0; at < 2 * ROW; at += STEP) {
      const sum = f64x2.add(v128.load(at, K_MIX), f64x2.mul(w1, v128.load(one + at)));
      v128.store(at, f64x2.add(sum, f64x2.mul(w2, v128.load(two + at))), K_MIX);
    }
  } else {
    for (let at: usize = 0; at < 2 * ROW; at += LANE) {
      const sum = load<f64>(at, K_MIX) + v1 * load<f64>(one + at);
      store<f64>(at, sum + v2 * load<f64>(two + at), K_MIX);
    }
  }
}

/** Sums over the bands. */
export let sumX: f64 = 0;
export let sumY: f64 = 0;
export let sumZ: f64 = 0;

/**
 * Sums of the weights times r = S / (d - k2 S), d = S + K + √(K (K + 2 S)): what is seen is k1 + (1 - k1)(1 - k2) r.
 *
 * @param weights - where the three rows of weights lie.
 */
export function sumSeen(weights: usize, k2: f64): void {
  if (ASC_FEATURE_SIMD) {
    const held = f64x2.splat(k2);
    let x = f64x2.splat(0);
    let y = f64x2.splat(0);
    let z = f64x2.splat(0);
    for (let at: usize = 0; at < ROW; at += STEP) {
      const k = v128.load(K_MIX + at);
      const s = v128.load(S_MIX + at);
      const root = f64x2.sqrt(f64x2.mul(k, f64x2.add(k, f64x2.add(s, s))));
      const r = f64x2.div(s, f64x2.sub(f64x2.add(f64x2.add(s, k), root), f64x2.mul(held, s)));
      x = f64x2.add(x, f64x2.mul(r, v128.load(weights + at)));
      y = f64x2.add(y, f64x2.mul(r, v128.load(weights + ROW + at)));
      z = f64x2.add(z, f64x2.mul(r, v128.load(weights + 2 * ROW + at)));
    }
    sumX = both(x);
    sumY = both(y);
    sumZ = both(z);
  } else {
    let first: bool = true;
    for (let lane: usize = 0; lane < STEP; lane += LANE) {
      let x: f64 = 0;
      let y: f64 = 0;
      let z: f64 = 0;
      for (let at = lane; at < ROW; at += STEP) {
        const k = load<f64>(K_MIX + at);
        const s = load<f64>(S_MIX + at);
        const root = sqrt<f64>(k * (k + (s + s)));
        const r = s / (s + k + root - k2 * s);
        x += r * load<f64>(weights + at);
        y += r * load<f64>(weights + ROW + at);
        z += r * load<f64>(weights + 2 * ROW + at);
      }
      keep(first, x, y, z);
      first = false;
    }
  }
}

/** Of up to four tubes, blended on the way: the same bits as one after the other. */
export function sumSeenOfFour(
  weights: usize,
  k2: f64,
  one: usize,
  v1: f64,
  two: usize,
  v2: f64,
  three: usize,
  v3: f64,
  four: usize,
  v4: f64,
): void {
  if (ASC_FEATURE_SIMD) {
    const held = f64x2.splat(k2);
    const w1 = f64x2.splat(v1);
    const w2 = f64x2.splat(v2);
    const w3 = f64x2.splat(v3);
    const w4 = f64x2.splat(v4);
    let x = f64x2.splat(0);
    let y = f64x2.splat(0);
    let z = f64x2.splat(0);
    for (let at: usize = 0; at < ROW; at += STEP) {
      const k = sumOfFour(one + at, w1, two + at, w2, three + at, w3, four + at, w4);
      const own = at + ROW;
      const s = sumOfFour(one + own, w1, two + own, w2, three + own, w3, four + own, w4);
      const root = f64x2.sqrt(f64x2.mul(k, f64x2.add(k, f64x2.add(s, s))));
      const r = f64x2.div(s, f64x2.sub(f64x2.add(f64x2.add(s, k), root), f64x2.mul(held, s)));
      x = f64x2.add(x, f64x2.mul(r, v128.load(weights + at)));
      y = f64x2.add(y, f64x2.mul(r, v128.load(weights + at, ROW)));
      z = f64x2.add(z, f64x2.mul(r, v128.load(weights + at, 2 * ROW)));
    }
    sumX = both(x);
    sumY = both(y);
    sumZ = both(z);
  } else {
    beginBlend(one, v1, two, v2, three, v3, four, v4);
    sumSeen(weights, k2);
  }
}

/**
 * The same, and for each band, in single precision, what a change of a tube's volume does: dr = -(OF_K K_i - OF_S S_i) for one volume of tube i,
 *
 *   OF_K = c S, OF_S = c K, c = d / ((d - k2 S)² √(K (K + 2 S)))
 */
export function sumSeenWithSlopes(weights: usize, k2: f64): void {
  if (ASC_FEATURE_SIMD) {
    const held = f64x2.splat(k2);
    const one = f64x2.splat(1);
    const least = f64x2.splat(SMALLEST_K_OVER_S);
    let x = f64x2.splat(0);
    let y = f64x2.splat(0);
    let z = f64x2.splat(0);
    for (let at: usize = 0; at < ROW; at += STEP) {
      const s = v128.load(S_MIX + at);
      const k = f64x2.pmax(v128.load(K_MIX + at), f64x2.mul(least, s));
      const root = f64x2.sqrt(f64x2.mul(k, f64x2.add(k, f64x2.add(s, s))));
      const d = f64x2.add(f64x2.add(s, k), root);
      const left = f64x2.sub(d, f64x2.mul(held, s));
      const share = f64x2.div(one, f64x2.mul(left, root));
      const gap = f64x2.mul(share, root);
      const r = f64x2.mul(s, gap);
      x = f64x2.add(x, f64x2.mul(r, v128.load(weights + at)));
      y = f64x2.add(y, f64x2.mul(r, v128.load(weights + ROW + at)));
      z = f64x2.add(z, f64x2.mul(r, v128.load(weights + 2 * ROW + at)));
      const c = f64x2.mul(f64x2.mul(d, gap), share);
      v128.store64_lane(at >> 1, f32x4.demote_f64x2_zero(f64x2.mul(c, s)), 0, OF_K);
      v128.store64_lane(at >> 1, f32x4.demote_f64x2_zero(f64x2.mul(c, k)), 0, OF_S);
    }
    sumX = both(x);
    sumY = both(y);
    sumZ = both(z);
  } else {
    let first: bool = true;
    for (let lane: usize = 0; lane < STEP; lane += LANE) {
      let x: f64 = 0;
      let y: f64 = 0;
      let z: f64 = 0;
      for (let at = lane; at < ROW; at += STEP) {
        const s = load<f64>(S_MIX + at);
        const own = load<f64>(K_MIX + at);
        const smallest = SMALLEST_K_OVER_S * s;
        const k = own < smallest ? smallest : own;
        const root = sqrt<f64>(k * (k + (s + s)));
        const d = s + k + root;
        const share = 1 / ((d - k2 * s) * root);
        const gap = share * root;
        const r = s * gap;
        x += r * load<f64>(weights + at);
        y += r * load<f64>(weights + ROW + at);
        z += r * load<f64>(weights + 2 * ROW + at);
        const c = d * gap * share;
        store<f32>(at >> 1, <f32>(c * s), OF_K);
        store<f32>(at >> 1, <f32>(c * k), OF_S);
      }
      keep(first, x, y, z);
      first = false;
    }
  }
}

/**
 * Sums of the weights times OF_K K_i - OF_S S_i of one tube, in single precision: slopes only say where to go next, and where
 * that leads is worked out in double.
 *
 * @param weights, paint - of the weights and of the tube the rows in single precision.
 */
export function sumMoved(weights: usize, paint: usize): void {
  if (ASC_FEATURE_SIMD) {
    let x = f32x4.splat(0);
    let y = f32x4.splat(0);
    let z = f32x4.splat(0);
    for (let at: usize = 0; at < HALF_ROW; at += STEP) {
      const moved = f32x4.sub(
        f32x4.mul(v128.load(at, OF_K), v128.load(paint + at)),
        f32x4.mul(v128.load(at, OF_S), v128.load(paint + at, HALF_ROW)),
      );
      x = f32x4.add(x, f32x4.mul(moved, v128.load(weights + at)));
      y = f32x4.add(y, f32x4.mul(moved, v128.load(weights + at, HALF_ROW)));
      z = f32x4.add(z, f32x4.mul(moved, v128.load(weights + at, 2 * HALF_ROW)));
    }
    sumX = allFour(x);
    sumY = allFour(y);
    sumZ = allFour(z);
  } else {
    for (let lane: usize = 0; lane < LANE; lane += SINGLE) {
      sumMovedFrom(weights, paint, lane);
      const x = oneX;
      const y = oneY;
      const z = oneZ;
      sumMovedFrom(weights, paint, lane + LANE);
      keep(lane == 0, <f64>(x + oneX), <f64>(y + oneY), <f64>(z + oneZ));
    }
  }
}

/** Of every fourth band. */
let oneX: f32 = 0;
let oneY: f32 = 0;
let oneZ: f32 = 0;

function sumMovedFrom(weights: usize, paint: usize, lane: usize): void {
  oneX = 0;
  oneY = 0;
  oneZ = 0;
  for (let at = lane; at < HALF_ROW; at += STEP) {
    const moved =
      load<f32>(at, OF_K) * load<f32>(paint + at) - load<f32>(at, OF_S) * load<f32>(paint + at, HALF_ROW);
    oneX += moved * load<f32>(weights + at);
    oneY += moved * load<f32>(weights + at, HALF_ROW);
    oneZ += moved * load<f32>(weights + at, 2 * HALF_ROW);
  }
}

/** Keeps dR/dq finite where a paint absorbs nothing; far below any K/S of a real paint. */
const SMALLEST_K_OVER_S: f64 = 1e-12;

// @ts-ignore: decorator
@inline
function both(lanes: v128): f64 {
  return f64x2.extract_lane(lanes, 0) + f64x2.extract_lane(lanes, 1);
}

/** The third on the first and the fourth on the second, then the two in double. */
// @ts-ignore: decorator
@inline
function allFour(lanes: v128): f64 {
  const behind = v128.shuffle<f64>(lanes, lanes, 1, 1);
  return both(f64x2.promote_low_f32x4(f32x4.add(lanes, behind)));
}

/** The sum of the even bands, then that of the odd ones on it; of slopes those of every second of four. */
function keep(isFirst: bool, x: f64, y: f64, z: f64): void {
  sumX = isFirst ? x : sumX + x;
  sumY = isFirst ? y : sumY + y;
  sumZ = isFirst ? z : sumZ + z;
}
