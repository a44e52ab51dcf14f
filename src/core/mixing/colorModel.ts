import type { Ladder } from "../amounts/ladder";
import type { Aim } from "../color/aimDistance";
import type { LocalMetric, NearestPlaces } from "../color/localMetric";
import type { LabD65 } from "../color/types";

/** What a search needs to know of a palette: the colour of volumes of its tubes, and how it changes. */
export type ColorModel = {
  readonly tubeCount: number;
  /** True when only the ratio of volumes counts (opaque paint), false when their sum does too (a film). */
  readonly isScaleFree: boolean;
  /** Volume of a tube that colours about as much as one volume of a paint with K = S = 1. */
  readonly strengthOf: (tube: number) => number;
  /** Writes L*, a*, b*; reads the first `count` entries of `tubes` and `volumes`. */
  readonly writeLab: (out: Float64Array, tubes: Uint8Array, volumes: Float64Array, count: number) => void;
  /** The same with dL*, da*, db* by the volume of tubes[j] in slopes[3 j], [3 j + 1], [3 j + 2]. */
  readonly writeLabAndSlopes: (
    out: Float64Array,
    slopes: Float64Array,
    tubes: Uint8Array,
    volumes: Float64Array,
    count: number,
  ) => void;
  readonly nearestOfEach?: NearestOfEach;
  /** A whole solve without hard limits, where the model does it faster than it can be done from outside; else undefined. */
  readonly solveSet?: (set: SetToSolve) => SetSolved | undefined;
  /** {@link ../amounts/layPile} of opaque paint, where the model does it faster than it can be done from outside; else undefined. */
  readonly layPile?: (pile: PileToLay, tubes: Uint8Array, aim: Aim) => readonly number[] | undefined;
};

/** {@link ../color/localMetric} nearestOfEach. */
export type NearestOfEach = (
  labs: Float32Array,
  sets: number,
  metric: LocalMetric,
  target: LabD65,
) => NearestPlaces;

/** A pile that is wanted of some paints, in the unit of a measure; water is the last place, if there is any. */
export type PileToLay = {
  readonly paintCount: number;
  /** Exact amounts, in any size. */
  readonly exact: readonly number[];
  /** The place of the largest paint, and about how much of it is tried, from little to much. */
  readonly main: number;
  readonly sizes: readonly number[];
  /** How the amount of each place is measured. */
  readonly ladders: readonly Ladder[];
  /** Largest share of the paint by place; infinite where there is enough. */
  readonly mostShares: readonly number[];
  /** What the largest amount of paint may be. */
  readonly largestRange: readonly [number, number];
  /** What all amounts sum to, at least and at most: 0 and infinity for a pile of any size. */
  readonly totalRange: readonly [number, number];
  /** What they sum to where the measure says so, else not a number: the main paint is what is left. */
  readonly total: number;
  /** ΔE00 that a painter gives up to save one unit of paint. */
  readonly deltaEPerUnit: number;
};

/** When a solve ends: enough to rank sets of tubes, or enough to show. */
export type SolverEffort = {
  readonly maxIterations: number;
  /** ΔE00² below which nothing is gained. */
  readonly goodEnough: number;
  /** A step that gains less than this share of ΔE00² ends the search. */
  readonly relativeGain: number;
  /** CIELAB to 2e-4 is enough: a model may work it out faster so. Never for what is shown. */
  readonly isRough?: boolean;
};

/** A set of tubes whose best volumes are looked for: {@link ../recipe/subsetSolver} says how. */
export type SetToSolve = {
  readonly aim: Aim;
  /** The first `count` take part. */
  readonly tubes: Uint8Array;
  readonly count: number;
  readonly effort: SolverEffort;
  /** Least amounts as scaled by strength. */
  readonly floors: Float64Array;
  /** Amounts as scaled by strength: where to start, and where it ended. */
  readonly scaled: Float64Array;
  /** Get the volumes and the colour of the solution. */
  readonly volumes: Float64Array;
  readonly lab: Float64Array;
};

export type SetSolved = { readonly squared: number; readonly evaluations: number };
