import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { labOfMix, pigment } from "../../../tests/support/paint";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { createRng } from "../random/rng";
import { GRID_10NM } from "../spectrum/types";
import { mixedLab } from "./mixedLab";
import { filmReflectance, kOverSFromReflectance, reflectanceFromKOverS } from "./kubelkaMunk";
import { mixtureReflectance } from "./mixture";
import { MixtureEvaluator } from "./mixtureEvaluator";
import { innerReflectance, seenReflectance, seenReflectanceSlope } from "./saunderson";

const unit = fc.double({ min: 0.001, max: 1, noNaN: true });

describe("Kubelka-Munk, opaque", () => {
  it("gives K/S 0.25 for a reflectance of one half", () => {
    expect(kOverSFromReflectance(0.5)).toBe(0.25);
    expect(reflectanceFromKOverS(0.25)).toBeCloseTo(0.5, 15);
  });

  it("comes back from K/S", () => {
    fc.assert(
      fc.property(unit, (r) => {
        expect(reflectanceFromKOverS(kOverSFromReflectance(r))).toBeCloseTo(r, 12);
      }),
    );
  });
});

describe("Kubelka-Munk, film", () => {
  it("is the ground when there is no film", () => {
    fc.assert(
      fc.property(unit, unit, unit, (k, s, ground) => {
        expect(filmReflectance(k, s, 0, ground)).toBe(ground);
      }),
    );
  });

  it("hides the ground when it is thick", () => {
    fc.assert(
      fc.property(unit, unit, unit, (k, s, ground) => {
        expect(filmReflectance(k, s, 1e4, ground)).toBeCloseTo(reflectanceFromKOverS(k / s), 9);
      }),
    );
  });

  it("obeys the exact solution for a film that absorbs nothing", () => {
    // R = (Rg + SX (1 - Rg)) / (1 + SX (1 - Rg)), Kubelka 1948.
    expect(filmReflectance(0, 2, 1.5, 0.2)).toBeCloseTo((0.2 + 3 * 0.8) / (1 + 3 * 0.8), 12);
  });

  it("joins the thin-film limit without a step", () => {
    const below = filmReflectance(0.5, 0.5, 1.9e-6 / Math.sqrt(3), 0.4);
    const above = filmReflectance(0.5, 0.5, 2.1e-6 / Math.sqrt(3), 0.4);
    expect(Math.abs(above - below)).toBeLessThan(1e-6);
  });

  it("splits: two films on top of each other are one film of both thicknesses", () => {
    fc.assert(
      fc.property(unit, unit, unit, (k, s, ground) => {
        const once = filmReflectance(k, s, 0.7, ground);
        const twice = filmReflectance(k, s, 0.3, filmReflectance(k, s, 0.4, ground));
        expect(twice).toBeCloseTo(once, 9);
      }),
    );
  });
});

describe("surface correction", () => {
  it("comes back from the seen reflectance", () => {
    fc.assert(
      fc.property(unit, (inner) => {
        expect(innerReflectance(seenReflectance(inner, PAINT_SURFACE), PAINT_SURFACE)).toBeCloseTo(inner, 12);
      }),
    );
  });

  it("has the slope that differences show", () => {
    const step = 1e-6;
    for (const inner of [0.05, 0.4, 0.9]) {
      const difference =
        (seenReflectance(inner + step, PAINT_SURFACE) - seenReflectance(inner - step, PAINT_SURFACE)) /
        (2 * step);
      expect(seenReflectanceSlope(inner, PAINT_SURFACE)).toBeCloseTo(difference, 6);
    }
  });
});

