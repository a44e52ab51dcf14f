/**
 * The kernel of searches in WebAssembly (kernel/*.ts, compiled to ./wasm.generated), as opaque colour models for the core.
 *
 * Palettes and lattices of starts lie in a ring of the kernel's memory; what was overwritten is written again when it is asked
 * for. What the kernel has no room for goes to the plain form: more than {@link MOST_AT_ONCE} tubes in one mixture, another grid.
 * Not reentrant: one mixture is worked out at a time, as in the plain form.
 */
import type { Aim } from "../core/color/aimDistance";
import type { ColorModel, NearestOfEach, PileToLay, SetSolved, SetToSolve } from "../core/mixing/colorModel";
import type { MixtureEvaluator } from "../core/mixing/mixtureEvaluator";
import type { OpaqueKernel } from "../core/mixing/opaqueModel";
import type { SurfaceConstants } from "../core/mixing/saunderson";
import { sumOf } from "../core/numbers";
import type { ViewingWeights } from "../core/spectrum/colorimetry";
import type { OpticalModel } from "../core/spectrum/types";

type Exports = {
  readonly memory: WebAssembly.Memory;
  readonly writeLab: (palette: number, count: number) => void;
  readonly writeLabAndSlopes: (palette: number, count: number, isRough: 0 | 1) => void;
  readonly solve: (
    palette: number,
    count: number,
    maxIterations: number,
    goodEnough: number,
    relativeGain: number,
    isRough: 0 | 1,
  ) => number;
  readonly layPile: (palette: number, count: number, main: number, sizes: number) => void;
  readonly nearestOfEach: (sets: number, pairs: number, from: number) => void;
};

/**
 * Places in the memory, in numbers of 64 bits, and of tubes in bytes: kernel/layout.ts has them in bytes. Constants of their
 * own, since a bundler writes them out where they stand.
 */
const TUBES_AT = 0;
const VOLUMES_AT = 8;
const LAB_AT = 40;
const SLOPES_AT = 43;
const AIM_AT = 139;
const FLOORS_AT = 148;
const SCALED_AT = 180;
const EVALUATIONS_AT = 212;
/** Of a pile that is laid. */
const EXACT_AT = 2788;
const MOST_SHARES_AT = 2796;
const SIZES_AT = 2804;
const LAID_AT = 2932;
const LADDERS_AT = 2940;
const LIMITS_AT = 3084;
const MOST_PLACES = 8;
const MOST_SIZES = 128;
const MOST_RUNGS = 8;
const NUMBERS_OF_LADDER = 2 + 2 * MOST_RUNGS;
/** Target and metric; what is told of each set of colours; room for colours that do not lie in the ring, in bytes. */
const METRIC_AT = 3586;
const TOLD_AT = 9216;
const ROOM_AT = 81_920;
const NUMBERS_OF_PAIR = 6;
const BYTES_OF_PAIR = 4 * NUMBERS_OF_PAIR;
const MOST_SETS = 512;
const HEAD = 64;
const BANDS = 36;
const FACTS_OF_TUBE = 4;
/** Working memory, then the kernel's own tables; the ring of palettes and lattices lies behind. */
const RING_AT = 131_072;
/** As SIMD likes it. */
const ALIGNMENT = 16;
const MOST_AT_ONCE = 32;

/** Numbers that lie in the ring as long as there is room for them. */
class Held {
  start = 0;
  end = 0;
  isThere = false;
  constructor(readonly bytes: Uint8Array) {}
}

class Kernel {
  readonly bytes: Uint8Array;
  readonly numbers: Float64Array;
  private next = RING_AT;
  /** What lies in the ring, in the order in which it was written. */
  private held: Held[] = [];
  /** Colours as the kernel takes them. */
  private readonly paired = new WeakMap<Float32Array, Held>();

  constructor(readonly run: Exports) {
    this.bytes = new Uint8Array(run.memory.buffer);
    this.numbers = new Float64Array(run.memory.buffer);
  }

