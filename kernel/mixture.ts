/**
 * CIELAB of an opaque mixture, and its slopes by each volume. The physics and its sources are in src/core/mixing, which
 * holds the same in plain form; tests hold the two together.
 */
import { BY_SURFACE, HALF_ROW, HEAD, LAB, OF_K, ROW, SLOPES, S_MIX, TUBES, VOLUMES, K_MIX } from "./layout";
import { beginBlend, goOnBlending, sumSeen, sumSeenOfFour, sumSeenWithSlopes } from "./lanes";
import { sumMoved, sumSeenWithSlopesRoughly } from "./singles";
import { sumX, sumY, sumZ } from "./sums";

const LAB_EPSILON: f64 = 216.0 / 24389.0;
const LAB_KAPPA: f64 = 24389.0 / 27.0;
/** Two thirds of the exponent's bias and a little less, so that the guess errs as much upwards as downwards. */
const GUESS_OF_ROOT: u32 = 0x2a9f7625;
/** Bytes that are kept of each tube after its rows. */
export const OF_TUBE: usize = 32;

let k1: f64 = 0;
let k2: f64 = 0;
/** Volume of the paints whose surface is known. */
let known: f64 = 0;

// @ts-ignore: decorator
@inline
export function tubeAt(place: i32): usize {
  return <usize>load<u8>(TUBES + <usize>place);
}

// @ts-ignore: decorator
@inline
export function volumeAt(place: i32): f64 {
  return load<f64>(VOLUMES + (<usize>place << 3));
}

/** Where a row of K of a tube lies, with that of S behind. */
// @ts-ignore: decorator
@inline
function paintAt(palette: usize, tube: usize): usize {
  return palette + HEAD + 3 * ROW + tube * (2 * ROW);
}

/** Where the single numbers of a tube lie. */
export function tubeFacts(palette: usize, tube: usize): usize {
  return paintAt(palette, <usize>load<f64>(palette)) + tube * OF_TUBE;
}

function isUniform(palette: usize): bool {
  return load<f64>(palette + 8) != 0;
}

function writeSurface(palette: usize, count: i32): void {
  k1 = load<f64>(palette + 16);
  k2 = load<f64>(palette + 24);
  if (isUniform(palette)) return;
  known = 0;
  let outer: f64 = 0;
  let inner: f64 = 0;
  for (let j = 0; j < count; j++) {
    const facts = tubeFacts(palette, tubeAt(j));
    const volume = volumeAt(j) * load<f64>(facts + 8);
    known += volume;
    outer += volume * load<f64>(facts + 16);
    inner += volume * load<f64>(facts + 24);
  }
  if (known > 0) {
    k1 = outer / known;
    k2 = inner / known;
  }
}

/** The next place from here on that holds paint; of many tubes most are not in the mixture. */
// @ts-ignore: decorator
@inline
function nextHeld(place: i32, count: i32): i32 {
  while (place < count && volumeAt(place) == 0) place++;
  return place;
}

// @ts-ignore: decorator
@inline
function volumeIfAny(place: i32, count: i32): f64 {
  return place < count ? volumeAt(place) : 0;
}

// @ts-ignore: decorator
@inline
function paintIfAny(palette: usize, place: i32, count: i32): usize {
  return paintAt(palette, place < count ? tubeAt(place) : 0);
}

function blend(palette: usize, count: i32): void {
  const one = nextHeld(0, count);
  const two = nextHeld(one + 1, count);
  const three = nextHeld(two + 1, count);
  const four = nextHeld(three + 1, count);
  beginBlend(
    paintIfAny(palette, one, count),
    volumeIfAny(one, count),
    paintIfAny(palette, two, count),
    volumeIfAny(two, count),
    paintIfAny(palette, three, count),
    volumeIfAny(three, count),
    paintIfAny(palette, four, count),
    volumeIfAny(four, count),
  );
  for (let more = nextHeld(four + 1, count); more < count; ) {
    const last = nextHeld(more + 1, count);
    goOnBlending(
      paintAt(palette, tubeAt(more)),
      volumeAt(more),
      paintIfAny(palette, last, count),
      volumeIfAny(last, count),
    );
    more = nextHeld(last + 1, count);
  }
}

