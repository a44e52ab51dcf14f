import { describe, expect, it } from "vitest";
import { box, BUILDS, kernelWith, target } from "../../tests/support/kernels";
import { localMetric, nearestOfEach } from "../core/color/localMetric";
import { MixtureEvaluator } from "../core/mixing/mixtureEvaluator";
import { createRng } from "../core/random/rng";
import { PIGMENT_MODELS } from "../data/pigments.generated";
import { VIEWING } from "../data/standardViewing";
import { PAINT_SURFACE } from "../data/surface";

describe("the nearest of many colours", () => {
  it.each([1, 2, 21, 35])("is told of each of many sets as the plain form tells it, %i in a set", (each) => {
    const rng = createRng(47);
    const tubes = box(rng, "generic");
    const plain = new MixtureEvaluator(tubes, VIEWING.D65, PAINT_SURFACE);
    for (const sets of [1, 7, 700]) {
      // Some colours are there twice: of equal ones the first is told.
      const labs = Float32Array.from({ length: 3 * each * sets }, (_, i) =>
        Math.round(rng.between(i % 3 === 0 ? 0 : -60, i % 3 === 0 ? 100 : 60)),
      );
      for (const [, simd] of BUILDS) {
        const model = kernelWith(simd)(plain, tubes, VIEWING.D65, PAINT_SURFACE);
        for (let i = 0; i < 5; i++) {
          const aim = target(rng);
          const metric = localMetric(aim, { kL: 1, kC: 1 + i, kH: 1 });
          expect(model.nearestOfEach?.(labs, sets, metric, aim)).toEqual(
            nearestOfEach(labs, sets, metric, aim),
          );
        }
      }
    }
  });
});

describe("the kernel's memory", () => {
  it("writes a palette again that was overwritten, and leaves boxes to the plain form for which it has no room", () => {
    const rng = createRng(44);
    const kernel = kernelWith(true);
    const palettes = Array.from({ length: 120 }, () => box(rng, "generic"));
    const models = palettes.map((tubes) =>
      kernel(new MixtureEvaluator(tubes, VIEWING.D65, PAINT_SURFACE), tubes, VIEWING.D65, PAINT_SURFACE),
    );
    const color = new Float64Array(3);
    const colors = (): number[] =>
      models.map((model) => {
        model.writeLab(color, Uint8Array.of(0, 1, 2), Float64Array.of(1, 2, 3), 3);
        return color[0] as number;
      });
    const first = colors();
    expect(colors()).toEqual(first);
    expect(new Set(first).size).toBeGreaterThan(60);

    const many = Array.from(
      { length: 200 },
      (_, i) => PIGMENT_MODELS[i % PIGMENT_MODELS.length]?.optics,
    ).filter((optics) => optics !== undefined);
    const large = [...many, ...many, ...many, ...many, ...many, ...many, ...many];
    const plain = new MixtureEvaluator(large, VIEWING.D65, PAINT_SURFACE);
    const model = kernel(plain, large, VIEWING.D65, PAINT_SURFACE);
    const plainColor = new Float64Array(3);
    for (const [tubes, volumes] of [
      [Uint8Array.of(3, 9), Float64Array.of(1, 2)],
      [Uint8Array.from({ length: 40 }, (_, i) => i), new Float64Array(40).fill(1)],
    ] as const) {
      model.writeLab(color, tubes, volumes, tubes.length);
      plain.writeLab(plainColor, tubes, volumes, tubes.length);
      expect([...color]).toEqual([...plainColor]);
    }
  });

  it("writes colours again that were overwritten, and looks through more than it can hold in parts", () => {
    const rng = createRng(61);
    const kernel = kernelWith(true);
    const tubes = box(rng, "generic");
    const plain = new MixtureEvaluator(tubes, VIEWING.D65, PAINT_SURFACE);
    const model = kernel(plain, tubes, VIEWING.D65, PAINT_SURFACE);
    const aim = target(rng);
    const metric = localMetric(aim, { kL: 1, kC: 1, kH: 1 });
    const color = new Float64Array(3);
    // Together more than there is room for, and the last alone more than half of it.
    const rows = [600, 900, 1000, 1200, 2500].map((sets) => ({
      sets,
      labs: Float32Array.from({ length: 3 * 35 * sets }, () => rng.between(-60, 60)),
    }));
    for (let round = 0; round < 3; round++)
      for (const { sets, labs } of rows) {
        expect(model.nearestOfEach?.(labs, sets, metric, aim)).toEqual(
          nearestOfEach(labs, sets, metric, aim),
        );
        model.writeLab(color, Uint8Array.of(0, 1), Float64Array.of(1, 2), 2);
        const seen = [...color];
        plain.writeLab(color, Uint8Array.of(0, 1), Float64Array.of(1, 2), 2);
        seen.forEach((value, axis) => {
          expect(value).toBeCloseTo(color[axis] as number, 9);
        });
      }
  });
});