  readonly nearestOfEach: NearestOfEach = (labs, sets, metric, target) => {
    const { run, numbers } = this;
    const known = this.paired.get(labs);
    const paired = known ?? new Held(bytesOf(inPairs(labs, sets)));
    if (!known) this.paired.set(labs, paired);
    const { light, alongA, alongB, acrossA, acrossB } = metric;
    copyTo(numbers, METRIC_AT, [...target, light, alongA, alongB, acrossA, acrossB]);
    const each = paired.bytes.length / sets;
    const isThere = this.hold(paired);
    const atOnce = isThere ? MOST_SETS : Math.min(MOST_SETS, Math.floor((RING_AT - ROOM_AT) / each));
    const distances = new Float64Array(sets);
    const places = new Float64Array(sets);
    for (let from = 0; from < sets; from += atOnce) {
      const count = Math.min(atOnce, sets - from);
      const behind = from * each;
      if (!isThere) this.bytes.set(paired.bytes.subarray(behind, behind + count * each), ROOM_AT);
      run.nearestOfEach(count, each / BYTES_OF_PAIR, isThere ? paired.start + behind : ROOM_AT);
      for (let set = 0, at = TOLD_AT; set < count; set++) {
        distances[from + set] = Math.sqrt(numbers[at++] as number);
        places[from + set] = numbers[at++] as number;
      }
    }
    return { places, distances };
  };

  putAim({ lab, factors, wedge }: Aim): void {
    const { numbers } = this;
    const at = AIM_AT;
    numbers[at] = lab[0];
    numbers[at + 1] = lab[1];
    numbers[at + 2] = lab[2];
    numbers[at + 3] = factors.kL;
    numbers[at + 4] = factors.kC;
    numbers[at + 5] = factors.kH;
    numbers[at + 6] = wedge.cos;
    numbers[at + 7] = wedge.sin;
    numbers[at + 8] = wedge.cost;
  }

  /** Puts numbers into the ring, where the oldest ones give way; false where they take more than half of it. */
  hold(own: Held): boolean {
    if (own.isThere) return true;
    const size = ALIGNMENT * Math.ceil(own.bytes.length / ALIGNMENT);
    const end = this.bytes.length;
    if (size > (end - RING_AT) / 2) return false;
    if (this.next + size > end) this.next = RING_AT;
    own.start = this.next;
    own.end = this.next + size;
    this.next = own.end;
    this.held = this.held.filter((other) => {
      other.isThere = other.end <= own.start || other.start >= own.end;
      return other.isThere;
    });
    this.held.push(own);
    this.bytes.set(own.bytes, own.start);
    own.isThere = true;
    return true;
  }
}

class KernelModel implements ColorModel {
  readonly tubeCount: number;
  readonly isScaleFree = true;
  readonly nearestOfEach: NearestOfEach;
  private readonly image: Held;

  constructor(
    private readonly kernel: Kernel,
    private readonly plain: MixtureEvaluator,
    tubes: readonly OpticalModel[],
    view: ViewingWeights,
    surface: SurfaceConstants,
  ) {
    this.tubeCount = plain.tubeCount;
    this.nearestOfEach = kernel.nearestOfEach;
    this.image = new Held(bytesOf(imageOf(plain, tubes, view, surface)));
  }

  strengthOf(tube: number): number {
    return this.plain.strengthOf(tube);
  }

  writeLab(out: Float64Array, tubes: Uint8Array, volumes: Float64Array, count: number): void {
    if (!this.hold(count)) {
      this.plain.writeLab(out, tubes, volumes, count);
      return;
    }
    const { run, numbers, bytes } = this.kernel;
    for (let j = 0; j < count; j++) {
      bytes[TUBES_AT + j] = tubes[j] as number;
      numbers[VOLUMES_AT + j] = volumes[j] as number;
    }
    run.writeLab(this.image.start, count);
    out[0] = numbers[LAB_AT] as number;
    out[1] = numbers[LAB_AT + 1] as number;
    out[2] = numbers[LAB_AT + 2] as number;
  }

