import { afterEach, describe, expect, it } from "vitest";
import { box, BUILDS, kernelWith, mixOf, moduleOf, target } from "../../tests/support/kernels";
import { DEFAULT_SIZES } from "../core/amounts/amounts";
import { type DosingChoice, dosingOf } from "../core/amounts/dosing";
import { type LaidDown, layDown } from "../core/amounts/layDown";
import { AIM_RESIDUALS, aimAt, distanceFrom, writeAimResiduals } from "../core/color/aimDistance";
import type { DeltaE2000Factors } from "../core/color/ciede2000";
import { labD65, type LabD65 } from "../core/color/types";
import type { ColorModel } from "../core/mixing/colorModel";
import { MixtureEvaluator } from "../core/mixing/mixtureEvaluator";
import { handInKernel, opaqueModel } from "../core/mixing/opaqueModel";
import { mapPicture } from "../core/picture/mapPicture";
import { createRng, type Rng } from "../core/random/rng";
import { COARSE, FINE, subsetSolver } from "../core/recipe/subsetSolver";
import { VIEWING } from "../data/standardViewing";
import { PAINT_SURFACE } from "../data/surface";
import { createMapper } from "./pictures";

afterEach(() => {
  handInKernel(undefined);
});

describe.each(BUILDS)("the kernel %s", (_, simd) => {
  it.each(["generic", "own surface", "two surfaces"] as const)(
    "gives the colours and slopes of the plain form, %s",
    (kind) => {
      const rng = createRng(41);
      const [color, plainColor] = [new Float64Array(3), new Float64Array(3)];
      const [slopes, plainSlopes] = [new Float64Array(36), new Float64Array(36)];
      const apart = (): number =>
        Math.max(...color.map((value, axis) => Math.abs(value - (plainColor[axis] ?? Number.NaN))));
      const colorsApart: number[] = [];
      const slopesApart: number[] = [];
      for (let i = 0; i < 60; i++) {
        const tubes = box(rng, kind);
        const plain = new MixtureEvaluator(tubes, VIEWING.D65, PAINT_SURFACE);
        const model = kernelWith(simd)(plain, tubes, VIEWING.D65, PAINT_SURFACE);
        for (let count = 1; count <= 12; count++) {
          const mix = mixOf(rng, count);
          if (mix.volumes.every((volume) => volume === 0)) continue;
          plain.writeLabAndSlopes(plainColor, plainSlopes, mix.tubes, mix.volumes, count);
          model.writeLabAndSlopes(color, slopes, mix.tubes, mix.volumes, count);
          colorsApart.push(apart());
          for (let at = 0; at < 3 * count; at++) {
            const wanted = plainSlopes[at] as number;
            slopesApart.push(Math.abs((slopes[at] as number) - wanted) / (1 + Math.abs(wanted)));
          }
          model.writeLab(color, mix.tubes, mix.volumes, count);
          plain.writeLab(plainColor, mix.tubes, mix.volumes, count);
          colorsApart.push(apart());
        }
      }
      expect(colorsApart.length).toBeGreaterThan(1300);
      expect(Math.max(...colorsApart)).toBeLessThan(5e-10);
      // In single precision.
      expect(Math.max(...slopesApart)).toBeLessThan(3e-5);
    },
  );

  it("solves sets of tubes as the plain form does, near and far, with factors and required tubes", () => {
    const rng = createRng(42);
    let worse = 0;
    for (let i = 0; i < 400; i++) {
      const tubes = box(rng, i % 3 === 0 ? "two surfaces" : "generic");
      const plain = new MixtureEvaluator(tubes, VIEWING.D65, PAINT_SURFACE);
      const model = kernelWith(simd)(plain, tubes, VIEWING.D65, PAINT_SURFACE);
      const count = 1 + rng.below(6);
      const { tubes: places } = mixOf(rng, count);
      const start = Float64Array.from({ length: count }, () => 0.05 + rng.next());
      const aim = target(rng);
      const factors = i % 4 === 0 ? { kL: 0.7, kC: 2, kH: 4 } : { kL: 1, kC: 1, kH: 1 };
      const solved = [plain, model].map((of) => {
        const solver = subsetSolver(of);
        const squared = solver.solve(aim, factors, places, start, count, FINE);
        // The colour that is told is that of the volumes that are told, and as far off as is told.
        const color = new Float64Array(3);
        plain.writeLab(color, places, solver.volumes, count);
        for (let axis = 0; axis < 3; axis++) expect(solver.lab[axis]).toBeCloseTo(color[axis] as number, 8);
        const distance = distanceFrom(
          aimAt(aim, factors),
          color[0] as number,
          color[1] as number,
          color[2] as number,
        );
        expect(Math.sqrt(squared)).toBeCloseTo(distance, 7);
        return distance;
      });
      // Two ends of one flat valley may differ; no answer is visibly worse.
      if (Math.abs((solved[1] as number) - (solved[0] as number)) > 1e-3) worse++;
    }
    expect(worse).toBeLessThan(4);
  });

  it("tells the colour that a coarse solve comes to as closely as single precision can, and comes as near as the plain form", () => {
    const rng = createRng(59);
    const [color, colorsApart, distancesApart] = [new Float64Array(3), [] as number[], [] as number[]];
    let worse = 0;
    for (let i = 0; i < 400; i++) {
      const tubes = box(rng, i % 3 === 0 ? "own surface" : "generic");
      const plain = new MixtureEvaluator(tubes, VIEWING.D65, PAINT_SURFACE);
      const model = kernelWith(simd)(plain, tubes, VIEWING.D65, PAINT_SURFACE);
      const count = 1 + rng.below(4);
      const { tubes: places } = mixOf(rng, count);
      const start = Float64Array.from({ length: count }, () => 0.05 + rng.next());
      const aim = target(rng);
      const [squared, nearest] = [model, plain].map((of) => {
        const solver = subsetSolver(of);
        const told = solver.solve(aim, { kL: 1, kC: 1, kH: 1 }, places, start, count, COARSE);
        plain.writeLab(color, places, solver.volumes, count);
        if (of === model) {
          color.forEach((value, axis) =>
            colorsApart.push(Math.abs(value - (solver.lab[axis] ?? Number.NaN))),
          );
          const [l, a, b] = color as unknown as [number, number, number];
          const distance = distanceFrom(aimAt(aim, { kL: 1, kC: 1, kH: 1 }), l, a, b);
          distancesApart.push(Math.abs(distance - Math.sqrt(told)));
        }
        return told;
      }) as [number, number];
      if (Math.sqrt(squared) > Math.sqrt(nearest) + 0.01) worse++;
    }
    expect(Math.max(...colorsApart)).toBeLessThan(2e-4);
    // It is not worked out in double precision, or nothing was gained.
    expect(Math.max(...colorsApart)).toBeGreaterThan(1e-6);
    expect(Math.max(...distancesApart)).toBeLessThan(2e-4);
    expect(worse).toBeLessThan(4);
  });
});

