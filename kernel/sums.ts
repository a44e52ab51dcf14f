/** Sums over the bands, and how the lanes of a register come together in them: in the same order with SIMD and without. */

/** Of X, Y, Z, as the last loop over the bands left them. */
export let sumX: f64 = 0;
export let sumY: f64 = 0;
export let sumZ: f64 = 0;

/** Keeps slopes finite where a paint absorbs nothing: that of a K/S of 1e-12, far below any of a real paint. */
export const SMALLEST_ROOT_OVER_S: f64 = 1.4142135623738e-6;

// @ts-ignore: decorator
@inline
export function setSums(x: f64, y: f64, z: f64): void {
  sumX = x;
  sumY = y;
  sumZ = z;
}

/** The sum of the even bands, then that of the odd ones on it; in single precision those of every second of four. */
export function keep(isFirst: bool, x: f64, y: f64, z: f64): void {
  if (isFirst) setSums(x, y, z);
  else setSums(sumX + x, sumY + y, sumZ + z);
}

// @ts-ignore: decorator
@inline
export function both(lanes: v128): f64 {
  return f64x2.extract_lane(lanes, 0) + f64x2.extract_lane(lanes, 1);
}

/** The third on the first and the fourth on the second, then the two in double. */
// @ts-ignore: decorator
@inline
export function allFour(lanes: v128): f64 {
  const behind = v128.shuffle<f64>(lanes, lanes, 1, 1);
  return both(f64x2.promote_low_f32x4(f32x4.add(lanes, behind)));
}
