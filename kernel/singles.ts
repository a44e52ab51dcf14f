/**
 * The loops over bands in single precision, four at a time. Without SIMD every fourth band goes first and the next ones after
 * them, so that every sum is made in the same order and both give the same bits.
 */
import { HALF_ROW, OF_K, OF_S } from "./layout";
import { allFour, keep, setSums, SMALLEST_ROOT_OVER_S } from "./sums";

const STEP: usize = 16;
const LANE: usize = 8;
const SINGLE: usize = 4;

/**
 * ./lanes `sumSeenWithSlopes` of up to four tubes: CIELAB to 1e-4. Nothing is left in K_MIX and S_MIX.
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
    setSums(allFour(x), allFour(y), allFour(z));
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
    setSums(allFour(x), allFour(y), allFour(z));
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
