/**
 * Starting mixtures for every subset of a palette, computed once, and the best of them for a target.
 *
 * The lattice also tells which subsets are worth solving at all: one whose nearest start is further away
 * than a lattice cell cannot come close to the target.
 */
import { type Aim, distanceFrom } from "../color/aimDistance";
import { localMetric, nearestOfEach } from "../color/localMetric";
import type { ColorModel } from "../mixing/colorModel";
import { ascending, zeros } from "../numbers";
import { isAllowedSet } from "./candidates";
import { interiorLattice, subsetsOf } from "./subsets";
import type { RecipeQuery } from "./types";

/** Levels of the lattice by subset size: fine enough that the nearest start leads home. */
const LATTICE_LEVELS = [0, 1, 9, 8, 8, 8, 9] as const;
/** The same for films, whose lattice is repeated at each of these scaled amounts per area. */
const FILM_LEVELS = [0, 1, 6, 6, 6, 7, 8] as const;
const FILM_AMOUNTS = [0.03, 0.1, 0.3, 1, 3, 9] as const;
/** Mixtures in a lattice: about half a second of work once per palette, and 6 MB. */
const MOST_STARTS = 500_000;

export type LatticeSubset = {
  readonly tubes: Uint8Array;
  /** The same as a number, a bit for each tube. */
  readonly bits: number;
  readonly starts: readonly Float64Array[];
  /** L*, a*, b* of each start, one after the other. */
  readonly labs: Float32Array;
};

/** All sets of one size, and L*, a*, b* of their starts, set by set. */
export type LatticeGroup = { readonly subsets: readonly LatticeSubset[]; readonly labs: Float32Array };

export type RankedSubset = {
  readonly subset: LatticeSubset;
  readonly start: Float64Array;
  /** About the ΔE00 of the start from the target. */
  readonly distance: number;
};

/** Targets outside have several valleys, and the nearest start may lie in the wrong one: the nearest in another, if any. */
export type TwiceRanked = RankedSubset & { readonly second: Float64Array };

function startsFor(mixer: ColorModel, size: number): readonly Float64Array[] {
  if (mixer.isScaleFree) return interiorLattice(size, LATTICE_LEVELS[size] ?? size);
  const ratios = interiorLattice(size, FILM_LEVELS[size] ?? size);
  return FILM_AMOUNTS.flatMap((amount) => ratios.map((ratio) => ratio.map((share) => share * amount)));
}

/**
 * The largest subset size whose lattice is still affordable; at least 1.
 *
 * @param maxSize - most tubes of a recipe, at least 1.
 */
export function latticeSize(mixer: ColorModel, maxSize: number): number {
  let total = 0;
  let subsets = 1;
  for (let size = 1; size <= maxSize; size++) {
    subsets = (subsets * (mixer.tubeCount - size + 1)) / size;
    total += subsets * startsFor(mixer, size).length;
    if (total > MOST_STARTS) return Math.max(1, size - 1);
  }
  return maxSize;
}

/**
 * @param unitVolume - volume of one strength-scaled unit of a tube.
 * @param maxSize - most tubes of a recipe, at least 1.
 */
export function buildStartLattice(
  mixer: ColorModel,
  unitVolume: (tube: number) => number,
  maxSize: number,
): LatticeGroup[] {
  const lab = zeros(3);
  const volumes = zeros(maxSize);
  return Array.from({ length: maxSize }, (_, i) => {
    const count = i + 1;
    const starts = startsFor(mixer, count);
    const sets = subsetsOf(mixer.tubeCount, count);
    const labs = new Float32Array(3 * starts.length * sets.length);
    let at = 0;
    const subsets = sets.map((tubes): LatticeSubset => {
      const from = at;
      for (const start of starts) {
        for (let j = 0; j < count; j++) volumes[j] = (start[j] as number) * unitVolume(tubes[j] as number);
        mixer.writeLab(lab, tubes, volumes, count);
        labs.set(lab, at);
        at += 3;
      }
      return { tubes, bits: bitsOf(tubes), starts, labs: labs.subarray(from, at) };
    });
    return { subsets, labs };
  });
}

