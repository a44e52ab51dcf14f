/** The slopes that learning uses, against differences of what they are slopes of. */
import { describe, expect, it } from "vitest";
import { BOX_OF_EIGHT, CONDITIONS, simulateBox } from "../../../tests/support/simulatedBench";
import { PAPER } from "../../data/paper";
import { createRng, type Rng } from "../random/rng";
import { BoxModel } from "./boxModel";
import type { Evidence } from "./evidence";

const SCALES = { deviation: 1.2, modelError: 0.3 };
const INVOLVED = BOX_OF_EIGHT.map((_, tube) => tube).slice(0, 6);
const STEP = 1e-5;

function anyEvidence(rng: Rng, film: Evidence["film"], photo?: number): Evidence {
  const box = simulateBox(BOX_OF_EIGHT, rng);
  const parts = box.randomMix();
  return {
    parts,
    lab: box.trueLab(parts),
    uncertaintyDeltaE2000: 0.5,
    ...(film && { film }),
    ...(photo !== undefined && { photo }),
  };
}

function modelAt(rng: Rng) {
  const box = simulateBox(BOX_OF_EIGHT, rng);
  const model = new BoxModel(box.generic, INVOLVED, { ...CONDITIONS, photos: 2 });
  return { model, parameters: model.zero.map(() => 0.5 * rng.normal()) };
}

function sumAt(
  { model, parameters }: ReturnType<typeof modelAt>,
  evidence: readonly Evidence[],
  p: number,
  by: number,
): number {
  return model.sum(
    evidence,
    evidence.map(() => 1),
    parameters.map((value, i) => (i === p ? value + by : value)),
    SCALES,
  );
}

describe.each([
  ["opaque mixtures", undefined],
  ["films over paper", { thickness: 0.3, ground: PAPER }],
] as const)("%s", (_, film) => {
  it("the gradient is the slope of the sum, for tubes, the surface and the light of photos", () => {
    const rng = createRng(91);
    for (let trial = 0; trial < 6; trial++) {
      const at = modelAt(rng);
      const evidence = [undefined, 0, 0, 1].map((photo) => anyEvidence(rng, film, photo));
      const weights = evidence.map(() => 1);
      const { gradient, sum } = at.model.equations(evidence, weights, at.parameters, SCALES);
      expect(sum).toBeCloseTo(at.model.sum(evidence, weights, at.parameters, SCALES), 9);
      const scale = Math.max(...gradient.map(Math.abs));
      for (const [p, slope] of gradient.entries()) {
        const difference = (sumAt(at, evidence, p, STEP) - sumAt(at, evidence, p, -STEP)) / (2 * STEP);
        // The gradient is of half the sum.
        expect(Math.abs(2 * slope - difference) / scale).toBeLessThan(2e-3);
      }
    }
  });

  it("the normal matrix is symmetric and has the prior on its diagonal", () => {
    const rng = createRng(92);
    const { model, parameters } = modelAt(rng);
    const empty = model.equations([], [], parameters, SCALES).normal;
    const full = model.equations([anyEvidence(rng, film, 1)], [1], parameters, SCALES).normal;
    for (const [i, row] of full.entries()) {
      expect(empty[i]?.[i]).toBeCloseTo(model.isOfTube(i) ? 1 / SCALES.deviation ** 2 : 1, 12);
      expect(row[i]).toBeGreaterThanOrEqual(empty[i]?.[i] ?? Number.NaN);
      for (const [j, value] of row.entries()) expect(value).toBeCloseTo(full[j]?.[i] ?? Number.NaN, 9);
    }
  });
});
