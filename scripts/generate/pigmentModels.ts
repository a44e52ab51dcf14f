/**
 * Fits the generic pigment models and writes src/data/pigments.generated.ts.
 *
 * Start: the shapes of scripts/raw/pigment-shapes.csv (where a pigment absorbs and how it scatters).
 * Aim: the rounded typical masstone and tint of scripts/raw/pigments.csv, in CIELAB D65, 2°, and what the pigment's
 * class of opacity says of its scattering. Each shape may change its amplitude, place and width within a prior; what is
 * left is taken up by a smooth factor exp(spline) on K. These are eight numbers for about thirty unknowns, so the priors
 * decide among the many spectra that would do: see docs/physics.md.
 *
 * Deterministic: no randomness, and numbers are written with four significant digits.
 * Prints the fit report; exits with 1 when a colour misses its bound.
 */
import {
  deltaE2000OfNumbers,
  REFERENCE_FACTORS,
  writeResidualsOfDeltaE2000,
} from "../../src/core/color/ciede2000";
import { labFromXyz } from "../../src/core/color/cieLab";
import { filmReflectance, reflectanceFromKOverS } from "../../src/core/mixing/kubelkaMunk";
import { innerReflectance, seenReflectance } from "../../src/core/mixing/saunderson";
import { minimizeLeastSquares } from "../../src/core/optimize/levenbergMarquardt";
import { type SpectralShape, shapeValue } from "../../src/core/pigment/shapes";
import { xyzFromReflectance } from "../../src/core/spectrum/colorimetry";
import { GRID_10NM, wavelengthNm } from "../../src/core/spectrum/types";
import { VIEWING } from "../../src/data/standardViewing";
import { PAINT_SURFACE } from "../../src/data/surface";
import { stepsOf } from "../../src/data/curve";
import { checksumOf, readCsv, writeGenerated } from "./files";

/** Standard deviations of the priors, and of the table's rounded colours in ΔE00. */
const PRIOR = {
  logAmplitude: 0.3,
  /** How strongly a pigment absorbs as a whole, and how clear it is where it does not: the least known of all. */
  logStrength: 1.2,
  logFloor: 1,
  centreNm: 5,
  logWidth: 0.12,
  slopeExponent: 0.2,
  logSpline: 0.9,
  /** Second differences of the smooth factor's knots: it bends little. */
  bend: 0.2,
};
/** What a class of opacity says of S where the masstone is brightest. */
const SCATTERING: Readonly<Record<string, number>> = {
  opaque: 0.7,
  "semi-opaque": 0.4,
  "semi-transparent": 0.16,
  transparent: 0.05,
};
const LOG_SCATTERING_SD = 0.15;
/**
 * And of the contrast ratio, Y over black by Y over white, of a film of this thickness: what a painter sees of opacity.
 * Opaque paints hide at least so much, transparent ones at most. Only of light paints: in dark ones absorption hides.
 */
const CONTRAST_RATIO: Readonly<Record<string, number>> = {
  opaque: 0.7,
  "semi-opaque": 0.6,
  "semi-transparent": 0.45,
  transparent: 0.35,
};
const CONTRAST = { thickness: 6, black: 0.03, white: 0.85, sd: 0.03, lightFromL: 50 };
/** A tint this many times paler keeps the tint's hue, by ΔH*. */
const PALER = { times: 6, deltaHSd: 1 };
const COLOUR_SD = 0.15;
const SPLINE_KNOTS_NM = [380, 410, 440, 470, 500, 530, 560, 590, 620, 650, 680, 710, 740];
/** Bounds that the report enforces. */
const WORST_DELTA_E = 2.5;
const MEDIAN_DELTA_E = 0.7;

type Lab = readonly [number, number, number];
type Optics = { absorption: number[]; scattering: number[] };
type Row = Record<string, string>;

const pigments = readCsv("pigments.csv");
const shapeRows = readCsv("pigment-shapes.csv");
const bandsNm = Array.from({ length: GRID_10NM.count }, (_, band) => wavelengthNm(GRID_10NM, band));

