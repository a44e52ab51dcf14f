/**
 * The loops over bands. With SIMD two bands go at a time; without it the even bands go first and the odd ones after them,
 * so that every sum is made in the same order and both give the same bits.
 */
import { HALF_ROW, K_MIX, OF_K, OF_S, ROOTS, ROW, S_MIX } from "./layout";

const STEP: usize = 16;
const LANE: usize = 8;
const SINGLE: usize = 4;

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
      const s = v128.load(at, S_MIX);
      const d = f64x2.add(f64x2.add(s, v128.load(at, K_MIX)), v128.load(at, ROOTS));
      const r = f64x2.div(s, f64x2.sub(d, f64x2.mul(held, s)));
      const row = weights + at;
      x = f64x2.add(x, f64x2.mul(r, v128.load(row)));
      y = f64x2.add(y, f64x2.mul(r, v128.load(row, ROW)));
      z = f64x2.add(z, f64x2.mul(r, v128.load(row, 2 * ROW)));
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
    // The root of the next bands is taken while these are divided.
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

/**
 * The same of up to four tubes in single precision, four bands at a time: CIELAB to 1e-4. Nothing is left in K_MIX and S_MIX.
 *
 * @param weights, one, two, three, four - where the rows in single precision lie: of the weights, and of each tube K with S behind.
 */
export function sumSeenWithSlopesRoughly(
  weights: usize,
  k2: f32,
  one: usize,
  v1: f32,
  two: usize,
  v2: f32,
  three: usize,
  v3: f32,
  four: usize,
  v4: f32,
): void {
  if (ASC_FEATURE_SIMD) {
    const held = f32x4.splat(k2);
    const unit = f32x4.splat(1);
    const least = f32x4.splat(<f32>SMALLEST_ROOT_OVER_S);
    const w1 = f32x4.splat(v1);
    const w2 = f32x4.splat(v2);
    const w3 = f32x4.splat(v3);
    const w4 = f32x4.splat(v4);
    let x = f32x4.splat(0);
    let y = f32x4.splat(0);
    let z = f32x4.splat(0);
    for (let at: usize = 0; at < HALF_ROW; at += STEP) {
      const a = one + at;
      const b = two + at;
      const c = three + at;
      const d = four + at;
      const k = sumOfFourSingles(w1, v128.load(a), w2, v128.load(b), w3, v128.load(c), w4, v128.load(d));
      const s = sumOfFourSingles(
        w1,
        v128.load(a, HALF_ROW),
        w2,
        v128.load(b, HALF_ROW),
        w3,
        v128.load(c, HALF_ROW),
        w4,
        v128.load(d, HALF_ROW),
      );
      const own = f32x4.sqrt(f32x4.mul(k, f32x4.add(k, f32x4.add(s, s))));
      const root = f32x4.pmax(own, f32x4.mul(least, s));
      const whole = f32x4.add(f32x4.add(s, k), root);
      const share = f32x4.div(unit, f32x4.mul(f32x4.sub(whole, f32x4.mul(held, s)), root));
      const gap = f32x4.mul(share, root);
      const r = f32x4.mul(s, gap);
      const row = weights + at;
      x = f32x4.add(x, f32x4.mul(r, v128.load(row)));
      y = f32x4.add(y, f32x4.mul(r, v128.load(row, HALF_ROW)));
      z = f32x4.add(z, f32x4.mul(r, v128.load(row, 2 * HALF_ROW)));
      const steep = f32x4.mul(f32x4.mul(whole, gap), share);
      v128.store(at, f32x4.mul(steep, s), OF_K);
      v128.store(at, f32x4.mul(steep, k), OF_S);
    }
    sumX = allFour(x);
    sumY = allFour(y);
    sumZ = allFour(z);
  } else {
    const least = <f32>SMALLEST_ROOT_OVER_S;
    for (let lane: usize = 0; lane < LANE; lane += SINGLE) {
      let pairX: f32 = 0;
      let pairY: f32 = 0;
      let pairZ: f32 = 0;
      for (let half: usize = 0; half < STEP; half += LANE) {
        let x: f32 = 0;
        let y: f32 = 0;
        let z: f32 = 0;
        for (let at = lane + half; at < HALF_ROW; at += STEP) {
          const k =
            v1 * load<f32>(one + at) +
            v2 * load<f32>(two + at) +
            v3 * load<f32>(three + at) +
            v4 * load<f32>(four + at);
          const s =
            v1 * load<f32>(one + at, HALF_ROW) +
            v2 * load<f32>(two + at, HALF_ROW) +
            v3 * load<f32>(three + at, HALF_ROW) +
            v4 * load<f32>(four + at, HALF_ROW);
          const own = sqrt<f32>(k * (k + (s + s)));
          const smallest = least * s;
          const root = own < smallest ? smallest : own;
          const whole = s + k + root;
          const share = <f32>1 / ((whole - k2 * s) * root);
          const gap = share * root;
          const r = s * gap;
          x += r * load<f32>(weights + at);
          y += r * load<f32>(weights + at, HALF_ROW);
          z += r * load<f32>(weights + at, 2 * HALF_ROW);
          const steep = whole * gap * share;
          store<f32>(at, steep * s, OF_K);
          store<f32>(at, steep * k, OF_S);
        }
        pairX = half == 0 ? x : pairX + x;
        pairY = half == 0 ? y : pairY + y;
        pairZ = half == 0 ? z : pairZ + z;
      }
      keep(lane == 0, <f64>pairX, <f64>pairY, <f64>pairZ);
    }
  }
}

// @ts-ignore: decorator
@inline
function sumOfFourSingles(
  v1: v128,
  one: v128,
  v2: v128,
  two: v128,
  v3: v128,
  three: v128,
  v4: v128,
  four: v128,
): v128 {
  const sum = f32x4.add(f32x4.mul(v1, one), f32x4.mul(v2, two));
  return f32x4.add(f32x4.add(sum, f32x4.mul(v3, three)), f32x4.mul(v4, four));
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

/** Keeps slopes finite where a paint absorbs nothing: that of a K/S of 1e-12, far below any of a real paint. */
const SMALLEST_ROOT_OVER_S: f64 = 1.4142135623738e-6;

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
