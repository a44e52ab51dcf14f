/** Some thousands of mixtures of a palette, of up to four tubes each: where a search over all its tubes starts. */
import { type DeltaE2000Factors, REFERENCE_FACTORS } from "../color/ciede2000";
import { localMetric, localSquare } from "../color/localMetric";
import type { LabD65 } from "../color/types";
import type { ColorModel } from "../mixing/colorModel";
import { ascending, upTo, zeros } from "../numbers";
import { interiorLattice, subsetsOf } from "./subsets";

/** Levels of the lattice by subset size. */
const SAMPLE_LEVELS = [0, 1, 14, 8, 6] as const;
/** With more tubes than six the lattice would grow with their third power, and is made coarser. */
const MOST_SAMPLES = 5000;

export type MixtureSamples = {
  /** L*, a*, b* of each, one after the other. */
  readonly labs: Float64Array;
  /** First sample of each set of tubes, and the end of the last. */
  readonly setStarts: readonly number[];
  /** Of all tubes, as scaled by strength, a row for each sample. */
  readonly volumes: Float64Array;
  /** The row of one sample. */
  readonly volumesOf: (sample: number) => Float64Array;
  /** The two nearest, by ΔE00's own scales of chroma and hue at the target, without its rotation. */
  readonly nearestTwo: (target: LabD65, factors?: DeltaE2000Factors) => readonly [number, number];
  /**
   * The nearest sample of each set of tubes, nearest sets first: a colour outside has several valleys, and each
   * belongs to other tubes.
   */
  readonly nearestOfSets: (target: LabD65, count: number, factors?: DeltaE2000Factors) => number[];
};

/** @param units - volume of one strength-scaled unit of a tube. */
export function mixtureSamples(
  mixer: ColorModel,
  units: { readonly unitVolume: (tube: number) => number },
): MixtureSamples {
  const { tubeCount } = mixer;
  const setStarts: number[] = [];
  let sampleCount = 0;
  const plans: { readonly subsets: readonly Uint8Array[]; readonly starts: readonly Float64Array[] }[] = [];
  for (let count = 1; count < Math.min(SAMPLE_LEVELS.length, tubeCount + 1); count++) {
    const subsets = subsetsOf(tubeCount, count);
    const starts = affordableLattice(count, (MOST_SAMPLES - sampleCount) / subsets.length);
    sampleCount += subsets.length * starts.length;
    if (starts.length > 0) plans.push({ subsets, starts });
  }
  const volumes = zeros(sampleCount * tubeCount);
  const labs = zeros(3 * sampleCount);
  let sample = 0;
  const lab = zeros(3);
  const real = zeros(SAMPLE_LEVELS.length);
  for (const { subsets, starts } of plans)
    for (const tubes of subsets) {
      setStarts.push(sample);
      for (const start of starts) {
        for (let j = 0; j < tubes.length; j++) {
          const tube = tubes[j] as number;
          volumes[sample * tubeCount + tube] = start[j] as number;
          real[j] = (start[j] as number) * units.unitVolume(tube);
        }
        mixer.writeLab(lab, tubes, real, tubes.length);
        for (let axis = 0; axis < 3; axis++) labs[3 * sample + axis] = lab[axis] as number;
        sample++;
      }
    }
  return samplesOf(tubeCount, volumes, labs, [...setStarts, sample]);
}

/** Those that hold only these tubes, which are all that is left of the palette. */
export function samplesWithin(
  { labs, setStarts, volumes }: MixtureSamples,
  tubes: readonly number[],
): MixtureSamples {
  const tubeCount = (3 * volumes.length) / labs.length;
  const others = upTo(tubeCount).filter((tube) => !tubes.includes(tube));
  const kept: number[] = [];
  const starts: number[] = [];
  for (let set = 0; set + 1 < setStarts.length; set++) {
    const from = setStarts[set] as number;
    if (others.some((tube) => volumes[from * tubeCount + tube] !== 0)) continue;
    starts.push(kept.length);
    for (let sample = from; sample < (setStarts[set + 1] as number); sample++) kept.push(sample);
  }
  const count = tubes.length;
  const keptVolumes = zeros(kept.length * count);
  const keptLabs = zeros(3 * kept.length);
  for (let place = 0; place < kept.length; place++) {
    const sample = kept[place] as number;
    const from = sample * tubeCount;
    for (let j = 0; j < count; j++)
      keptVolumes[place * count + j] = volumes[from + (tubes[j] as number)] as number;
    for (let axis = 0; axis < 3; axis++) keptLabs[3 * place + axis] = labs[3 * sample + axis] as number;
  }
  return samplesOf(count, keptVolumes, keptLabs, [...starts, kept.length]);
}

/** @param volumes - one row of all tubes for each sample. @param setStarts - of each set of tubes, and the end of the last. */
function samplesOf(
  tubeCount: number,
  volumes: Float64Array,
  labs: Float64Array,
  setStarts: readonly number[],
): MixtureSamples {
  const sampleCount = labs.length / 3;
  /** Samples from the darkest to the lightest, and their colours in that order. */
  const byLightness = ascending(sampleCount, (sample) => labs[3 * sample] as number);
  const sorted = zeros(labs.length);
  for (let place = 0; place < sampleCount; place++) {
    const from = 3 * (byLightness[place] as number);
    for (let axis = 0; axis < 3; axis++) sorted[3 * place + axis] = labs[from + axis] as number;
  }

  const volumesOf = (sample: number): Float64Array =>
    volumes.subarray(sample * tubeCount, (sample + 1) * tubeCount);

  const nearestTwo = (target: LabD65, factors = REFERENCE_FACTORS): readonly [number, number] => {
    const metric = localMetric(target, factors);
    let from = 0;
    for (let to = sampleCount; from < to; ) {
      const middle = (from + to) >> 1;
      if ((sorted[3 * middle] as number) < target[0]) from = middle + 1;
      else to = middle;
    }
    let best = 0;
    let bestSquare = Number.POSITIVE_INFINITY;
    let second = 0;
    let secondSquare = Number.POSITIVE_INFINITY;
    // From the value that is looked for up, then down, until those beyond are too far off in value alone.
    for (let way = 1; way >= -1; way -= 2) {
      for (let place = way > 0 ? from : from - 1; place >= 0 && place < sampleCount; place += way) {
        const light = metric.light * ((sorted[3 * place] as number) - target[0]);
        if (light * light > secondSquare) break;
        const square = localSquare(metric, target, sorted, 3 * place);
        if (square >= secondSquare) continue;
        if (square < bestSquare) {
          second = best;
          secondSquare = bestSquare;
          bestSquare = square;
          best = place;
        } else {
          secondSquare = square;
          second = place;
        }
      }
    }
    return [byLightness[best] as number, byLightness[second] as number];
  };

  const nearestOfSets = (target: LabD65, count: number, factors = REFERENCE_FACTORS): number[] => {
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
  };

  return { labs, setStarts, volumes, volumesOf, nearestTwo, nearestOfSets };
}

/** The finest lattice of at most so many points; empty when not even the coarsest is affordable. */
function affordableLattice(count: number, most: number): readonly Float64Array[] {
  for (let levels = SAMPLE_LEVELS[count] ?? count; levels >= count; levels--) {
    const starts = interiorLattice(count, levels);
    if (starts.length <= most) return starts;
  }
  return [];
}
