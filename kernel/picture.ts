/**
 * A picture through a table of corners: src/core/picture/mapPicture, step for step in single precision, so that all forms
 * give the same bytes. A corner is four 32-bit floats, red, green, blue and nothing.
 */

/** Of each byte the corner below (32-bit integers), then how far beyond it (32-bit floats). */
const LEVELS: usize = 196608;
const BEYOND: usize = LEVELS + 1024;
const CORNERS: usize = 200704;
const PIXELS: usize = 131072;

/** Replaces `count` pixels of four bytes. @param size - corners along each axis. */
export function mapPixels(size: i32, count: i32): void {
  const stepG = (<usize>size) << 4;
  const stepB = stepG * <usize>size;
  const end = PIXELS + ((<usize>count) << 2);
  for (let at = PIXELS; at < end; at += 4) {
    const r = (<usize>load<u8>(at)) << 2;
    const g = (<usize>load<u8>(at + 1)) << 2;
    const b = (<usize>load<u8>(at + 2)) << 2;
    const near =
      CORNERS +
      ((<usize>load<i32>(LEVELS + r)) << 4) +
      <usize>load<i32>(LEVELS + g) * stepG +
      <usize>load<i32>(LEVELS + b) * stepB;
    const far = near + stepB;
    const fr = load<f32>(BEYOND + r);
    const fg = load<f32>(BEYOND + g);
    const fb = load<f32>(BEYOND + b);
    if (ASC_FEATURE_SIMD) {
      const red = f32x4.splat(fr);
      const green = f32x4.splat(fg);
      const one = between(along(near, red), along(near + stepG, red), green);
      const other = between(along(far, red), along(far + stepG, red), green);
      const bytes = i32x4.trunc_sat_f32x4_s(f32x4.nearest(between(one, other, f32x4.splat(fb))));
      store<u8>(at, i32x4.extract_lane(bytes, 0));
      store<u8>(at + 1, i32x4.extract_lane(bytes, 1));
      store<u8>(at + 2, i32x4.extract_lane(bytes, 2));
    } else {
      for (let channel: usize = 0; channel < 3; channel++) {
        const c = channel << 2;
        const one = mean(edge(near + c, fr), edge(near + stepG + c, fr), fg);
        const other = mean(edge(far + c, fr), edge(far + stepG + c, fr), fg);
        store<u8>(at + channel, <u8>nearest<f32>(mean(one, other, fb)));
      }
    }
  }
}

// @ts-ignore: decorator
@inline
function between(from: v128, to: v128, share: v128): v128 {
  return f32x4.add(from, f32x4.mul(share, f32x4.sub(to, from)));
}

// @ts-ignore: decorator
@inline
function along(corner: usize, share: v128): v128 {
  return between(v128.load(corner), v128.load(corner + 16), share);
}

// @ts-ignore: decorator
@inline
function mean(from: f32, to: f32, share: f32): f32 {
  return from + share * (to - from);
}

// @ts-ignore: decorator
@inline
function edge(corner: usize, share: f32): f32 {
  return mean(load<f32>(corner), load<f32>(corner + 16), share);
}
