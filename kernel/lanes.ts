/**
 * The loops over bands. With SIMD two bands go at a time; without it the even bands go first and the odd ones after them,
 * so that every sum is made in the same order and both give the same bits.
 */
import { K_MIX, OF_K, OF_S, ROOTS, ROW, S_MIX } from "./layout";
import { both, keep, setSums, SMALLEST_ROOT_OVER_S } from "./sums";

const STEP: usize = 16;
const LANE: usize = 8;

/** Of two bands, one tube after the other. */
// @ts-ignore: decorator
@inline
function sumOfFour(
  v1: v128,
  one: v128,
  v2: v128,
  two: v128,
  v3: v128,
  three: v128,
  v4: v128,
  four: v128,
): v128 {
  const sum = f64x2.add(f64x2.mul(v1, one), f64x2.mul(v2, two));
  return f64x2.add(f64x2.add(sum, f64x2.mul(v3, three)), f64x2.mul(v4, four));
}

// @ts-ignore: decorator
@inline
function rootOf(k: v128, s: v128): v128 {
  return f64x2.sqrt(f64x2.mul(k, f64x2.add(k, f64x2.add(s, s))));
}

/**
 * Writes v K of up to four tubes, one after the other, to K_MIX, v S to S_MIX, and √(K (K + 2 S)) to ROOTS. Of a tube less
 * its volume is 0. The roots are taken here since a loop that takes them and divides too waits for both.
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
      const a = one + at;
      const b = two + at;
      const c = three + at;
      const d = four + at;
      const k = sumOfFour(w1, v128.load(a), w2, v128.load(b), w3, v128.load(c), w4, v128.load(d));
      const s = sumOfFour(
        w1,
        v128.load(a, ROW),
        w2,
        v128.load(b, ROW),
        w3,
        v128.load(c, ROW),
        w4,
        v128.load(d, ROW),
      );
      v128.store(at, k, K_MIX);
      v128.store(at, s, S_MIX);
      v128.store(at, rootOf(k, s), ROOTS);
    }
  } else {
    for (let at: usize = 0; at < 2 * ROW; at += LANE) {
      const sum = v1 * load<f64>(one + at) + v2 * load<f64>(two + at) + v3 * load<f64>(three + at);
      store<f64>(at, sum + v4 * load<f64>(four + at), K_MIX);
    }
    writeRoots();
  }
}

/** Adds two tubes more. */
export function goOnBlending(one: usize, v1: f64, two: usize, v2: f64): void {
  if (ASC_FEATURE_SIMD) {
    const w1 = f64x2.splat(v1);
    const w2 = f64x2.splat(v2);
    for (let at: usize = 0; at < ROW; at += STEP) {
      const a = one + at;
      const b = two + at;
      const k = f64x2.add(v128.load(at, K_MIX), f64x2.mul(w1, v128.load(a)));
      const s = f64x2.add(v128.load(at, S_MIX), f64x2.mul(w1, v128.load(a, ROW)));
      const ownK = f64x2.add(k, f64x2.mul(w2, v128.load(b)));
      const ownS = f64x2.add(s, f64x2.mul(w2, v128.load(b, ROW)));
      v128.store(at, ownK, K_MIX);
      v128.store(at, ownS, S_MIX);
      v128.store(at, rootOf(ownK, ownS), ROOTS);
    }
  } else {
    for (let at: usize = 0; at < 2 * ROW; at += LANE) {
      const sum = load<f64>(at, K_MIX) + v1 * load<f64>(one + at);
      store<f64>(at, sum + v2 * load<f64>(two + at), K_MIX);
    }
    writeRoots();
  }
}

