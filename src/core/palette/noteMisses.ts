/**
 * How far each note is from what each small set of a box's tubes can mix: the table on which palettes are chosen. Far is
 * meant as recipes are chosen by (../color/aimDistance): ΔE00 near a note, and outside its hue counts.
 *
 * A palette reaches a note by the best of its recipes, and a recipe is a set of at most n tubes. So every
 * question about palettes (what to add, to drop, to swap, which few to take) is answered from the misses of
 * small sets, each solved once and kept. A larger set starts where its best part ended, so that it never misses
 * by more, and from a lattice of its own mixtures.
 */
import { deltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import { localMetric, nearestOf } from "../color/localMetric";
import type { LabD65 } from "../color/types";
import type { ColorModel } from "../mixing/colorModel";
import { colorModelOf } from "../mixing/colorModelOf";
import { mixedLab } from "../mixing/mixedLab";
import type { Wash } from "../mixing/washMixer";
import { MOST_BOX_TUBES, NearestMixture } from "./nearestMixture";
import type { SurfaceConstants } from "../mixing/saunderson";
import { interiorLattice } from "../recipe/subsets";
import { type SolverEffort, type SubsetSolver, subsetSolver } from "../recipe/subsetSolver";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import { areFinite, zeros } from "../numbers";

export const MOST_RECIPE_TUBES = 4;

const LATTICE_LEVELS = [0, 1, 9, 8, 8, 8] as const;
const EFFORT: SolverEffort = { maxIterations: 30, goodEnough: 1e-3, relativeGain: 1e-3 };
/** A start further off than this beyond what is found already leads nowhere better: about a lattice cell, ΔE00. */
const LATTICE_CELL = 6;
/** ΔE00 below which nothing is gained by another tube. */
const REACHED_EXACTLY = Math.sqrt(EFFORT.goodEnough);

type SetMiss = {
  readonly misses: Float32Array;
  /** Scaled volumes that gave it, one row of the set's tubes for each note. */
  readonly volumes: Float64Array;
};

export class NoteMisses {
  readonly tubeCount: number;
  readonly noteCount: number;
  /** Sets solved so far. */
  setsSolved = 0;
  private readonly mixer: ColorModel;
  /** Water goes into every set of washes, after its tubes. */
  private readonly water: readonly number[];
  private readonly solver: SubsetSolver;
  /** By {@link rankOf}. */
  private readonly sets: (SetMiss | undefined)[] = [];

  /**
   * @param recipeTubes - tubes of a recipe at most, 1 to {@link MOST_RECIPE_TUBES}.
   * @throws RangeError for too many tubes, too large recipes, or a note that is not three finite numbers.
   */
  constructor(
    private readonly tubes: readonly OpticalModel[],
    private readonly notes: readonly LabD65[],
    readonly recipeTubes: number,
    private readonly view: ViewingWeights<"D65">,
    private readonly surface: SurfaceConstants,
    private readonly wash?: Wash,
  ) {
    if (tubes.length < 1 || tubes.length > MOST_BOX_TUBES)
      throw new RangeError(`A box of 1 to ${MOST_BOX_TUBES} tubes can be searched, not ${tubes.length}`);
    if (!Number.isInteger(recipeTubes) || recipeTubes < 1 || recipeTubes > MOST_RECIPE_TUBES)
      throw new RangeError(`Recipes of 1 to ${MOST_RECIPE_TUBES} tubes are searched, not ${recipeTubes}`);
    if (!notes.every((note) => areFinite(note)))
      throw new RangeError("Every note needs three finite numbers");
    this.tubeCount = tubes.length;
    this.noteCount = notes.length;
    this.mixer = colorModelOf(tubes, view, surface, wash);
    this.water = wash ? [tubes.length] : [];
    this.solver = subsetSolver(this.mixer, MOST_RECIPE_TUBES + this.water.length);
  }

  /** Of each note from the best recipe of the palette. @param palette - places in the box, any order. */
  ofPalette(palette: readonly number[]): Float32Array {
    const misses = new Float32Array(this.noteCount).fill(Number.POSITIVE_INFINITY);
    const sorted = [...palette].sort((a, b) => a - b);
    for (const [place, tube] of sorted.entries()) this.lowerWith(misses, sorted.slice(0, place), tube);
    return misses;
  }

  /** ΔE00 of the best recipe of the palette for each note: what is told of it. @param palette - places in the box. */
  deltaEOfPalette(palette: readonly number[]): number[] {
    const least = zeros(this.noteCount).fill(Number.POSITIVE_INFINITY);
    const labs = new Array<LabD65 | undefined>(this.noteCount).fill(undefined);
    this.visitSets(palette, (set) => {
      const { misses, volumes } = this.ofSet(set);
      misses.forEach((miss, note) => {
        if (miss >= (least[note] as number)) return;
        least[note] = miss;
        labs[note] = this.labOf(set, volumes, note);
      });
    });
    return this.notes.map((note, n) => {
      const lab = labs[n];
      return lab ? deltaE2000(note, lab) : Number.POSITIVE_INFINITY;
    });
  }

  /** ΔE00 of each note from the nearest mixture of all these tubes at once: no recipe of theirs is nearer. */
  ofWholeBox(tubes: readonly number[]): number[] {
    const nearest = new NearestMixture(
      tubes.map((tube) => this.tubes[tube] as OpticalModel),
      this.view,
      this.surface,
      this.wash,
    );
    return this.notes.map((note) => nearest.to(note).deltaE2000);
  }

  /** Lowers the misses by every set that holds `tube` and otherwise only tubes of `others`. */
  lowerWith(misses: Float32Array, unsorted: readonly number[], tube: number): void {
    const others = ascending(unsorted);
    const lower = (chosen: readonly number[], from: number): void => {
      const { misses: own } = this.ofSet(withTube(chosen, tube));
      for (let note = 0; note < own.length; note++)
        if ((own[note] as number) < (misses[note] as number)) misses[note] = own[note] as number;
      if (chosen.length + 1 === this.recipeTubes) return;
      for (let next = from; next < others.length; next++)
        lower([...chosen, others[next] as number], next + 1);
    };
    lower([], 0);
  }

  /** The fewest tubes of the palette that reach each note within a tolerance; undefined where none do. */
  fewestTubes(palette: readonly number[], toleranceDeltaE2000: number): (number | undefined)[] {
    const fewest = new Array<number | undefined>(this.noteCount).fill(undefined);
    this.visitSets(palette, (set) => {
      this.ofSet(set).misses.forEach((miss, note) => {
        if (miss <= toleranceDeltaE2000 && set.length < (fewest[note] ?? Number.POSITIVE_INFINITY))
          fewest[note] = set.length;
      });
    });
    return fewest;
  }

  /** All sets of the palette's tubes that a recipe may have, each ascending. */
  private visitSets(unsorted: readonly number[], onSet: (set: readonly number[]) => void): void {
    const palette = ascending(unsorted);
    const visit = (chosen: readonly number[], from: number): void => {
      for (let next = from; next < palette.length; next++) {
        const set = [...chosen, palette[next] as number];
        onSet(set);
        if (set.length < this.recipeTubes) visit(set, next + 1);
      }
    };
    visit([], 0);
  }

  /** @param set - ascending. @param volumes - as scaled by strength, a row for each note. */
  private labOf(set: readonly number[], volumes: Float64Array, note: number): LabD65 {
    const places = [...set, ...this.water];
    const real = places.map(
      (tube, j) => (volumes[note * places.length + j] as number) * this.solver.unitVolume(tube),
    );
    return mixedLab(this.mixer, places, real);
  }

  /** @param set - ascending. */
  private ofSet(set: readonly number[]): SetMiss {
    const rank = rankOf(set);
    const known = this.sets[rank];
    if (known) return known;
    const solved = this.solveSet(set);
    this.sets[rank] = solved;
    this.setsSolved++;
    return solved;
  }

  private solveSet(set: readonly number[]): SetMiss {
    const { solver, mixer, notes } = this;
    const places = [...set, ...this.water];
    const count = places.length;
    const tubes = Uint8Array.from(places);
    const misses = new Float32Array(notes.length).fill(Number.POSITIVE_INFINITY);
    const volumes = zeros(notes.length * count);
    const parts =
      set.length > 1 ? set.map((_, left) => this.ofSet(set.filter((__, place) => place !== left))) : [];
    const starts = interiorLattice(count, LATTICE_LEVELS[count] ?? count);
    const labs = zeros(3 * starts.length);
    const lab = zeros(3);
    const real = zeros(count);
    starts.forEach((start, i) => {
      for (let j = 0; j < count; j++) real[j] = (start[j] as number) * solver.unitVolume(tubes[j] as number);
      mixer.writeLab(lab, tubes, real, count);
      labs.set(lab, 3 * i);
    });
    notes.forEach((note, n) => {
      const take = (squared: number): void => {
        const miss = Math.sqrt(squared);
        if (miss >= (misses[n] as number)) return;
        misses[n] = miss;
        volumes.set(solver.scaledVolumes(count), n * count);
      };
      let bestPart = -1;
      parts.forEach((part, left) => {
        if (bestPart < 0 || (part.misses[n] as number) < (parts[bestPart]?.misses[n] as number))
          bestPart = left;
      });
      const part = parts[bestPart];
      if (part) {
        const start = zeros(count);
        for (let j = 0, from = 0; j < count; j++)
          start[j] = j === bestPart ? 0 : (part.volumes[n * (count - 1) + from++] as number);
        misses[n] = part.misses[n] as number;
        volumes.set(start, n * count);
        if (misses[n] <= REACHED_EXACTLY) return;
        take(solver.solve(note, REFERENCE_FACTORS, tubes, start, count, EFFORT));
      }
      const { place, distance } = nearestOf(localMetric(note, REFERENCE_FACTORS), note, labs);
      const nearest = starts[place];
      const miss = misses[n] as number;
      if (nearest && miss > REACHED_EXACTLY && distance < miss + LATTICE_CELL)
        take(solver.solve(note, REFERENCE_FACTORS, tubes, nearest, count, EFFORT));
    });
    return { misses, volumes };
  }
}

/**
 * The place of an ascending set among all sets of at most four tubes, without gaps within a size. A search asks for
 * hundreds of thousands of sets, so that a key to be hashed costs more than what is found by it.
 *
 *   C(a, 1) + C(b, 2) + C(c, 3) + C(d, 4) of tubes a < b < c < d, behind all smaller sets
 */
function rankOf(set: readonly number[]): number {
  let rank = RANKS_FROM[set.length] as number;
  for (let i = 0; i < set.length; i++) rank += choose(set[i] as number, i + 1);
  return rank;
}

function choose(count: number, size: number): number {
  let ways = 1;
  for (let i = 0; i < size; i++) ways = (ways * (count - i)) / (i + 1);
  return ways;
}

/** The first rank of each size in the largest box. */
const RANKS_FROM: readonly number[] = [0, 1, 2, 3, 4].map((size) =>
  [1, 2, 3].reduce((sum, smaller) => sum + (smaller < size ? choose(MOST_BOX_TUBES, smaller) : 0), 0),
);

/** The same list where it is in order already, as it mostly is. */
function ascending(tubes: readonly number[]): readonly number[] {
  return tubes.every((tube, i) => i === 0 || (tubes[i - 1] as number) < tube)
    ? tubes
    : [...tubes].sort((a, b) => a - b);
}

/** @param set - ascending. */
function withTube(set: readonly number[], tube: number): readonly number[] {
  const place = set.findIndex((held) => held > tube);
  return set.toSpliced(place < 0 ? set.length : place, 0, tube);
}
