import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import type { LabD65 } from "../color/types";
import { labFromReflectance } from "../spectrum/colorimetry";
import { GRID_10NM, type Reflectance } from "../spectrum/types";
import { FilmEvaluator } from "./filmEvaluator";
import { mixtureReflectance } from "./mixture";
import { type Ground, layerReflectance } from "./overGround";
import { seenReflectance } from "./saunderson";

/** A grey ground of one inner reflectance. */
function groundOf(inner: number): Reflectance {
  return {
    grid: GRID_10NM,
    values: new Array<number>(GRID_10NM.count).fill(seenReflectance(inner, PAINT_SURFACE)),
  };
}
const PAPER = groundOf(0.93);
const MIDDLE = groundOf(0.4);
const BLACK = groundOf(0.01);

const IDS = [
  "titanium-white",
  "transparent-red-oxide",
  "phthalo-blue-gs",
  "yellow-ochre",
  "quinacridone-gold",
].filter((id) => PIGMENT_MODELS.some((model) => model.id === id));

function labOfFilm(id: string, thickness: number, ground: Reflectance): LabD65 {
  const seen = mixtureReflectance([{ optics: pigment(id).optics, volume: 1 }], PAINT_SURFACE, {
    thickness,
    ground,
  });
  return labFromReflectance(seen, VIEWING.D65);
}

const thickness = fc.double({ min: 1e-6, max: 30, noNaN: true });