function toShape(row: Row): SpectralShape {
  const amplitude = Number(row.amplitude);
  switch (row.shape) {
    case "flat":
      return { shape: "flat", amplitude };
    case "power":
      return {
        shape: "power",
        amplitude,
        centreNm: Number(row.centre_nm),
        slopeExponent: Number(row.slope_exponent),
      };
    case "band":
    case "edge":
      return { shape: row.shape, amplitude, centreNm: Number(row.centre_nm), widthNm: Number(row.width_nm) };
    default:
      throw new RangeError(`Unknown shape ${String(row.shape)}`);
  }
}

/** Natural cubic interpolation is more than a few knots need: piecewise cosine easing is smooth and local. */
function splineAt(nm: number, knots: readonly number[]): number {
  const step = (SPLINE_KNOTS_NM[1] as number) - (SPLINE_KNOTS_NM[0] as number);
  const position = (nm - (SPLINE_KNOTS_NM[0] as number)) / step;
  const left = Math.min(Math.floor(position), knots.length - 2);
  const ease = (1 - Math.cos(Math.PI * (position - left))) / 2;
  return (knots[left] as number) * (1 - ease) + (knots[left + 1] as number) * ease;
}

/** Unknowns, each in units of its prior's standard deviation, so that the prior is simply their squares. */
function opticsFrom(
  shapes: readonly SpectralShape[],
  quantities: readonly string[],
  unknowns: readonly number[],
): Optics {
  let at = 0;
  const take = (sd: number): number => (unknowns[at++] ?? Number.NaN) * sd;
  const strength = Math.exp(take(PRIOR.logStrength));
  const moved = shapes.map((shape, i): SpectralShape => {
    const isAbsorption = quantities[i] === "absorption_K";
    const freedom = !isAbsorption
      ? PRIOR.logStrength
      : shape.shape === "flat"
        ? PRIOR.logFloor
        : PRIOR.logAmplitude;
    const amplitude = shape.amplitude * (isAbsorption ? strength : 1) * Math.exp(take(freedom));
    switch (shape.shape) {
      case "flat":
        return { shape: "flat", amplitude };
      case "power":
        return { ...shape, amplitude, slopeExponent: shape.slopeExponent + take(PRIOR.slopeExponent) };
      default:
        return {
          ...shape,
          amplitude,
          centreNm: shape.centreNm + take(PRIOR.centreNm),
          widthNm: shape.widthNm * Math.exp(take(PRIOR.logWidth)),
        };
    }
  });
  const knots = SPLINE_KNOTS_NM.map(() => take(PRIOR.logSpline));
  const sumOf = (quantity: string, nm: number): number =>
    moved.reduce((sum, shape, i) => (quantities[i] === quantity ? sum + shapeValue(shape, nm) : sum), 0);
  return {
    absorption: bandsNm.map((nm) => sumOf("absorption_K", nm) * Math.exp(splineAt(nm, knots))),
    scattering: bandsNm.map((nm) => sumOf("scattering_S", nm)),
  };
}

function unknownCount(shapes: readonly SpectralShape[]): number {
  const each = { flat: 1, power: 2, band: 3, edge: 3 } as const;
  // And one for the strength of the whole.
  return shapes.reduce((sum, shape) => sum + each[shape.shape], 0) + SPLINE_KNOTS_NM.length + 1;
}

function colourOf(optics: Optics, white?: Optics, whiteParts = 0): Lab {
  const values = bandsNm.map((_, band) => {
    const k = (optics.absorption[band] as number) + whiteParts * (white?.absorption[band] ?? 0);
    const s = (optics.scattering[band] as number) + whiteParts * (white?.scattering[band] ?? 0);
    return seenReflectance(reflectanceFromKOverS(k / s), PAINT_SURFACE);
  });
  return labFromXyz(xyzFromReflectance({ grid: GRID_10NM, values }, VIEWING.D65), VIEWING.D65.white);
}

function labOf(row: Row, prefix: string): Lab {
  return [Number(row[`${prefix}_L`]), Number(row[`${prefix}_a`]), Number(row[`${prefix}_b`])];
}

function deltaE(a: Lab, b: Lab): number {
  return deltaE2000OfNumbers(...a, ...b);
}

