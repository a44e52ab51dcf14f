/**
 * A picture seen through a palette: for each screen colour the nearest colour that the palette mixes.
 *
 * The nearest mixture is found at the corners of a cube of sRGB colours and interpolated between them. A
 * corner's solve starts from the nearest of a few thousand sampled mixtures and from the solutions of the
 * corners beside it; sweeps back and forth then hand good solutions on to neighbours that were caught in a
 * worse valley, as in the patch search of Barnes et al.
 *
 * Source of the sweeps: C. Barnes, E. Shechtman, A. Finkelstein, D. B. Goldman, ACM Trans. Graph. 28(3), 24
 * (2009), doi:10.1145/1531326.1531330.
 */
import { aimDistance } from "../color/aimDistance";
import { deltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import { decodeChannel, labFromLinearSrgb, screenColorFromLab } from "../color/srgb";
import { type LabD65, labD65, linearSrgb } from "../color/types";
import type { ColorModel } from "../mixing/colorModel";
import { MixtureSamples } from "../recipe/mixtureSamples";
import { type SolverEffort, type SubsetSolver, subsetSolver } from "../recipe/subsetSolver";

export type PaletteTable = {
  /** Corners along each axis of the cube. */
  readonly size: number;
  /** sRGB bytes of the nearest mixture, red fastest: 3 · size³. */
  readonly rgb: Uint8ClampedArray;
  /** ΔE00 of each corner from its nearest mixture. */
  readonly missDeltaE2000: Float32Array;
};

/** Layers of the cube along blue, the last one not counted. */
export type Layers = { readonly from: number; readonly to: number };

/** Some layers of a table: what stands in it is theirs alone. */
export type TablePart = PaletteTable & Layers;

/** All layers, where none are given. */
export type PaletteTableOptions = Partial<Layers> & {
  /** 2 to 65; 33 is fine for photographs. */
  readonly size: number;
  /** Told now and then how far it is, (0, 1]; a false answer ends the work. */
  readonly onProgress?: (share: number) => boolean;
};

/** To a tenth of ΔE00, or until a step gains less than a hundredth. */
const EFFORT: SolverEffort = { maxIterations: 24, goodEnough: 0.01, relativeGain: 0.01 };
/** A colour that is nearly reached may lie at the end of a long curved valley. */
const POLISH_NEAR: SolverEffort = { maxIterations: 200, goodEnough: 0.01, relativeGain: 1e-5 };
const POLISH: SolverEffort = { maxIterations: 40, goodEnough: 0.01, relativeGain: 1e-4 };
const MOST_SWEEPS = 6;
/** A neighbour's solution is tried while its colour is at most this much further off than one's own, ΔE00 … */
const WORTH_A_TRY = 1.0;
/** … and differs from it by at least so much: closer ones lie in the same valley. */
const OTHER_VALLEY = 2;
const GAINED = 0.02;
const NEARLY_REACHED = 4;
const PROGRESS_EVERY = 512;
/** Shares of the work, for progress: the first pass is about as long as all sweeps together. */
const FIRST_PASS = 0.6;

/**
 * Undefined when `onProgress` asked to end.
 *
 * @throws RangeError for a size outside 2 to 65, and for layers outside of it.
 */
export function buildPaletteTable(
  mixer: ColorModel,
  { size, from = 0, to = size, onProgress }: PaletteTableOptions,
): TablePart | undefined {
  if (!Number.isInteger(size) || size < 2 || size > 65)
    throw new RangeError(`size must be 2 to 65, got ${size}`);
  if (!(from >= 0 && from < to && to <= size))
    throw new RangeError(`layers must lie in 0 to ${size}, got ${from} to ${to}`);
  const begin = from * size ** 2;
  const end = to * size ** 2;
  const builder = new TableBuilder(mixer, size, begin, end);
  const count = end - begin;
  const goesOn = (share: number, step = 0): boolean =>
    step % PROGRESS_EVERY > 0 || onProgress?.(share) !== false;
  for (let step = 0; step < count; step++) {
    if (!goesOn((FIRST_PASS * step) / count, step)) return undefined;
    builder.first(begin + step);
  }
  for (let sweep = 0; sweep < MOST_SWEEPS; sweep++) {
    let gains = 0;
    for (let step = 0; step < count; step++) {
      const share = FIRST_PASS + ((1 - FIRST_PASS) * (sweep + step / count)) / MOST_SWEEPS;
      if (!goesOn(share, step)) return undefined;
      if (builder.again(sweep % 2 === 0 ? end - 1 - step : begin + step, sweep)) gains++;
    }
    if (gains === 0) break;
  }
  for (let index = begin; index < end; index++) builder.polish(index);
  goesOn(1);
  return { size, from, to, ...builder.corners() };
}

class TableBuilder {
  private readonly solver: SubsetSolver;
  private readonly tubes: Uint8Array;
  private readonly tubeCount: number;
  private readonly samples: MixtureSamples;
  /** Scaled volumes and colour of the solution at each corner. */
  private readonly volumes: Float64Array;
  private readonly labs: Float64Array;
  private readonly targets: Float64Array;
  private readonly miss: Float32Array;
  /** Sweep in which a corner's solution last changed; -1 for the first pass. */
  private readonly changedIn: Int8Array;

  constructor(
    mixer: ColorModel,
    private readonly size: number,
    /** Corners that are built, the last one not counted. */
    private readonly begin: number,
    private readonly end: number,
  ) {
    this.tubeCount = mixer.tubeCount;
    this.solver = subsetSolver(mixer, this.tubeCount);
    this.tubes = Uint8Array.from({ length: this.tubeCount }, (_, tube) => tube);
    this.samples = new MixtureSamples(mixer, this.solver);
    const count = size ** 3;
    this.volumes = new Float64Array(count * this.tubeCount);
    this.labs = new Float64Array(3 * count);
    this.targets = new Float64Array(3 * count);
    this.changedIn = new Int8Array(count).fill(-1);
    this.miss = new Float32Array(count).fill(Number.POSITIVE_INFINITY);
    for (let index = 0; index < count; index++) this.targets.set(cornerColor(index, size), 3 * index);
  }

  /** Solves a corner from the nearest sample and from the nearest solution before it in the order of the pass. */
  first(index: number): void {
    const { samples } = this;
    const [sample, second] = samples.nearestTwo(this.labAt(this.targets, index));
    this.solveFrom(index, samples.volumesOf(sample));
    const before = this.neighbours(index).filter((neighbour) => neighbour < index);
    const nearest = before.sort((a, b) => this.distance(index, a) - this.distance(index, b))[0];
    if (nearest === undefined || this.isExact(index)) return;
    if (this.isWorthATry(index, nearest)) this.solveFrom(index, this.volumesAt(nearest));
    // A colour that is nearly reached is worth another start: it may be within reach after all.
    if (!this.isExact(index) && (this.miss[index] as number) < NEARLY_REACHED)
      this.solveFrom(index, samples.volumesOf(second));
  }

  /** Tries the solutions around that are new since the sweep before; true when one led to a nearer mixture. */
  again(index: number, sweep: number): boolean {
    if (this.isExact(index)) return false;
    const before = this.miss[index] as number;
    for (const neighbour of this.neighbours(index)) {
      if ((this.changedIn[neighbour] as number) < sweep - 1 || !this.isWorthATry(index, neighbour)) continue;
      this.solveFrom(index, this.volumesAt(neighbour));
    }
    const isGained = (this.miss[index] as number) < before - GAINED;
    if (isGained) this.changedIn[index] = sweep;
    return isGained;
  }

  /** From a good start to its end; what is exact already stays. */
  polish(index: number): void {
    if (this.isExact(index)) return;
    const isNear = (this.miss[index] as number) < NEARLY_REACHED;
    this.solveFrom(index, this.volumesAt(index).slice(), isNear ? POLISH_NEAR : POLISH);
  }

  corners(): Pick<PaletteTable, "rgb" | "missDeltaE2000"> {
    const { begin, end } = this;
    const rgb = new Uint8ClampedArray(3 * (end - begin));
    for (let index = begin; index < end; index++) {
      const shown = screenColorFromLab(this.labAt(this.labs, index)).rgb.map((light) => 255 * light);
      rgb.set(shown, 3 * (index - begin));
    }
    return { rgb, missDeltaE2000: this.miss.slice(begin, end) };
  }

  private solveFrom(index: number, start: Float64Array, effort = EFFORT): void {
    const { solver, tubes, tubeCount } = this;
    const target = this.labAt(this.targets, index);
    const squared = solver.solve(target, REFERENCE_FACTORS, tubes, start, tubeCount, effort);
    const miss = Math.sqrt(squared);
    if (miss >= (this.miss[index] as number)) return;
    this.miss[index] = miss;
    this.labs.set(solver.lab, 3 * index);
    this.volumes.set(solver.scaledVolumes(tubeCount), index * tubeCount);
  }

  private isExact(index: number): boolean {
    return (this.miss[index] as number) ** 2 <= EFFORT.goodEnough;
  }

  private volumesAt(index: number): Float64Array {
    return this.volumes.subarray(index * this.tubeCount, (index + 1) * this.tubeCount);
  }

  private isWorthATry(index: number, neighbour: number): boolean {
    return (
      this.distance(index, neighbour) < (this.miss[index] as number) + WORTH_A_TRY &&
      deltaE2000(this.labAt(this.labs, index), this.labAt(this.labs, neighbour)) > OTHER_VALLEY
    );
  }

  /** From a corner's target to another corner's solution. */
  private distance(index: number, other: number): number {
    return aimDistance(this.labAt(this.targets, index), this.labAt(this.labs, other));
  }

  private labAt(values: Float64Array, index: number): LabD65 {
    return labD65(
      values[3 * index] as number,
      values[3 * index + 1] as number,
      values[3 * index + 2] as number,
    );
  }

  private neighbours(index: number): number[] {
    const { size, begin, end } = this;
    const found: number[] = [];
    for (let stride = 1; stride < size ** 3; stride *= size) {
      const place = Math.floor(index / stride) % size;
      if (place > 0 && index - stride >= begin) found.push(index - stride);
      if (place < size - 1 && index + stride < end) found.push(index + stride);
    }
    return found;
  }
}

function cornerColor(index: number, size: number): LabD65 {
  const light = (stride: number): number => decodeChannel((Math.floor(index / stride) % size) / (size - 1));
  return labFromLinearSrgb(linearSrgb(light(1), light(size), light(size * size)));
}
