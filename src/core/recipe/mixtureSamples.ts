/** Some thousands of mixtures of a palette, of up to four tubes each: where a search over all its tubes starts. */
import { type DeltaE2000Factors, REFERENCE_FACTORS } from "../color/ciede2000";
import { localMetric, localSquare } from "../color/localMetric";
import type { LabD65 } from "../color/types";
import type { ColorModel } from "../mixing/colorModel";
import { interiorLattice, subsetsOf } from "./subsets";

/** Levels of the lattice by subset size. */
const SAMPLE_LEVELS = [0, 1, 14, 8, 6] as const;
/** With more tubes than six the lattice would grow with their third power, and is made coarser. */
const MOST_SAMPLES = 5000;

export class MixtureSamples {
  private readonly tubeCount: number;
  /** As scaled by strength, one row of all tubes for each sample. */
  private readonly volumes: Float64Array;
  readonly labs: Float64Array;
  /** Samples from the darkest to the lightest. */
  private readonly byLightness: Int32Array;
  /** First sample of each set of tubes, and the end of the last. */
  private readonly setStarts: readonly number[];

  /** @param units - volume of one strength-scaled unit of a tube. */
  constructor(mixer: ColorModel, units: { readonly unitVolume: (tube: number) => number }) {
    const { tubeCount } = mixer;
    this.tubeCount = tubeCount;
    const setStarts: number[] = [];
    let sampleCount = 0;
    const plans: { readonly subsets: readonly Uint8Array[]; readonly starts: readonly Float64Array[] }[] = [];
    for (let count = 1; count < Math.min(SAMPLE_LEVELS.length, tubeCount + 1); count++) {
      const subsets = subsetsOf(tubeCount, count);
      const starts = affordableLattice(count, (MOST_SAMPLES - sampleCount) / subsets.length);
      sampleCount += subsets.length * starts.length;
      if (starts.length > 0) plans.push({ subsets, starts });
    }
    this.volumes = new Float64Array(sampleCount * tubeCount);
    this.labs = new Float64Array(3 * sampleCount);
    let sample = 0;
    const lab = new Float64Array(3);
    const real = new Float64Array(SAMPLE_LEVELS.length);
    for (const { subsets, starts } of plans)
      for (const tubes of subsets) {
        setStarts.push(sample);
        for (const start of starts) {
          for (let j = 0; j < tubes.length; j++) {
            const tube = tubes[j] as number;
            this.volumes[sample * tubeCount + tube] = start[j] as number;
            real[j] = (start[j] as number) * units.unitVolume(tube);
          }
          mixer.writeLab(lab, tubes, real, tubes.length);
          this.labs.set(lab, 3 * sample);
          sample++;
        }
      }
    this.setStarts = [...setStarts, sample];
    this.byLightness = Int32Array.from({ length: sample }, (_, i) => i).sort(
      (one, other) => (this.labs[3 * one] as number) - (this.labs[3 * other] as number),
    );
  }

  volumesOf(sample: number): Float64Array {
    return this.volumes.subarray(sample * this.tubeCount, (sample + 1) * this.tubeCount);
  }

  /** The two nearest, by ΔE00's own scales of chroma and hue at the target, without its rotation. */
  nearestTwo(target: LabD65, factors: DeltaE2000Factors = REFERENCE_FACTORS): readonly [number, number] {
    const { labs, byLightness } = this;
    const metric = localMetric(target, factors);
    let best = 0;
    let bestSquare = Number.POSITIVE_INFINITY;
    let second = 0;
    let secondSquare = Number.POSITIVE_INFINITY;
    /** False where this one, and so all beyond it, are too far off in value alone. */
    const look = (sample: number): boolean => {
      if ((metric.light * ((labs[3 * sample] as number) - target[0])) ** 2 > secondSquare) return false;
      const square = localSquare(metric, target, labs, 3 * sample);
      if (square < bestSquare) {
        second = best;
        secondSquare = bestSquare;
        bestSquare = square;
        best = sample;
      } else if (square < secondSquare) {
        secondSquare = square;
        second = sample;
      }
      return true;
    };
    let from = 0;
    for (let to = byLightness.length; from < to; ) {
      const middle = (from + to) >> 1;
      if ((labs[3 * (byLightness[middle] as number)] as number) < target[0]) from = middle + 1;
      else to = middle;
    }
    for (let up = from, down = from - 1; up < byLightness.length || down >= 0; ) {
      if (up < byLightness.length && !look(byLightness[up++] as number)) up = byLightness.length;
      if (down >= 0 && !look(byLightness[down--] as number)) down = -1;
    }
    return [best, second];
  }

  /**
   * The nearest sample of each set of tubes, nearest sets first: a colour outside has several valleys, and each
   * belongs to other tubes.
   */
  nearestOfSets(target: LabD65, count: number, factors: DeltaE2000Factors = REFERENCE_FACTORS): number[] {
    const { labs, setStarts } = this;
    const metric = localMetric(target, factors);
    // The few nearest are kept in order while all are looked at: sorting all of them takes longer than finding them.
    const nearest: number[] = [];
    const squares: number[] = [];
    for (let set = 0; set + 1 < setStarts.length; set++) {
      let best = -1;
      let bestSquare = Number.POSITIVE_INFINITY;
      for (let sample = setStarts[set] as number; sample < (setStarts[set + 1] as number); sample++) {
        const square = localSquare(metric, target, labs, 3 * sample);
        if (square >= bestSquare) continue;
        bestSquare = square;
        best = sample;
      }
      let place = squares.length;
      while (place > 0 && bestSquare < (squares[place - 1] as number)) place--;
      if (best < 0 || place >= count) continue;
      squares.splice(place, 0, bestSquare);
      nearest.splice(place, 0, best);
      if (squares.length > count) {
        squares.pop();
        nearest.pop();
      }
    }
    return nearest;
  }
}

/** The finest lattice of at most so many points; empty when not even the coarsest is affordable. */
function affordableLattice(count: number, most: number): readonly Float64Array[] {
  for (let levels = SAMPLE_LEVELS[count] ?? count; levels >= count; levels--) {
    const starts = interiorLattice(count, levels);
    if (starts.length <= most) return starts;
  }
  return [];
}