function writeMiss(out: Float64Array, offset: number, aim: Lab, got: Lab): void {
  writeResidualsOfDeltaE2000(out, offset, ...aim, ...got, REFERENCE_FACTORS);
}

function fit(row: Row, white: Optics | undefined): Optics {
  const own = shapeRows.filter((shape) => shape.pigment_id === row.id);
  const shapes = own.map(toShape);
  const quantities = own.map((shape) => String(shape.quantity));
  const masstone = labOf(row, "masstone");
  const tint = white && row.tint_white_parts ? labOf(row, "tint") : undefined;
  const misses = new Float64Array(6);
  const isUnit = white === undefined;
  const report = minimizeLeastSquares(
    (unknowns) => {
      const optics = normalised(opticsFrom(shapes, quantities, unknowns), isUnit);
      writeMiss(misses, 0, masstone, colourOf(optics));
      if (tint) writeMiss(misses, 3, tint, colourOf(optics, white, Number(row.tint_white_parts)));
      return [
        ...Array.from(misses, (miss) => miss / COLOUR_SD),
        ...(white && tint ? [paleMiss(optics, white, tint, Number(row.tint_white_parts))] : []),
        ...(isUnit ? [] : opacityMisses(optics, String(row.opacity), masstone)),
        ...bends(unknowns),
        ...unknowns,
      ];
    },
    new Array<number>(unknownCount(shapes)).fill(0),
    { maxIterations: 200, relativeTolerance: 1e-10 },
  );
  if (report.stop === "not-finite") throw new Error(`${String(row.id)}: the fit is not finite`);
  return normalised(opticsFrom(shapes, quantities, report.parameters), isUnit);
}

function bends(unknowns: readonly number[]): number[] {
  const knots = unknowns.slice(-SPLINE_KNOTS_NM.length).map((knot) => knot * PRIOR.logSpline);
  return knots
    .slice(1, -1)
    .map((knot, i) => ((knots[i] as number) + (knots[i + 2] as number) - 2 * knot) / PRIOR.bend);
}

function paleMiss(optics: Optics, white: Optics, tint: Lab, whiteParts: number): number {
  const [, a, b] = colourOf(optics, white, PALER.times * whiteParts);
  const turn = Math.atan2(b, a) - Math.atan2(tint[2], tint[1]);
  return (2 * Math.hypot(a, b) * Math.sin(turn / 2)) / PALER.deltaHSd;
}

function opacityMisses(optics: Optics, opacity: string, masstone: Lab): number[] {
  const clearness = bandsNm.map(
    (_, band) => (optics.scattering[band] as number) / (optics.absorption[band] as number),
  );
  const brightest = clearness.indexOf(Math.max(...clearness));
  const scattering = Math.log((optics.scattering[brightest] as number) / (SCATTERING[opacity] as number));
  if (masstone[0] < CONTRAST.lightFromL) return [scattering / LOG_SCATTERING_SD];
  const excess = contrastRatio(optics) - (CONTRAST_RATIO[opacity] as number);
  const isOpaque = opacity === "opaque" || opacity === "semi-opaque";
  return [
    scattering / LOG_SCATTERING_SD,
    (isOpaque ? Math.min(0, excess) : Math.max(0, excess)) / CONTRAST.sd,
  ];
}

function contrastRatio({ absorption, scattering }: Optics): number {
  const luminanceOver = (ground: number): number => {
    const inner = innerReflectance(ground, PAINT_SURFACE);
    const values = bandsNm.map((_, band) =>
      seenReflectance(
        filmReflectance(absorption[band] as number, scattering[band] as number, CONTRAST.thickness, inner),
        PAINT_SURFACE,
      ),
    );
    return xyzFromReflectance({ grid: GRID_10NM, values }, VIEWING.D65)[1];
  };
  return luminanceOver(CONTRAST.black) / luminanceOver(CONTRAST.white);
}

/** Titanium white defines the unit: its S at 550 nm is exactly 1. */
function normalised(optics: Optics, isUnit: boolean): Optics {
  if (!isUnit) return optics;
  const unit = optics.scattering[bandsNm.indexOf(550)] as number;
  return {
    absorption: optics.absorption.map((k) => k / unit),
    scattering: optics.scattering.map((s) => s / unit),
  };
}

