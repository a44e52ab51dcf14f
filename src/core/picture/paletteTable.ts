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
import { upTo, zeros } from "../numbers";
import { type Aim, aimAt, distanceFrom } from "../color/aimDistance";
import { deltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import { decodeChannel, labFromLinearSrgb, screenColorFromLab } from "../color/srgb";
import { type LabD65, labD65, linearSrgb } from "../color/types";
import type { ColorModel } from "../mixing/colorModel";
import { mixtureSamples } from "../recipe/mixtureSamples";
import { type SolverEffort, subsetSolver } from "../recipe/subsetSolver";

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
  const builder = tableBuilder(mixer, size, begin, end);
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

type TableBuilder = {
  /** Solves a corner from the nearest sample and from the nearest solution before it in the order of the pass. */
  readonly first: (index: number) => void;
  /** Tries the solutions around that are new since the sweep before; true when one led to a nearer mixture. */
  readonly again: (index: number, sweep: number) => boolean;
  /** From a good start to its end; what is exact already stays. */
  readonly polish: (index: number) => void;
  readonly corners: () => Pick<PaletteTable, "rgb" | "missDeltaE2000">;
};

/** @param begin - first corner that is built. @param end - the last one, not counted. */
function tableBuilder(mixer: ColorModel, size: number, begin: number, end: number): TableBuilder {
  const { tubeCount } = mixer;
  const solver = subsetSolver(mixer, tubeCount);
  const tubes = new Uint8Array(upTo(tubeCount));
  const samples = mixtureSamples(mixer, solver);
  const cornerCount = size ** 3;
  /** Scaled volumes and colour of the solution at each corner. */
  const volumes = zeros(cornerCount * tubeCount);
  const labs = zeros(3 * cornerCount);
  const targets = zeros(3 * cornerCount);
  /** Sweep in which a corner's solution last changed; -1 for the first pass. */
  const changedIn = new Int8Array(cornerCount).fill(-1);
  const misses = new Float32Array(cornerCount).fill(Number.POSITIVE_INFINITY);
  for (let index = 0; index < cornerCount; index++) targets.set(cornerColor(index, size), 3 * index);

  const labAt = (values: Float64Array, index: number): LabD65 =>
    labD65(values[3 * index] as number, values[3 * index + 1] as number, values[3 * index + 2] as number);

  const volumesAt = (index: number): Float64Array =>
    volumes.subarray(index * tubeCount, (index + 1) * tubeCount);

  const isExact = (index: number): boolean => (misses[index] as number) ** 2 <= EFFORT.goodEnough;

  /** From what a corner aims at to another corner's solution. */
  const distance = (aim: Aim, other: number): number =>
    distanceFrom(
      aim,
      labs[3 * other] as number,
      labs[3 * other + 1] as number,
      labs[3 * other + 2] as number,
    );

  /** Corners beside the one that was asked for last. */
  const beside = new Int32Array(6);

  /** @returns how many there are. */
  const lookBeside = (index: number): number => {
    let found = 0;
    for (let stride = 1; stride < cornerCount; stride *= size) {
      const place = ((index / stride) | 0) % size;
      if (place > 0 && index - stride >= begin) beside[found++] = index - stride;
      if (place < size - 1 && index + stride < end) beside[found++] = index + stride;
    }
    return found;
  };

  const isInOtherValley = (index: number, neighbour: number): boolean =>
    deltaE2000(labAt(labs, index), labAt(labs, neighbour)) > OTHER_VALLEY;

  const solveFrom = (index: number, start: Float64Array, effort = EFFORT): void => {
    const target = labAt(targets, index);
    const squared = solver.solve(target, REFERENCE_FACTORS, tubes, start, tubeCount, effort);
    const miss = Math.sqrt(squared);
    if (miss >= (misses[index] as number)) return;
    misses[index] = miss;
    labs.set(solver.lab, 3 * index);
    volumes.set(solver.scaledVolumes(tubeCount), index * tubeCount);
  };

  const first = (index: number): void => {
    const [sample, second] = samples.nearestTwo(labAt(targets, index));
    solveFrom(index, samples.volumesOf(sample));
    if (isExact(index)) return;
    const aim = aimAt(labAt(targets, index));
    let nearest = -1;
    let least = Number.POSITIVE_INFINITY;
    for (let i = 0, count = lookBeside(index); i < count; i++) {
      const neighbour = beside[i] as number;
      const far = neighbour < index ? distance(aim, neighbour) : least;
      if (far >= least) continue;
      least = far;
      nearest = neighbour;
    }
    if (nearest < 0) return;
    if (least < (misses[index] as number) + WORTH_A_TRY && isInOtherValley(index, nearest))
      solveFrom(index, volumesAt(nearest));
    // A colour that is nearly reached is worth another start: it may be within reach after all.
    if (!isExact(index) && (misses[index] as number) < NEARLY_REACHED)
      solveFrom(index, samples.volumesOf(second));
  };

  const again = (index: number, sweep: number): boolean => {
    if (isExact(index)) return false;
    const before = misses[index] as number;
    const aim = aimAt(labAt(targets, index));
    for (let i = 0, count = lookBeside(index); i < count; i++) {
      const neighbour = beside[i] as number;
      if ((changedIn[neighbour] as number) < sweep - 1) continue;
      const isNear = distance(aim, neighbour) < (misses[index] as number) + WORTH_A_TRY;
      if (isNear && isInOtherValley(index, neighbour)) solveFrom(index, volumesAt(neighbour));
    }
    const isGained = (misses[index] as number) < before - GAINED;
    if (isGained) changedIn[index] = sweep;
    return isGained;
  };

  const polish = (index: number): void => {
    if (isExact(index)) return;
    const isNear = (misses[index] as number) < NEARLY_REACHED;
    solveFrom(index, volumesAt(index).slice(), isNear ? POLISH_NEAR : POLISH);
  };

  const corners = (): Pick<PaletteTable, "rgb" | "missDeltaE2000"> => {
    const rgb = new Uint8ClampedArray(3 * (end - begin));
    for (let index = begin; index < end; index++) {
      const shown = screenColorFromLab(labAt(labs, index)).rgb.map((light) => 255 * light);
      rgb.set(shown, 3 * (index - begin));
    }
    return { rgb, missDeltaE2000: misses.slice(begin, end) };
  };

  return { first, again, polish, corners };
}

function cornerColor(index: number, size: number): LabD65 {
  const light = (stride: number): number => decodeChannel((Math.floor(index / stride) % size) / (size - 1));
  return labFromLinearSrgb(linearSrgb(light(1), light(size), light(size * size)));
}