describe.each(BUILDS)("how far a colour is from an aim, %s", (_, simd) => {
  const { memory, writeResiduals, writeColorSlopes } = new WebAssembly.Instance(moduleOf(simd))
    .exports as unknown as {
    readonly memory: WebAssembly.Memory;
    readonly writeResiduals: (out: number, l: number, a: number, b: number) => void;
    readonly writeColorSlopes: (out: number, of: number, a: number, b: number) => void;
  };
  const numbers = new Float64Array(memory.buffer);
  const [AIM_AT, RESIDUALS_AT, SLOPES_AT] = [1112, 80_000, 80_064];
  const residuals = (l: number, a: number, b: number): number[] => {
    writeResiduals(RESIDUALS_AT, l, a, b);
    return Array.from(numbers.subarray(RESIDUALS_AT / 8, RESIDUALS_AT / 8 + AIM_RESIDUALS));
  };
  const putAim = (lab: LabD65, factors: DeltaE2000Factors): void => {
    const { wedge } = aimAt(lab, factors);
    const { kL, kC, kH } = factors;
    numbers.set([...lab, kL, kC, kH, wedge.cos, wedge.sin, wedge.cost], AIM_AT / 8);
  };
  /** A colour near an aim, or anywhere. */
  const beside = (aim: LabD65, rng: Rng): LabD65 => {
    if (rng.next() < 0.5) return target(rng);
    return labD65(aim[0] + rng.between(-9, 9), aim[1] + rng.between(-9, 9), aim[2] + rng.between(-9, 9));
  };

  it("is what the plain form says, and its slopes are those of small differences", () => {
    const rng = createRng(53);
    const STEP = 1e-5;
    let [steep, outside] = [0, 0];
    for (let i = 0; i < 4000; i++) {
      const aim = i % 10 === 0 ? labD65(50, rng.between(-1, 1), rng.between(-1, 1)) : target(rng);
      const factors = i % 4 === 0 ? { kL: 0.7, kC: 2, kH: 4 } : { kL: 1, kC: 1, kH: 1 };
      putAim(aim, factors);
      const [l, a, b] = beside(aim, rng);
      const differences = [
        [residuals(l, a + STEP, b), residuals(l, a - STEP, b)],
        [residuals(l, a, b + STEP), residuals(l, a, b - STEP)],
      ] as const;
      const here = residuals(l, a, b);
      const plain = new Float64Array(AIM_RESIDUALS);
      writeAimResiduals(plain, aimAt(aim, factors), l, a, b);
      here.forEach((value, row) => {
        expect(value).toBeCloseTo(plain[row] as number, 8);
      });
      writeColorSlopes(SLOPES_AT, RESIDUALS_AT, a, b);
      for (let row = 1; row < AIM_RESIDUALS; row++)
        differences.forEach(([more, less], axis) => {
          const wanted = ((more[row] as number) - (less[row] as number)) / (2 * STEP);
          const slope = numbers[SLOPES_AT / 8 + 2 * (row - 1) + axis] as number;
          expect(Math.abs(slope - wanted)).toBeLessThan(1e-4 * (1 + Math.abs(wanted)));
          if (Math.abs(wanted) > 0.5) steep++;
          if (row === 3 && wanted !== 0) outside++;
        });
    }
    expect(steep).toBeGreaterThan(3000);
    expect(outside).toBeGreaterThan(1000);
  });

  it("has finite slopes at neutrals, which have no hue", () => {
    for (const [aim, a, b] of [
      [labD65(50, 0, 0), 0, 0],
      [labD65(50, 0, 0), 4, -3],
      [labD65(50, 20, 30), 0, 0],
      [labD65(50, 20, 30), 1e-9, 0],
      [labD65(50, 20, 30), -20, -30],
    ] as const) {
      putAim(aim, { kL: 1, kC: 1, kH: 1 });
      residuals(50, a, b);
      writeColorSlopes(SLOPES_AT, RESIDUALS_AT, a, b);
      for (const slope of numbers.subarray(SLOPES_AT / 8, SLOPES_AT / 8 + 6))
        expect(Number.isFinite(slope), `${aim.join(" ")} from ${a} ${b}`).toBe(true);
    }
  });
});