function rounded(values: readonly number[]): number[] {
  return values.map((value) => Number(value.toPrecision(4)));
}

const whiteRow = pigments.find((row) => row.id === "titanium-white");
if (!whiteRow) throw new Error("The table has no titanium white, which is the unit of scattering");
const whiteOptics = fit(whiteRow, undefined);

const lines: string[] = [];
const worst: { id: string; kind: string; value: number }[] = [];
const entries = pigments.map((row) => {
  const fitted = row === whiteRow ? whiteOptics : fit(row, whiteOptics);
  const optics = { absorption: rounded(fitted.absorption), scattering: rounded(fitted.scattering) };
  const masstoneMiss = deltaE(labOf(row, "masstone"), colourOf(optics));
  worst.push({ id: String(row.id), kind: "masstone", value: masstoneMiss });
  let tintText = "";
  let tintSource = "undefined";
  if (row.tint_white_parts) {
    const tintMiss = deltaE(labOf(row, "tint"), colourOf(optics, whiteOptics, Number(row.tint_white_parts)));
    worst.push({ id: String(row.id), kind: "tint", value: tintMiss });
    tintText = `tint ${tintMiss.toFixed(2)}`;
    tintSource = `{ whiteParts: ${row.tint_white_parts}, lab: labD65(${labOf(row, "tint").join(", ")}) }`;
  }
  lines.push(`${String(row.id).padEnd(24)} masstone ${masstoneMiss.toFixed(2)}  ${tintText}`);
  return `  {
    id: ${JSON.stringify(row.id)},
    colourIndex: ${JSON.stringify(row.colour_index)},
    name: ${JSON.stringify(row.name)},
    family: ${JSON.stringify(row.family)},
    opacity: ${JSON.stringify(row.opacity)},
    tintingStrength: ${String(row.tinting_strength_1_10)},
    staining: ${String(row.staining_0_3)},
    granulates: ${String(row.granulates === "yes")},
    lightfastness: ${JSON.stringify(row.lightfastness_astm)},
    oilDrying: ${JSON.stringify(row.oil_drying)},
    hazardClass: ${JSON.stringify(row.hazard_class)},
    typicalMasstone: labD65(${labOf(row, "masstone").join(", ")}),
    typicalTint: ${tintSource},
    optics: {
      grid: GRID_10NM,
      absorption: curveOf([${stepsOf(optics.absorption).join(", ")}]),
      scattering: curveOf([${stepsOf(optics.scattering).join(", ")}]),
    },
  },`;
});

writeGenerated(
  "pigments.generated.ts",
  `/**
 * Generic models of ${pigments.length} pigments: K(λ) and S(λ) per unit volume, relative to titanium white's S(550 nm) = 1,
 * 380 to 730 nm in 36 bands of 10 nm.
 *
 * The curves are written as steps (./curve), to their last digit; the numbers themselves are read with
 * \`pigmentLibrary\` of the core's front door.
 *
 * Approximations fitted to rounded typical colours, written from general knowledge: not measurements of
 * any make. Source: scripts/raw/pigments.csv (sha256 ${checksumOf("pigments.csv")})
 * and scripts/raw/pigment-shapes.csv (sha256 ${checksumOf("pigment-shapes.csv")}).
 * Written by scripts/generate/pigmentModels.ts: do not edit.
 */
import { labD65 } from "../core/color/types";
import type { PigmentModel } from "../core/pigment/types";
import { GRID_10NM } from "../core/spectrum/types";
import { curveOf } from "./curve";

export const PIGMENT_MODELS: readonly PigmentModel[] = [
${entries.join("\n")}
];
`,
);

const values = worst.map((entry) => entry.value).sort((a, b) => a - b);
const median = values[Math.floor(values.length / 2)] as number;
const largest = values[values.length - 1] as number;
process.stdout.write(
  `${lines.join("\n")}\nΔE00 median ${median.toFixed(3)}, largest ${largest.toFixed(2)}\n`,
);
if (largest > WORST_DELTA_E || median > MEDIAN_DELTA_E) process.exit(1);