/** A set of tubes as a number; a search holds 24 of them. */
export function bitsOf(tubes: Iterable<number>): number {
  let bits = 0;
  for (const tube of tubes) bits |= 1 << tube;
  return bits;
}

/** Sets of the lattice that may be used, by their nearest starts. */
export type RankedLattice = {
  /**
   * Those whose starts are so near, about ΔE00, nearest first; those within a millionth of it keep their order.
   *
   * @param held - of so many tubes; of all sizes without it.
   */
  readonly within: (most: number, held?: number) => RankedSubset[];
  /** The distance of the n-th nearest; infinite where there are fewer. */
  readonly distanceOfNth: (n: number) => number;
};

/** @param maxSize - most tubes of a recipe, at least 1. */
export function rankSubsets(
  mixer: ColorModel,
  lattice: readonly LatticeGroup[],
  query: Pick<RecipeQuery, "target" | "factors" | "required" | "forbidden">,
  maxSize: number,
): RankedLattice {
  const { target, factors } = query;
  const metric = localMetric(target, factors);
  const tellNearest = mixer.nearestOfEach ?? nearestOfEach;
  const groups = lattice.slice(0, maxSize).map(({ subsets, labs }) => ({
    subsets,
    ...tellNearest(labs, subsets.length, metric, target),
  }));
  // Of each set an entry would cost as much as finding its nearest start: only those that are asked for get one.
  return {
    within: (most, held) => {
      const near: RankedSubset[] = [];
      for (const { subsets, places, distances } of held ? groups.slice(held - 1, held) : groups)
        for (let i = 0; i < subsets.length; i++) {
          const distance = distances[i] as number;
          const subset = subsets[i] as LatticeSubset;
          if (distance <= most && isAllowedSet(subset.tubes, query))
            near.push({ subset, start: subset.starts[places[i] as number] as Float64Array, distance });
        }
      const sorted: RankedSubset[] = [];
      for (const place of ascending(near.length, (one) => (near[one] as RankedSubset).distance))
        sorted.push(near[place] as RankedSubset);
      return sorted;
    },
    distanceOfNth: (n) => {
      const least = zeros(n).fill(Number.POSITIVE_INFINITY);
      for (const { subsets, distances } of groups)
        for (let i = 0; i < subsets.length; i++) {
          const distance = distances[i] as number;
          let place = n;
          while (place > 0 && distance < (least[place - 1] as number)) place--;
          if (place === n || !isAllowedSet((subsets[i] as LatticeSubset).tubes, query)) continue;
          least.copyWithin(place + 1, place);
          least[place] = distance;
        }
      return least[n - 1] as number;
    },
  };
}

/** CIELAB units from the nearest start to one that may lead elsewhere. */
const OTHER_VALLEY = 12;

/**
 * The same by the distance that is searched for, which costs ten times as much: for targets outside, of which the quick
 * form knows too little.
 */
export function rankExactly(subsets: readonly LatticeSubset[], aim: Aim): TwiceRanked[] {
  const ranked = subsets.map((subset): TwiceRanked => {
    const { labs, starts } = subset;
    const at = (i: number, channel: number): number => labs[3 * i + channel] as number;
    const distances = starts.map((_, i) => distanceFrom(aim, at(i, 0), at(i, 1), at(i, 2)));
    const best = distances.indexOf(Math.min(...distances));
    let second = best;
    for (let i = 0; i < starts.length; i++) {
      const apart = Math.hypot(at(i, 0) - at(best, 0), at(i, 1) - at(best, 1), at(i, 2) - at(best, 2));
      if (apart < OTHER_VALLEY) continue;
      if (second === best || (distances[i] as number) < (distances[second] as number)) second = i;
    }
    return {
      subset,
      start: starts[best] as Float64Array,
      second: starts[second] as Float64Array,
      distance: distances[best] as number,
    };
  });
  return ranked.sort((a, b) => a.distance - b.distance);
}
