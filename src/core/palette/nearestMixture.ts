/** The mixture of all of a palette's tubes, any number of them, that comes nearest to a colour. */
import { type DeltaE2000Factors, deltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import { colorModelOf } from "../mixing/colorModelOf";
import { labIn } from "../mixing/mixedLab";
import type { SurfaceConstants } from "../mixing/saunderson";
import { sumOf, upTo, zeros } from "../numbers";
import { type MixtureSamples, mixtureSamples } from "../recipe/mixtureSamples";
import { type SolverEffort, type SubsetSolver, subsetSolver } from "../recipe/subsetSolver";
import type { Wash } from "../mixing/washMixer";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";

/** Sets of four tubes are kept in a table that grows with the fourth power of this. */
export const MOST_BOX_TUBES = 52;

/** To a hundredth of ΔE00, also at the end of a long curved valley. */
const EFFORT: SolverEffort = { maxIterations: 80, goodEnough: 1e-4, relativeGain: 1e-4 };

/** Further starts for a colour that the nearest ones did not reach. */
const OUTSIDE_STARTS = 8;

export type NearestColor = {
  readonly lab: LabD65;
  /** Shares of the volume by place in the palette; they sum to one. */
  readonly shares: readonly number[];
  /** From the target, with the factors that were asked for. */
  readonly deltaE2000: number;
};

export class NearestMixture {
  /** Water among them where it is a palette of washes: after the last tube. */
  readonly tubeCount: number;
  private readonly solver: SubsetSolver;
  /** Some thousands of mixtures. */
  readonly samples: MixtureSamples;
  private readonly tubes: Uint8Array;

  /**
   * Throws a RangeError without tubes or with more than {@link MOST_BOX_TUBES}.
   *
   * @param samples - of these tubes, where there are some already.
   */
  constructor(
    tubes: readonly OpticalModel[],
    view: ViewingWeights<"D65">,
    surface: SurfaceConstants,
    wash?: Wash,
    samples?: MixtureSamples,
  ) {
    if (tubes.length < 1 || tubes.length > MOST_BOX_TUBES)
      throw new RangeError(`A mixture holds 1 to ${MOST_BOX_TUBES} tubes, not ${tubes.length}`);
    const mixer = colorModelOf(tubes, view, surface, wash);
    this.tubeCount = mixer.tubeCount;
    this.solver = subsetSolver(mixer, mixer.tubeCount);
    this.samples = samples ?? mixtureSamples(mixer, this.solver);
    this.tubes = new Uint8Array(upTo(mixer.tubeCount));
  }

  /** The two samples nearest to a colour: enough to start from inside what the palette reaches. */
  nearSamples(target: LabD65, factors: DeltaE2000Factors = REFERENCE_FACTORS): readonly number[] {
    return this.samples.nearestTwo(target, factors);
  }

  /** @param starts - samples to start from; the nearest ones, and more outside, if left out. */
  to(
    target: LabD65,
    factors: DeltaE2000Factors = REFERENCE_FACTORS,
    starts?: readonly number[],
    effort: SolverEffort = EFFORT,
  ): NearestColor {
    let best = Number.POSITIVE_INFINITY;
    let lab = labD65(Number.NaN, Number.NaN, Number.NaN);
    let volumes = zeros(this.tubeCount);
    const solveFrom = (start: number): void => {
      const squared = this.solver.solve(
        target,
        factors,
        this.tubes,
        this.samples.volumesOf(start),
        this.tubeCount,
        effort,
      );
      if (squared >= best) return;
      best = squared;
      lab = labIn(this.solver.lab);
      volumes = this.solver.volumes.slice(0, this.tubeCount);
    };
    for (const start of starts ?? this.nearSamples(target, factors)) {
      solveFrom(start);
      if (best <= effort.goodEnough) break;
    }
    if (!starts && best > effort.goodEnough)
      for (const start of this.samples.nearestOfSets(target, OUTSIDE_STARTS, factors)) solveFrom(start);
    const total = sumOf(volumes);
    return {
      lab,
      shares: Array.from(volumes, (volume) => volume / total),
      deltaE2000: deltaE2000(target, lab, factors),
    };
  }
}
