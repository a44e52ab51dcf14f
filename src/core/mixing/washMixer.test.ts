import { describe, expect, it } from "vitest";
import { labOfMix, pigment } from "../../../tests/support/paint";
import { PAPER, UNDILUTED_THICKNESS } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { createRng } from "../random/rng";
import { WashMixer } from "./washMixer";

const IDS = ["ultramarine-blue", "raw-umber", "phthalo-green-bs"] as const;
const mixer = new WashMixer(
  IDS.map((id) => pigment(id).optics),
  VIEWING.D65,
  PAINT_SURFACE,
  { paper: PAPER, undilutedThickness: UNDILUTED_THICKNESS },
);
const PLACES = Uint8Array.of(0, 1, 2, 3);

const labOf = (volumes: readonly number[]): number[] => {
  const out = new Float64Array(3);
  mixer.writeLab(out, PLACES, Float64Array.from(volumes), volumes.length);
  return Array.from(out);
};

describe("paint and water as one palette", () => {
  it("has the colour of the film that they dry to, however much of it there is", () => {
    const rng = createRng(3);
    for (let i = 0; i < 20; i++) {
      const [a, b, c, water] = [rng.next(), rng.next() * 0.3, rng.next() * 0.05, rng.between(0, 30)];
      const whole = a + b + c + water;
      const plain = labOfMix(
        { "ultramarine-blue": a, "raw-umber": b, "phthalo-green-bs": c },
        { thickness: (UNDILUTED_THICKNESS * (a + b + c)) / whole, ground: PAPER },
      );
      labOf([a, b, c, water]).forEach((value, axis) => {
        expect(value).toBeCloseTo(plain[axis] ?? Number.NaN, 8);
      });
      labOf([3 * a, 3 * b, 3 * c, 3 * water]).forEach((value, axis) => {
        expect(value).toBeCloseTo(plain[axis] ?? Number.NaN, 8);
      });
    }
  });

  it("is the paper where there is only water", () => {
    expect(labOf([0, 0, 0, 1])[0]).toBeGreaterThan(93);
  });

  it("has the slopes that small changes have", () => {
    const rng = createRng(4);
    const out = new Float64Array(3);
    const slopes = new Float64Array(12);
    for (let i = 0; i < 10; i++) {
      const volumes = [rng.next(), rng.next(), rng.next() * 0.1, rng.between(0.5, 20)];
      mixer.writeLabAndSlopes(out, slopes, PLACES, Float64Array.from(volumes), 4);
      for (let j = 0; j < 4; j++) {
        const step = 1e-6 * (volumes[j] ?? 1);
        const [up, down] = [step, -step].map((by) =>
          labOf(volumes.map((volume, k) => (k === j ? volume + by : volume))),
        );
        for (let axis = 0; axis < 3; axis++) {
          const numeric = ((up?.[axis] ?? 0) - (down?.[axis] ?? 0)) / (2 * step);
          expect(slopes[3 * j + axis]).toBeCloseTo(numeric, 2);
        }
      }
    }
  });
});