function writeRoots(): void {
  for (let at: usize = 0; at < ROW; at += LANE) {
    const k = load<f64>(at, K_MIX);
    const s = load<f64>(at, S_MIX);
    store<f64>(at, sqrt<f64>(k * (k + (s + s))), ROOTS);
  }
}

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
      const s = v128.load(at, S_MIX);
      const d = f64x2.add(f64x2.add(s, v128.load(at, K_MIX)), v128.load(at, ROOTS));
      const r = f64x2.div(s, f64x2.sub(d, f64x2.mul(held, s)));
      const row = weights + at;
      x = f64x2.add(x, f64x2.mul(r, v128.load(row)));
      y = f64x2.add(y, f64x2.mul(r, v128.load(row, ROW)));
      z = f64x2.add(z, f64x2.mul(r, v128.load(row, 2 * ROW)));
    }
    setSums(both(x), both(y), both(z));
  } else {
    let first: bool = true;
    for (let lane: usize = 0; lane < STEP; lane += LANE) {
      let x: f64 = 0;
      let y: f64 = 0;
      let z: f64 = 0;
      for (let at = lane; at < ROW; at += STEP) {
        const s = load<f64>(at, S_MIX);
        const r = s / (s + load<f64>(at, K_MIX) + load<f64>(at, ROOTS) - k2 * s);
        x += r * load<f64>(weights + at);
        y += r * load<f64>(weights + at, ROW);
        z += r * load<f64>(weights + at, 2 * ROW);
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
    // The root of the next bands is taken while these are divided. Behind the last ones lies other data: what comes of it is dropped.
    let k = sumOfFour(w1, v128.load(one), w2, v128.load(two), w3, v128.load(three), w4, v128.load(four));
    let s = sumOfFour(
      w1,
      v128.load(one, ROW),
      w2,
      v128.load(two, ROW),
      w3,
      v128.load(three, ROW),
      w4,
      v128.load(four, ROW),
    );
    let left = f64x2.sub(f64x2.add(f64x2.add(s, k), rootOf(k, s)), f64x2.mul(held, s));
    for (let at: usize = 0; at < ROW; at += STEP) {
      const r = f64x2.div(s, left);
      const a = one + at;
      const b = two + at;
      const c = three + at;
      const d = four + at;
      k = sumOfFour(w1, v128.load(a, STEP), w2, v128.load(b, STEP), w3, v128.load(c, STEP), w4, v128.load(d, STEP));
      s = sumOfFour(
        w1,
        v128.load(a, ROW + STEP),
        w2,
        v128.load(b, ROW + STEP),
        w3,
        v128.load(c, ROW + STEP),
        w4,
        v128.load(d, ROW + STEP),
      );
      left = f64x2.sub(f64x2.add(f64x2.add(s, k), rootOf(k, s)), f64x2.mul(held, s));
      const row = weights + at;
      x = f64x2.add(x, f64x2.mul(r, v128.load(row)));
      y = f64x2.add(y, f64x2.mul(r, v128.load(row, ROW)));
      z = f64x2.add(z, f64x2.mul(r, v128.load(row, 2 * ROW)));
    }
    setSums(both(x), both(y), both(z));
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
    const least = f64x2.splat(SMALLEST_ROOT_OVER_S);
    let x = f64x2.splat(0);
    let y = f64x2.splat(0);
    let z = f64x2.splat(0);
    for (let at: usize = 0; at < ROW; at += STEP) {
      const k = v128.load(at, K_MIX);
      const s = v128.load(at, S_MIX);
      const root = f64x2.pmax(v128.load(at, ROOTS), f64x2.mul(least, s));
      const d = f64x2.add(f64x2.add(s, k), root);
      const left = f64x2.sub(d, f64x2.mul(held, s));
      const share = f64x2.div(one, f64x2.mul(left, root));
      const gap = f64x2.mul(share, root);
      const r = f64x2.mul(s, gap);
      const row = weights + at;
      x = f64x2.add(x, f64x2.mul(r, v128.load(row)));
      y = f64x2.add(y, f64x2.mul(r, v128.load(row, ROW)));
      z = f64x2.add(z, f64x2.mul(r, v128.load(row, 2 * ROW)));
      const c = f64x2.mul(f64x2.mul(d, gap), share);
      v128.store64_lane(at >> 1, f32x4.demote_f64x2_zero(f64x2.mul(c, s)), 0, OF_K);
      v128.store64_lane(at >> 1, f32x4.demote_f64x2_zero(f64x2.mul(c, k)), 0, OF_S);
    }
    setSums(both(x), both(y), both(z));
  } else {
    let first: bool = true;
    for (let lane: usize = 0; lane < STEP; lane += LANE) {
      let x: f64 = 0;
      let y: f64 = 0;
      let z: f64 = 0;
      for (let at = lane; at < ROW; at += STEP) {
        const k = load<f64>(at, K_MIX);
        const s = load<f64>(at, S_MIX);
        const own = load<f64>(at, ROOTS);
        const smallest = SMALLEST_ROOT_OVER_S * s;
        const root = own < smallest ? smallest : own;
        const d = s + k + root;
        const share = 1 / ((d - k2 * s) * root);
        const gap = share * root;
        const r = s * gap;
        x += r * load<f64>(weights + at);
        y += r * load<f64>(weights + at, ROW);
        z += r * load<f64>(weights + at, 2 * ROW);
        const c = d * gap * share;
        store<f32>(at >> 1, <f32>(c * s), OF_K);
        store<f32>(at >> 1, <f32>(c * k), OF_S);
      }
      keep(first, x, y, z);
      first = false;
    }
  }
}