  writeLabAndSlopes(
    out: Float64Array,
    slopes: Float64Array,
    tubes: Uint8Array,
    volumes: Float64Array,
    count: number,
  ): void {
    if (!this.hold(count)) {
      this.plain.writeLabAndSlopes(out, slopes, tubes, volumes, count);
      return;
    }
    const { run, numbers } = this.kernel;
    this.put(tubes, volumes, count);
    run.writeLabAndSlopes(this.image.start, count, 0);
    out[0] = numbers[LAB_AT] as number;
    out[1] = numbers[LAB_AT + 1] as number;
    out[2] = numbers[LAB_AT + 2] as number;
    for (let i = 0; i < 3 * count; i++) slopes[i] = numbers[SLOPES_AT + i] as number;
  }

  solveSet(set: SetToSolve): SetSolved | undefined {
    const { aim, tubes, count, floors, scaled, volumes, lab } = set;
    if (!this.hold(count)) return undefined;
    const { run, numbers, bytes } = this.kernel;
    this.kernel.putAim(aim);
    for (let j = 0; j < count; j++) {
      bytes[TUBES_AT + j] = tubes[j] as number;
      numbers[FLOORS_AT + j] = floors[j] as number;
      numbers[SCALED_AT + j] = scaled[j] as number;
    }
    const { maxIterations, goodEnough, relativeGain, isRough } = set.effort;
    const squared = run.solve(
      this.image.start,
      count,
      maxIterations,
      goodEnough,
      relativeGain,
      isRough ? 1 : 0,
    );
    for (let j = 0; j < count; j++) {
      scaled[j] = numbers[SCALED_AT + j] as number;
      volumes[j] = numbers[VOLUMES_AT + j] as number;
    }
    for (let axis = 0; axis < 3; axis++) lab[axis] = numbers[LAB_AT + axis] as number;
    return { squared, evaluations: numbers[EVALUATIONS_AT] as number };
  }

  layPile(pile: PileToLay, tubes: Uint8Array, aim: Aim): readonly number[] | undefined {
    const { exact, sizes, ladders, largestRange, totalRange } = pile;
    const count = exact.length;
    const hasRoom =
      count <= MOST_PLACES &&
      pile.paintCount === count &&
      sizes.length <= MOST_SIZES &&
      ladders.every(({ rungs }) => rungs.length <= MOST_RUNGS);
    if (!hasRoom || !this.hold(count)) return undefined;
    const { run, numbers, bytes } = this.kernel;
    this.kernel.putAim(aim);
    for (let j = 0; j < count; j++) bytes[TUBES_AT + j] = tubes[j] as number;
    copyTo(numbers, EXACT_AT, exact);
    copyTo(numbers, MOST_SHARES_AT, pile.mostShares);
    copyTo(numbers, SIZES_AT, sizes);
    let at = LADDERS_AT;
    for (const { smallest, rungs } of ladders) {
      numbers[at] = smallest;
      numbers[at + 1] = rungs.length;
      let to = at + 2;
      for (const { foot, step } of rungs) {
        numbers[to++] = foot;
        numbers[to++] = step;
      }
      at += NUMBERS_OF_LADDER;
    }
    copyTo(numbers, LIMITS_AT, [...largestRange, ...totalRange, pile.total, pile.deltaEPerUnit]);
    run.layPile(this.image.start, count, pile.main, sizes.length);
    return exact.map((_, place) => numbers[LAID_AT + place] as number);
  }

  /** Puts the palette into the kernel; false where it cannot be there. */
  private hold(count: number): boolean {
    return count <= MOST_AT_ONCE && (this.image.isThere || this.kernel.hold(this.image));
  }

