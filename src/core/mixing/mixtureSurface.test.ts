import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { PAPER } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { createRng } from "../random/rng";
import { labFromReflectance } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import { FilmEvaluator } from "./filmEvaluator";
import { mixtureReflectance } from "./mixture";
import { MixtureEvaluator } from "./mixtureEvaluator";

const GLOSSY = { k1: 0.015, k2: 0.68 };
const MATT = { k1: 0.04, k2: 0.45 };
const TUBES: readonly OpticalModel[] = [
  pigment("titanium-white").optics,
  { ...pigment("ultramarine-blue").optics, surface: MATT },
  { ...pigment("raw-umber").optics, surface: GLOSSY },
];
const PLACES = Uint8Array.of(0, 1, 2);

function randomVolumes(rng: ReturnType<typeof createRng>): Float64Array {
  return Float64Array.from(PLACES, () => rng.between(0.05, 1));
}

function plainLab(volumes: Float64Array, thickness?: number) {
  const parts = TUBES.map((optics, i) => ({ optics, volume: volumes[i] ?? Number.NaN }));
  const film = thickness === undefined ? undefined : { thickness, ground: PAPER };
  return labFromReflectance(mixtureReflectance(parts, PAINT_SURFACE, film), VIEWING.D65);
}

describe("paints with surfaces of their own", () => {
  it("give a mixture the mean of those that are known, by volume; an unknown one takes it", () => {
    const only = (tubes: readonly OpticalModel[]) =>
      mixtureReflectance(
        tubes.map((optics) => ({ optics, volume: 1 })),
        PAINT_SURFACE,
      ).values;
    const [white, blue, umber] = TUBES;
    if (!white || !blue || !umber) throw new Error("three tubes");
    const { surface: _, ...plainBlue } = blue;
    const blueAndWhite = mixtureReflectance(
      [
        { optics: plainBlue, volume: 1 },
        { optics: white, volume: 1 },
      ],
      MATT,
    ).values;
    expect(Array.from(only([white, blue]))).toEqual(Array.from(blueAndWhite));
    const mean = { k1: (MATT.k1 + GLOSSY.k1) / 2, k2: (MATT.k2 + GLOSSY.k2) / 2 };
    const { surface: __, ...plainUmber } = umber;
    const both = mixtureReflectance(
      [
        { optics: plainBlue, volume: 1 },
        { optics: plainUmber, volume: 1 },
      ],
      mean,
    ).values;
    Array.from(only([blue, umber])).forEach((value, band) => {
      expect(value).toBeCloseTo(both[band] ?? Number.NaN, 12);
    });
  });

  it("are seen alike by the evaluators and the plain form, opaque and as a film", () => {
    const rng = createRng(81);
    const opaque = new MixtureEvaluator(TUBES, VIEWING.D65, PAINT_SURFACE);
    const film = new FilmEvaluator(TUBES, VIEWING.D65, PAINT_SURFACE, PAPER);
    const out = new Float64Array(3);
    for (let trial = 0; trial < 50; trial++) {
      const volumes = randomVolumes(rng);
      opaque.writeLab(out, PLACES, volumes, 3);
      plainLab(volumes).forEach((value, i) => {
        expect(out[i]).toBeCloseTo(value, 9);
      });
      const thickness = volumes.reduce((sum, volume) => sum + volume, 0);
      film.writeLab(out, PLACES, volumes, 3);
      plainLab(volumes, thickness).forEach((value, i) => {
        expect(out[i]).toBeCloseTo(value, 6);
      });
    }
  });

  it("move with the volumes, and the slopes of opaque mixtures say so", () => {
    const rng = createRng(82);
    const evaluator = new MixtureEvaluator(TUBES, VIEWING.D65, PAINT_SURFACE);
    const [out, slopes] = [new Float64Array(3), new Float64Array(9)];
    const step = 1e-5;
    for (let trial = 0; trial < 50; trial++) {
      const volumes = randomVolumes(rng);
      evaluator.writeLabAndSlopes(out, slopes, PLACES, volumes, 3);
      for (const place of PLACES) {
        const moved = (by: number) =>
          plainLab(volumes.map((volume, i) => (i === place ? volume + by : volume)));
        const [high, low] = [moved(step), moved(-step)];
        high.forEach((value, i) => {
          const difference = (value - (low[i] ?? Number.NaN)) / (2 * step);
          expect(slopes[3 * place + i]).toBeCloseTo(difference, 3);
        });
      }
    }
  });
});