/** Of 0.001 to 10, to 1e-14 of it: a guess from the exponent that is a thirtieth off at most, then two steps of Halley. */
// @ts-ignore: decorator
@inline
function cubeRoot(x: f64): f64 {
  const upper = <u32>(reinterpret<u64>(x) >> 32);
  let root = reinterpret<f64>((<u64>(upper / 3 + GUESS_OF_ROOT)) << 32);
  for (let step = 0; step < 2; step++) {
    const cube = root * root * root;
    root *= (cube + (x + x)) / (cube + cube + x);
  }
  return root;
}

// @ts-ignore: decorator
@inline
function labF(t: f64): f64 {
  return t > LAB_EPSILON ? cubeRoot(t) : (LAB_KAPPA * t + 16) / 116;
}

// @ts-ignore: decorator
@inline
function labFSlope(t: f64, f: f64): f64 {
  return t > LAB_EPSILON ? 1 / (3 * f * f) : LAB_KAPPA / 116;
}

/** The first `count` entries of TUBES and VOLUMES to LAB. */
export function writeLab(palette: usize, count: i32): void {
  writeSurface(palette, count);
  const weights = palette + HEAD;
  if (count > 4) {
    blend(palette, count);
    sumSeen(weights, k2);
  } else {
    sumSeenOfFour(
      weights,
      k2,
      paintAt(palette, tubeAt(0)),
      volumeAt(0),
      paintIfAny(palette, 1, count),
      volumeIfAny(1, count),
      paintIfAny(palette, 2, count),
      volumeIfAny(2, count),
      paintIfAny(palette, 3, count),
      volumeIfAny(3, count),
    );
  }
  const through = (1 - k1) * (1 - k2);
  const fx = labF(k1 * load<f64>(palette + 32) + through * sumX);
  const fy = labF(k1 * load<f64>(palette + 40) + through * sumY);
  const fz = labF(k1 * load<f64>(palette + 48) + through * sumZ);
  store<f64>(LAB, 116 * fy - 16);
  store<f64>(LAB + 8, 500 * (fx - fy));
  store<f64>(LAB + 16, 200 * (fy - fz));
}

/** Where the rows in single precision lie: weights, then of each tube K, then S. */
// @ts-ignore: decorator
@inline
function singlesOf(palette: usize): usize {
  return palette + <usize>load<f64>(palette + 56);
}

// @ts-ignore: decorator
@inline
function singlePaintAt(singles: usize, place: i32, count: i32): usize {
  return singles + 3 * HALF_ROW + <usize>(place < count ? tubeAt(place) : 0) * ROW;
}

function seeRoughly(palette: usize, count: i32): void {
  const singles = singlesOf(palette);
  sumSeenWithSlopesRoughly(
    singles,
    <f32>k2,
    singlePaintAt(singles, 0, count),
    <f32>volumeAt(0),
    singlePaintAt(singles, 1, count),
    <f32>volumeIfAny(1, count),
    singlePaintAt(singles, 2, count),
    <f32>volumeIfAny(2, count),
    singlePaintAt(singles, 3, count),
    <f32>volumeIfAny(3, count),
  );
}

/**
 * The same, and dL*, da*, db* by each volume to SLOPES.
 *
 * @param isRough - single precision is enough. It is used for up to four tubes of one surface: other mixtures need more than this of the blend.
 */