  private put(tubes: Uint8Array, volumes: Float64Array, count: number): void {
    const { bytes, numbers } = this.kernel;
    for (let j = 0; j < count; j++) {
      bytes[TUBES_AT + j] = tubes[j] as number;
      numbers[VOLUMES_AT + j] = volumes[j] as number;
    }
  }
}

/** Colours of sets, two and two; a set of an odd number ends with its last one twice. */
function inPairs(labs: Float32Array, sets: number): Float32Array {
  const each = labs.length / 3 / sets;
  const pairs = Math.ceil(each / 2);
  const paired = new Float32Array(NUMBERS_OF_PAIR * pairs * sets);
  let to = 0;
  for (let set = 0; set < sets; set++)
    for (let pair = 0; pair < pairs; pair++) {
      const first = 3 * (set * each + 2 * pair);
      const second = 2 * pair + 1 < each ? first + 3 : first;
      for (let axis = 0; axis < 3; axis++) {
        paired[to++] = labs[first + axis] as number;
        paired[to++] = labs[second + axis] as number;
      }
    }
  return paired;
}

function bytesOf({ buffer, byteOffset, byteLength }: Float32Array | Float64Array): Uint8Array {
  return new Uint8Array(buffer, byteOffset, byteLength);
}

/** Faster than `set` for a few numbers. */
function copyTo(numbers: Float64Array, at: number, row: ArrayLike<number>): void {
  for (let i = 0; i < row.length; i++) numbers[at + i] = row[i] as number;
}

/** A palette as the kernel keeps it. */
function imageOf(
  plain: MixtureEvaluator,
  tubes: readonly OpticalModel[],
  { x, y, z, white }: ViewingWeights,
  surface: SurfaceConstants,
): Float64Array {
  const count = tubes.length;
  const [first] = tubes;
  const isUniform = tubes.every(
    (tube) => tube.surface?.k1 === first?.surface?.k1 && tube.surface?.k2 === first?.surface?.k2,
  );
  const assumed = (isUniform ? first?.surface : undefined) ?? surface;
  const doubles = HEAD / 8 + 3 * BANDS + 2 * count * BANDS + FACTS_OF_TUBE * count;
  const image = new Float64Array(doubles + (3 * BANDS + 2 * count * BANDS) / 2);
  const singles = new Float32Array(image.buffer, 8 * doubles);
  const weights = [x, y, z].map((row, axis) => {
    const own = new Float64Array(row);
    for (let band = 0; band < own.length; band++)
      own[band] = (own[band] as number) / white[axis as 0 | 1 | 2];
    return own;
  });
  image.set([
    count,
    isUniform ? 1 : 0,
    assumed.k1,
    assumed.k2,
    ...weights.map((row) => sumOf(row)),
    8 * doubles,
  ]);
  weights.forEach((row, axis) => {
    image.set(row, HEAD / 8 + axis * BANDS);
    singles.set(row, axis * BANDS);
  });
  const rows = HEAD / 8 + 3 * BANDS;
  tubes.forEach((tube, place) => {
    [tube.absorption, tube.scattering].forEach((row, i) => {
      image.set(row, rows + (2 * place + i) * BANDS);
      singles.set(row, (3 + 2 * place + i) * BANDS);
    });
    const { k1 = 0, k2 = 0 } = tube.surface ?? {};
    image.set(
      [1 / plain.strengthOf(place), tube.surface ? 1 : 0, k1, k2],
      rows + 2 * count * BANDS + FACTS_OF_TUBE * place,
    );
  });
  return image;
}

export function createKernel(module: WebAssembly.Module): OpaqueKernel {
  const { exports } = new WebAssembly.Instance(module);
  const kernel = new Kernel(exports as unknown as Exports);
  return (plain, tubes, view, surface) =>
    view.grid.count === BANDS ? new KernelModel(kernel, plain, tubes, view, surface) : plain;
}