describe("amounts that are laid", () => {
  const MEASURES: readonly DosingChoice[] = [
    { unit: "parts", sizes: DEFAULT_SIZES },
    { unit: "parts", sizes: DEFAULT_SIZES, wantedParts: 9 },
    { unit: "drops", mostDrops: 20 },
    { unit: "grams", stepGrams: 0.05, wantedMl: 5, gramsPerMl: [1.1, 1.3, 1.5, 1.7, 1.9] },
  ];

  it("are the same in all forms, with enough of each paint and with little of one", () => {
    const rng = createRng(46);
    let limited = 0;
    for (let i = 0; i < 160; i++) {
      const tubes = box(rng, i % 2 === 0 ? "two surfaces" : "generic").slice(0, 1 + rng.below(5));
      const places = [...tubes.keys()];
      const amounts = places.map(() => 10 ** rng.between(-2, 0.5));
      const whole = amounts.reduce((sum, amount) => sum + amount, 0);
      const shares = amounts.map((amount) => amount / whole);
      const plain = new MixtureEvaluator(tubes, VIEWING.D65, PAINT_SURFACE);
      const color = new Float64Array(3);
      plain.writeLab(color, Uint8Array.from(places), Float64Array.from(shares), places.length);
      const [l = 0, a = 0, b = 0] = color;
      const aim = labD65(l + rng.between(-1, 1), a + rng.between(-2, 2), b + rng.between(-2, 2));
      const isLimited = i % 3 === 0 && places.length > 1;
      if (isLimited) limited++;
      const lay = (model: ColorModel): LaidDown =>
        layDown(model, places, shares, aim, dosingOf(MEASURES[i % 4] as DosingChoice), undefined, {
          ...(isLimited && { mostShare: shares.map((share, j) => (j === 0 ? share : 1)) }),
        });
      const wanted = lay(plain);
      for (const [, simd] of BUILDS) {
        const laid = lay(kernelWith(simd)(plain, tubes, VIEWING.D65, PAINT_SURFACE));
        expect(laid.volumes).toEqual(wanted.volumes);
        expect(laid.deltaE2000).toBeCloseTo(wanted.deltaE2000, 8);
      }
    }
    expect(limited).toBeGreaterThan(30);
  });
});