export function writeLabAndSlopes(palette: usize, count: i32, isRough: bool): void {
  writeSurface(palette, count);
  if (isRough && count <= 4 && isUniform(palette)) {
    seeRoughly(palette, count);
  } else {
    blend(palette, count);
    sumSeenWithSlopes(palette + HEAD, k2);
  }
  const through = (1 - k1) * (1 - k2);
  const x = k1 * load<f64>(palette + 32) + through * sumX;
  const y = k1 * load<f64>(palette + 40) + through * sumY;
  const z = k1 * load<f64>(palette + 48) + through * sumZ;
  const fx = labF(x);
  const fy = labF(y);
  const fz = labF(z);
  store<f64>(LAB, 116 * fy - 16);
  store<f64>(LAB + 8, 500 * (fx - fy));
  store<f64>(LAB + 16, 200 * (fy - fz));
  const gx = labFSlope(x, fx);
  const gy = labFSlope(y, fy);
  const gz = labFSlope(z, fz);
  const hasOwnSurfaces = !isUniform(palette) && known > 0;
  if (hasOwnSurfaces) writeSurfaceSlopes(palette);
  const singles = singlesOf(palette);
  const largest = largestOf(count);
  for (let j = 0; j < count; j++) {
    if (j == largest) continue;
    const tube = tubeAt(j);
    sumMoved(singles, singles + 3 * HALF_ROW + tube * ROW);
    let dx = -through * sumX;
    let dy = -through * sumY;
    let dz = -through * sumZ;
    if (hasOwnSurfaces) {
      const facts = tubeFacts(palette, tube);
      const share = load<f64>(facts + 8) / known;
      const outer = share * (load<f64>(facts + 16) - k1);
      const inner = share * (load<f64>(facts + 24) - k2);
      dx += outer * load<f64>(BY_SURFACE) + inner * load<f64>(BY_SURFACE + 24);
      dy += outer * load<f64>(BY_SURFACE + 8) + inner * load<f64>(BY_SURFACE + 32);
      dz += outer * load<f64>(BY_SURFACE + 16) + inner * load<f64>(BY_SURFACE + 40);
    }
    const dfx = gx * dx;
    const dfy = gy * dy;
    const dfz = gz * dz;
    const at = SLOPES + <usize>j * 24;
    store<f64>(at, 116 * dfy);
    store<f64>(at + 8, 500 * (dfx - dfy));
    store<f64>(at + 16, 200 * (dfy - dfz));
  }
  writeSlopesOfLargest(largest, count);
}

/** More of all tubes alike changes nothing, so the slopes of one follow from the others: a third less to do. */
function writeSlopesOfLargest(largest: i32, count: i32): void {
  let l: f64 = 0;
  let a: f64 = 0;
  let b: f64 = 0;
  for (let j = 0; j < count; j++) {
    if (j == largest) continue;
    const volume = volumeAt(j);
    const at = SLOPES + <usize>j * 24;
    l -= volume * load<f64>(at);
    a -= volume * load<f64>(at + 8);
    b -= volume * load<f64>(at + 16);
  }
  const own = volumeAt(largest);
  const at = SLOPES + <usize>largest * 24;
  store<f64>(at, l / own);
  store<f64>(at + 8, a / own);
  store<f64>(at + 16, b / own);
}

function largestOf(count: i32): i32 {
  let largest = 0;
  for (let j = 1; j < count; j++) if (volumeAt(j) > volumeAt(largest)) largest = j;
  return largest;
}

/** Of X, Y, Z by k1 and k2: where paints differ in surface, a volume moves the surface too. */
function writeSurfaceSlopes(palette: usize): void {
  for (let axis: usize = 0; axis < 3; axis++) {
    const weights = palette + HEAD + axis * ROW;
    let outer: f64 = 0;
    let inner: f64 = 0;
    for (let at: usize = 0; at < ROW; at += 8) {
      const k = load<f64>(K_MIX + at);
      const s = load<f64>(S_MIX + at);
      const within = s / (s + k + sqrt<f64>(k * (k + (s + s))));
      const gap = 1 - k2 * within;
      const weight = load<f64>(weights + at);
      outer += weight * (1 - ((1 - k2) * within) / gap);
      inner += (weight * ((1 - k1) * within * (within - 1))) / (gap * gap);
    }
    store<f64>(BY_SURFACE + 8 * axis, outer);
    store<f64>(BY_SURFACE + 24 + 8 * axis, inner);
  }
}
