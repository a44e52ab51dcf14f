/** Hidden paints of many kinds, drawn at random: what the engine may meet, and was not made for. */
import { labFromXyz } from "@/core/color/cieLab";
import type { LabD65 } from "@/core/color/types";
import type { MixPart } from "@/core/learning/evidence";
import { mixtureReflectance } from "@/core/mixing/mixture";
import type { SurfaceConstants } from "@/core/mixing/saunderson";
import type { Rng } from "@/core/random/rng";
import { xyzFromReflectance } from "@/core/spectrum/colorimetry";
import type { OpticalModel } from "@/core/spectrum/types";
import { VIEWING } from "@/data/standardViewing";
import { PAINT_SURFACE } from "@/data/surface";
import { simulateTube, USUAL_DEVIATION } from "@/devices/simulatedPaint";
import { randomMixOf, type SimulatedBox } from "./simulatedBench";
import { pigment } from "./paint";

export const GLOSSY: SurfaceConstants = { k1: 0.022, k2: 0.58 };
export const MATT: SurfaceConstants = { k1: 0.035, k2: 0.45 };

export const PAINT_KINDS = [
  "as assumed",
  "glossier",
  "matt",
  "far off",
  "two peaks",
  "not linear",
  "fluorescent",
] as const;
export type PaintKind = (typeof PAINT_KINDS)[number];

const FAR = 1.6;
/** A second make of a pigment may carry absorption bands that the first has not. */
const PEAK_LOG_SD = 0.5;
const PEAK_WIDTH_NM = 25;
/** Shares of volume to this power, shared out again. */
const NOT_LINEAR = 1.04;
/** Of the light that a fluorescent share sends out in its own band, in reflectance, when it is pure. */
const GLOW = 0.03;
const GLOW_NM = 600;
const GLOW_WIDTH_NM = 25;

export function simulateKind(kind: PaintKind, ids: readonly string[], rng: Rng): SimulatedBox {
  const generic = ids.map((id) => pigment(id).optics);
  const surface = kind === "as assumed" ? PAINT_SURFACE : kind === "glossier" ? GLOSSY : MATT;
  const hidden = generic.map((optics) => hiddenTube(kind, optics, rng));
  const glowing = kind === "fluorescent" ? rng.below(ids.length) : -1;
  const power = kind === "not linear" ? NOT_LINEAR : 1;
  return {
    generic,
    trueLab: (parts) => {
      const total = parts.reduce((sum, { volume }) => sum + volume, 0);
      const bent = parts.map(({ tube, volume }) => ({ tube, volume: (volume / total) ** power }));
      return labOf(hidden, bent, surface, glowing);
    },
    predictedLab: (tubes, parts) => labOf(tubes, parts, PAINT_SURFACE, -1),
    randomMix: randomMixOf(generic, rng),
  };
}

function hiddenTube(kind: PaintKind, optics: OpticalModel, rng: Rng): OpticalModel {
  if (kind === "far off")
    return simulateTube(
      optics,
      {
        ...USUAL_DEVIATION,
        absorption: FAR * USUAL_DEVIATION.absorption,
        scattering: FAR * USUAL_DEVIATION.scattering,
      },
      rng,
    );
  if (kind !== "two peaks") return simulateTube(optics, USUAL_DEVIATION, rng);
  const smooth = simulateTube(optics, { ...USUAL_DEVIATION, absorption: 0.1 }, rng);
  const peaks = [0, 1].map(() => ({ nm: rng.between(400, 700), height: PEAK_LOG_SD * rng.normal() }));
  const { startNm, stepNm } = optics.grid;
  return {
    ...smooth,
    absorption: Array.from(smooth.absorption, (k, band) =>
      peaks.reduce(
        (value, { nm, height }) =>
          value * Math.exp(height * bell((startNm + stepNm * band - nm) / PEAK_WIDTH_NM)),
        k,
      ),
    ),
  };
}

function bell(distance: number): number {
  return Math.exp((-distance * distance) / 2);
}

function labOf(
  tubes: readonly OpticalModel[],
  parts: readonly MixPart[],
  surface: SurfaceConstants,
  glowing: number,
): LabD65 {
  const volumes = parts.map(({ tube, volume }) => {
    const optics = tubes[tube];
    if (!optics) throw new RangeError(`no tube ${tube}`);
    return { optics, volume };
  });
  const seen = mixtureReflectance(volumes, surface);
  const total = parts.reduce((sum, { volume }) => sum + volume, 0);
  const share = parts.reduce((sum, { tube, volume }) => sum + (tube === glowing ? volume : 0), 0) / total;
  const { startNm, stepNm } = seen.grid;
  const lit = {
    grid: seen.grid,
    values: Array.from(
      seen.values,
      (value, band) => value + GLOW * share * bell((startNm + stepNm * band - GLOW_NM) / GLOW_WIDTH_NM),
    ),
  };
  const view = VIEWING.D65;
  return labFromXyz(xyzFromReflectance(lit, view), view.white);
}