describe("the two builds of the kernel", () => {
  it("give the same bits", () => {
    const rng = createRng(43);
    for (let i = 0; i < 200; i++) {
      const tubes = box(rng, i % 2 === 0 ? "two surfaces" : "generic");
      const count = 1 + rng.below(6);
      const { tubes: places } = mixOf(rng, count);
      const start = Float64Array.from({ length: count }, () => 0.05 + rng.next());
      const aim = target(rng);
      const [one, other] = BUILDS.map(([, simd]) => {
        handInKernel(kernelWith(simd));
        const solver = subsetSolver(opaqueModel(tubes, VIEWING.D65, PAINT_SURFACE));
        const squared = solver.solve(
          aim,
          { kL: 1, kC: 1, kH: 1 },
          places,
          start,
          count,
          i % 2 ? COARSE : FINE,
        );
        return [squared, ...solver.volumes.slice(0, count), ...solver.lab, solver.evaluations];
      });
      expect(one).toEqual(other);
    }
  });
});

describe("pictures through a palette", () => {
  /** The matcher of arrays takes a second for so many bytes. */
  const isSame = (one: Uint8ClampedArray<ArrayBuffer>, other: Uint8ClampedArray<ArrayBuffer>): boolean =>
    Buffer.from(one.buffer).equals(Buffer.from(other.buffer));

  it("are the same bytes in all forms, of any length; a table that is too large is left to the plain form", () => {
    const rng = createRng(45);
    for (const size of [2, 9, 33, 44, 45]) {
      const table = {
        size,
        rgb: Uint8ClampedArray.from({ length: 3 * size ** 3 }, () => rng.below(256)),
        missDeltaE2000: new Float32Array(size ** 3),
      };
      const picture = Uint8ClampedArray.from({ length: 4 * 40_003 }, () => rng.below(256));
      const plain = picture.slice();
      mapPicture(plain, table);
      expect(isSame(plain, picture)).toBe(false);
      for (const [, simd] of BUILDS) {
        const mapped = picture.slice();
        const isDone = createMapper(moduleOf(simd))(mapped, table);
        expect(isDone).toBe(size < 45);
        if (isDone) expect(isSame(mapped, plain)).toBe(true);
      }
    }
  });
});