describe("mixtures", () => {
  const rng = createRng(11);

  it("do not depend on the order of parts or on the size of the pile", () => {
    const mix = { "titanium-white": 7.5, "raw-umber": 1, "prussian-blue": 0.5 };
    const turned = { "prussian-blue": 0.05, "titanium-white": 0.75, "raw-umber": 0.1 };
    labOfMix(mix).forEach((value, axis) => {
      expect(labOfMix(turned)[axis]).toBeCloseTo(value, 9);
    });
  });

  it("ignore a tube of which nothing was taken, and splitting a tube in two changes nothing", () => {
    const blue = pigment("prussian-blue").optics;
    const white = pigment("titanium-white").optics;
    const once = mixtureReflectance(
      [
        { optics: blue, volume: 1 },
        { optics: white, volume: 9 },
      ],
      PAINT_SURFACE,
    );
    const split = mixtureReflectance(
      [
        { optics: blue, volume: 0.4 },
        { optics: white, volume: 9 },
        { optics: blue, volume: 0.6 },
        { optics: pigment("raw-umber").optics, volume: 0 },
      ],
      PAINT_SURFACE,
    );
    for (let band = 0; band < GRID_10NM.count; band++) {
      expect(split.values[band]).toBeCloseTo(once.values[band] ?? Number.NaN, 12);
    }
  });

  it("refuse nothing at all, negative and non-finite volumes", () => {
    const { optics } = pigment("titanium-white");
    for (const volume of [0, -1, Number.NaN, Number.POSITIVE_INFINITY]) {
      expect(() => mixtureReflectance([{ optics, volume }], PAINT_SURFACE)).toThrow(RangeError);
    }
    expect(() => mixtureReflectance([], PAINT_SURFACE)).toThrow(RangeError);
  });

  it("refuse spectra of another grid", () => {
    const other = { ...pigment("titanium-white").optics, grid: { ...GRID_10NM, startNm: 400 } };
    expect(() =>
      mixtureReflectance(
        [
          { optics: pigment("raw-umber").optics, volume: 1 },
          { optics: other, volume: 1 },
        ],
        PAINT_SURFACE,
      ),
    ).toThrow(/share a grid/);
  });

  it("lighten with every step of white, for every tube", () => {
    for (const { id } of PIGMENT_MODELS) {
      if (id === "titanium-white") continue;
      let last = labOfMix({ [id]: 1 })[0];
      for (const white of [0.5, 1, 2, 4, 8, 16, 32, 64, 128]) {
        const next = labOfMix({ [id]: 1, "titanium-white": white })[0];
        expect(next).toBeGreaterThan(last);
        last = next;
      }
    }
  });

  it("come out the same from the fast evaluator as from the plain form", () => {
    const ids = PIGMENT_MODELS.map((model) => model.id);
    const mixer = new MixtureEvaluator(
      PIGMENT_MODELS.map((model) => model.optics),
      VIEWING.D65,
      PAINT_SURFACE,
    );
    const out = new Float64Array(3);
    for (let trial = 0; trial < 200; trial++) {
      const tubes = Uint8Array.from({ length: 4 }, () => rng.below(ids.length));
      const volumes = Float64Array.from({ length: 4 }, () => rng.next());
      mixer.writeLab(out, tubes, volumes, 4);
      const parts: Record<string, number> = {};
      tubes.forEach((tube, j) => {
        const id = ids[tube] ?? "";
        parts[id] = (parts[id] ?? 0) + (volumes[j] ?? 0);
      });
      labOfMix(parts).forEach((value, axis) => {
        expect(out[axis]).toBeCloseTo(value, 9);
      });
    }
  });

  it("have the slopes that differences show", () => {
    const mixer = new MixtureEvaluator(
      PIGMENT_MODELS.map((model) => model.optics),
      VIEWING.D65,
      PAINT_SURFACE,
    );
    const lab = new Float64Array(3);
    const slopes = new Float64Array(12);
    const moved = new Float64Array(3);
    const back = new Float64Array(3);
    for (let trial = 0; trial < 100; trial++) {
      const tubes = Uint8Array.from({ length: 4 }, () => rng.below(PIGMENT_MODELS.length));
      const volumes = Float64Array.from({ length: 4 }, () => 0.05 + rng.next());
      mixer.writeLabAndSlopes(lab, slopes, tubes, volumes, 4);
      for (let j = 0; j < 4; j++) {
        const step = 1e-6;
        const kept = volumes[j] ?? 0;
        volumes[j] = kept + step;
        mixer.writeLab(moved, tubes, volumes, 4);
        volumes[j] = kept - step;
        mixer.writeLab(back, tubes, volumes, 4);
        volumes[j] = kept;
        for (let axis = 0; axis < 3; axis++) {
          const difference = ((moved[axis] ?? 0) - (back[axis] ?? 0)) / (2 * step);
          const slope = slopes[3 * j + axis] ?? Number.NaN;
          expect(Math.abs(slope - difference)).toBeLessThan(1e-4 * Math.max(1, Math.abs(difference)));
        }
      }
    }
  });

  it("refuse optics that are not numbers", () => {
    const { optics } = pigment("raw-umber");
    const broken = {
      ...optics,
      absorption: Array.from(optics.absorption as readonly number[], () => Number.NaN),
    };
    expect(() => new MixtureEvaluator([broken], VIEWING.D65, PAINT_SURFACE)).toThrow(RangeError);
  });
});

describe("the colour of a mixture", () => {
  it.each([1, 4, 32, 33, 52])("is told of %i tubes, and each time anew", (count) => {
    const box = [...PIGMENT_MODELS, ...PIGMENT_MODELS].slice(0, count).map(({ optics }) => optics);
    const model = new MixtureEvaluator(box, VIEWING.D65, PAINT_SURFACE);
    const tubes = box.map((_, tube) => tube);
    const rng = createRng(count);
    const told = Array.from({ length: 3 }, () => {
      const volumes = tubes.map(() => rng.next());
      const lab = new Float64Array(3);
      model.writeLab(lab, new Uint8Array(tubes), new Float64Array(volumes), count);
      return { told: mixedLab(model, tubes, volumes), wanted: Array.from(lab) };
    });
    // Only when all are there: none of them may change with the next.
    for (const { told: one, wanted } of told) expect([...one]).toEqual(wanted);
  });
});
