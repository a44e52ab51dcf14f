import { describe, expect, it } from "vitest";
import { pigment, SIX_TUBES } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { REFERENCE_FACTORS } from "../color/ciede2000";
import { localMetric, localSquare } from "../color/localMetric";
import { type LabD65, labD65 } from "../color/types";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { createRng } from "../random/rng";
import { type MixtureSamples, mixtureSamples, samplesWithin } from "./mixtureSamples";
import { subsetSolver } from "./subsetSolver";

const optics = SIX_TUBES.map((id) => pigment(id).optics);

function evaluatorOf(places: readonly number[]): MixtureEvaluator {
  return new MixtureEvaluator(
    places.flatMap((place) => optics[place] ?? []),
    VIEWING.D65,
    PAINT_SURFACE,
  );
}

const ALL = [...SIX_TUBES.keys()];
const mixer = evaluatorOf(ALL);
const samples = mixtureSamples(mixer, subsetSolver(mixer));

function targets(count: number): LabD65[] {
  const rng = createRng(7);
  return Array.from({ length: count }, () =>
    labD65(rng.between(0, 100), rng.between(-70, 70), rng.between(-70, 70)),
  );
}

function sampleCount({ labs }: MixtureSamples): number {
  return labs.length / 3;
}

/** Squared distances of all samples, the nearest first. */
function squaresTo({ labs }: MixtureSamples, target: LabD65): readonly number[] {
  const metric = localMetric(target, REFERENCE_FACTORS);
  return Array.from({ length: labs.length / 3 }, (_, sample) =>
    localSquare(metric, target, labs, 3 * sample),
  );
}

describe("samples of mixtures", () => {
  it("tells the two nearest of all, whatever is aimed at", () => {
    for (const target of targets(200)) {
      const squares = squaresTo(samples, target);
      const [first, second] = samples.nearestTwo(target);
      const [least, next] = [...squares].sort((one, other) => one - other);
      expect(squares[first]).toBe(least);
      expect(squares[second]).toBe(next);
      expect(first).not.toBe(second);
    }
  });

  it("tells the nearest of each set of tubes, the nearest set first", () => {
    const heldBy = (sample: number): string =>
      samples
        .volumesOf(sample)
        .map((volume) => (volume > 0 ? 1 : 0))
        .join();
    for (const target of targets(20)) {
      const squares = squaresTo(samples, target);
      const nearest = samples.nearestOfSets(target, 8);
      expect(new Set(nearest.map(heldBy)).size).toBe(8);
      const own = nearest.map((sample) => squares[sample] ?? Number.NaN);
      expect(own).toEqual([...own].sort((one, other) => one - other));
      expect(own[0]).toBe(Math.min(...squares));
    }
  });

  it("of a part of the palette are those that hold nothing else, with their colours", () => {
    const places = [0, 2, 3, 5];
    const part = samplesWithin(samples, places);
    const small = evaluatorOf(places);
    const { unitVolume } = subsetSolver(small);
    const lab = new Float64Array(3);
    const indices = Uint8Array.from(places.keys());
    for (let sample = 0; sample < sampleCount(part); sample++) {
      const real = part.volumesOf(sample).map((units, tube) => units * unitVolume(tube));
      small.writeLab(lab, indices, real, places.length);
      for (let axis = 0; axis < 3; axis++)
        expect(part.labs[3 * sample + axis]).toBeCloseTo(lab[axis] ?? Number.NaN, 9);
    }
    const held = Array.from({ length: sampleCount(samples) }, (_, sample) =>
      samples.volumesOf(sample),
    ).filter((volumes) => volumes.every((volume, tube) => volume === 0 || places.includes(tube)));
    expect(sampleCount(part)).toBe(held.length);
    // Each of the four alone, each two, each three, and all of them.
    expect(part.setStarts).toHaveLength(4 + 6 + 4 + 1 + 1);
    for (const target of targets(40)) {
      const [first] = part.nearestTwo(target);
      expect(squaresTo(part, target)[first]).toBe(Math.min(...squaresTo(part, target)));
    }
  });
});