describe("FilmEvaluator", () => {
  const evaluator = (ground: Reflectance) =>
    new FilmEvaluator(
      IDS.map((id) => pigment(id).optics),
      VIEWING.D65,
      PAINT_SURFACE,
      ground,
    );
  const tubes = Uint8Array.from(IDS, (_, i) => i);

  it("is the plain film, from a breath of paint to a full layer", () => {
    for (const ground of [PAPER, MIDDLE, BLACK]) {
      const films = evaluator(ground);
      fc.assert(
        fc.property(fc.array(thickness, { minLength: IDS.length, maxLength: IDS.length }), (volumes) => {
          const out = new Float64Array(3);
          films.writeLab(out, tubes, Float64Array.from(volumes), IDS.length);
          const plain = labFromReflectance(
            mixtureReflectance(
              IDS.map((id, i) => ({ optics: pigment(id).optics, volume: volumes[i] ?? 0 })),
              PAINT_SURFACE,
              { thickness: volumes.reduce((sum, volume) => sum + volume, 0), ground },
            ),
            VIEWING.D65,
          );
          plain.forEach((value, axis) => {
            expect(out[axis]).toBeCloseTo(value, 5);
          });
        }),
      );
    }
  });

  it("has the slopes that differences show", () => {
    const films = evaluator(MIDDLE);
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.001, max: 5, noNaN: true }), {
          minLength: IDS.length,
          maxLength: IDS.length,
        }),
        (volumes) => {
          const out = new Float64Array(3);
          const slopes = new Float64Array(3 * IDS.length);
          films.writeLabAndSlopes(out, slopes, tubes, Float64Array.from(volumes), IDS.length);
          for (const place of IDS.keys()) {
            const step = 1e-5 * (volumes[place] ?? 1);
            const labAt = (moved: number): Float64Array => {
              const there = new Float64Array(3);
              const at = Float64Array.from(volumes, (volume, i) => (i === place ? volume + moved : volume));
              films.writeLab(there, tubes, at, IDS.length);
              return there;
            };
            const up = labAt(step);
            const down = labAt(-step);
            for (let axis = 0; axis < 3; axis++) {
              const measured = ((up[axis] ?? 0) - (down[axis] ?? 0)) / (2 * step);
              const slope = slopes[3 * place + axis] ?? Number.NaN;
              expect(Math.abs(slope - measured)).toBeLessThan(1e-3 * Math.max(1, Math.abs(measured)));
            }
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it("shows the ground where there is no paint", () => {
    const out = new Float64Array(3);
    evaluator(PAPER).writeLab(out, tubes, new Float64Array(IDS.length), IDS.length);
    labFromReflectance(PAPER, VIEWING.D65).forEach((value, axis) => {
      expect(out[axis]).toBeCloseTo(value, 4);
    });
  });

  it("refuses paints and grounds without numbers", () => {
    const broken = { ...PAPER, values: Array.from(PAPER.values, () => Number.NaN) };
    expect(() => evaluator(broken)).toThrow(/ground/);
  });
});

describe("washes", () => {
  it("grow darker with every bit of film, from the paper to the full layer, for every tube but white", () => {
    for (const { id, family } of PIGMENT_MODELS) {
      if (family === "white") continue;
      const films = Array.from({ length: 25 }, (_, i) => labOfFilm(id, 0.001 * 1.4 ** i, PAPER)[0]);
      const opaque = labOfFilm(id, 1e4, PAPER)[0];
      films.slice(1).forEach((lightness, i) => {
        const before = films[i] ?? Number.NaN;
        // Once nothing of the paper shows, more paint changes nothing.
        if (before > opaque + 1e-3) expect(lightness, `${id} step ${i + 1}`).toBeLessThan(before);
        else expect(lightness, `${id} step ${i + 1}`).toBeCloseTo(opaque, 2);
      });
      expect(labOfFilm(id, 0, PAPER)[0]).toBeCloseTo(labFromReflectance(PAPER, VIEWING.D65)[0], 9);
    }
  });
});

describe("glazes", () => {
  const transparent = PIGMENT_MODELS.filter(
    (model) => model.opacity === "transparent" && model.family !== "white",
  );

  it("of transparent paint darken a light ground and a middle one, and leave them alone at no thickness", () => {
    expect(transparent.length).toBeGreaterThan(5);
    for (const { id } of transparent) {
      for (const ground of [PAPER, MIDDLE]) {
        const bare = labFromReflectance(ground, VIEWING.D65);
        labOfFilm(id, 0, ground).forEach((value, axis) => {
          expect(value).toBeCloseTo(bare[axis] ?? Number.NaN, 9);
        });
        if (ground === PAPER) expect(labOfFilm(id, 0.2, ground)[0], id).toBeLessThan(bare[0]);
      }
    }
  });

  it("that scatter lift a black ground: a scumble", () => {
    for (const id of ["titanium-white", "yellow-ochre", "cadmium-red-light", "cobalt-blue"]) {
      expect(labOfFilm(id, 0.3, BLACK)[0], id).toBeGreaterThan(labFromReflectance(BLACK, VIEWING.D65)[0] + 3);
    }
  });

  it("move the ground towards their own colour, and reach it when they are thick", () => {
    for (const id of ["yellow-ochre", "transparent-red-oxide", "cobalt-blue"]) {
      const over = [PAPER, MIDDLE, BLACK].map((ground) => labOfFilm(id, 400, ground));
      for (const lab of over) {
        lab.forEach((value, axis) => {
          expect(value).toBeCloseTo(over[0]?.[axis] ?? Number.NaN, 1);
        });
      }
    }
  });
});

describe("grounds", () => {
  const top = [{ optics: pigment("yellow-ochre").optics, volume: 2 }];
  const below = [
    { optics: pigment("ultramarine-blue").optics, volume: 1 },
    { optics: pigment("titanium-white").optics, volume: 3 },
  ];
  const opaque = mixtureReflectance(top, PAINT_SURFACE);
  const wet = (takenUp: number): Ground => ({ state: "wet", paint: below, takenUp });

  it("that are dry do not matter to paint that hides", () => {
    for (const seen of [PAPER, BLACK])
      expect(layerReflectance(top, { state: "dry", seen }, PAINT_SURFACE)).toEqual(opaque);
  });

  it("that are wet take part by the share that is taken up", () => {
    expect(layerReflectance(top, wet(0), PAINT_SURFACE)).toEqual(opaque);
    const taken = layerReflectance(top, wet(0.2), PAINT_SURFACE);
    const mixed = mixtureReflectance(
      [
        { optics: pigment("yellow-ochre").optics, volume: 8 },
        { optics: pigment("ultramarine-blue").optics, volume: 0.5 },
        { optics: pigment("titanium-white").optics, volume: 1.5 },
      ],
      PAINT_SURFACE,
    );
    for (let band = 0; band < GRID_10NM.count; band++)
      expect(taken.values[band]).toBeCloseTo(mixed.values[band] ?? Number.NaN, 9);
  });

  it("that are wet show through a thin layer too", () => {
    const film = layerReflectance(top, wet(0), PAINT_SURFACE, 0.2);
    const over = layerReflectance(
      top,
      { state: "dry", seen: mixtureReflectance(below, PAINT_SURFACE) },
      PAINT_SURFACE,
      0.2,
    );
    expect(film).toEqual(over);
    expect(() => layerReflectance(top, wet(1), PAINT_SURFACE)).toThrow(/wet ground/);
  });
});
