import type { Aim } from "../color/aimDistance";
import type { LocalMetric } from "../color/localMetric";

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
  /** From an aim, where the model tells it faster than from its colour. */
  readonly distanceOf?: (aim: Aim, tubes: Uint8Array, volumes: Float64Array, count: number) => number;
  /** A whole solve without hard limits, where the model does it faster than it can be done from outside; else undefined. */
  readonly solveSet?: (set: SetToSolve) => SetSolved | undefined;
  /** {@link ../amounts/besidePile}, where the model does it faster than it can be done from outside; else undefined. */
  readonly bestBeside?: (pile: PileToImprove, mostMoved: number, cost: number) => number | undefined;
};

/** A pile of some paints, and what can be laid instead; volumes in the unit of its measure. */
export type PileAround = {
  readonly now: Float64Array;
  /** Of each place one step down and one step up, not a number where there is none, and the logarithm of their ratio to now. */
  readonly steps: Float64Array;
  readonly ways: Float64Array;
  /** The three amounts of each place around the pile before, not numbers where there was none. */
  readonly before: Float64Array;
  /** Gets the best pile. */
  readonly best: Float64Array;
  /** Largest share of the paint by place; infinite where there is enough. */
  readonly mostShares: Float64Array;
  /** What the largest amount of paint may be. */
  readonly largestRange: readonly [number, number];
  /** What all amounts sum to, at least and at most: 0 and infinity for a pile of any size. */
  readonly totalRange: Float64Array;
  /** ΔE00 that a painter gives up to save one unit of paint. */
  readonly deltaEPerUnit: number;
};

export type PileToImprove = PileAround & {
  /** One for each place. */
  readonly tubes: Uint8Array;
  readonly aim: Aim;
  /** Near the aim. */
  readonly metric: LocalMetric;
};

/** A set of tubes whose best volumes are looked for: {@link ../recipe/subsetSolver} says how. */
export type SetToSolve = {
  readonly aim: Aim;
  /** The first `count` take part. */
  readonly tubes: Uint8Array;
  readonly count: number;
  readonly maxIterations: number;
  readonly goodEnough: number;
  readonly relativeGain: number;
  /** Least amounts as scaled by strength. */
  readonly floors: Float64Array;
  /** Amounts as scaled by strength: where to start, and where it ended. */
  readonly scaled: Float64Array;
  /** Get the volumes and the colour of the solution. */
  readonly volumes: Float64Array;
  readonly lab: Float64Array;
};

export type SetSolved = { readonly squared: number; readonly evaluations: number };
