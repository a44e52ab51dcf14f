/**
 * How a colour moves while it dries.
 *
 *   ΔL = a0 + a1 (L_wet - 50)/50,   ΔC = c0 + c1 C_wet/50        (dry minus wet)
 *
 * by medium and grade, starting from a prior and refined by the painter's own wet and dry pairs. Ridge
 * regression is the posterior mean of a linear model with that prior, so one pair moves it a little and
 * many pairs make it the painter's own. Hue is left alone: what painters report is a change of value and
 * of brightness.
 *
 * Source of the estimator: A. E. Hoerl, R. W. Kennard, Technometrics 12, 55-67 (1970); as a posterior,
 * C. M. Bishop, Pattern Recognition and Machine Learning (2006), section 3.3.
 */
import { labFromLch, lchFromLab } from "../color/cieLab";
import { type LabD65, lchUnder } from "../color/types";
import { solveSymmetric } from "../optimize/solveSymmetric";

export type Medium = "oil" | "acrylic" | "watercolour" | "gouache" | "other";
export type Grade = "artist" | "student" | "children" | "unknown";

export type WetDryPair = {
  readonly wet: LabD65;
  readonly dry: LabD65;
  /** One standard deviation of the two readings together, in L* and C*ab; 0 when it is left out. */
  readonly uncertainty?: number;
};

export type DryingModel = {
  /** [a0, a1] and [c0, c1], in CIELAB units. */
  readonly lightness: readonly [number, number];
  readonly chroma: readonly [number, number];
  readonly pairCount: number;
  /** Standard deviations of the predicted ΔL and ΔC at a wet colour, the scatter of single pairs included. */
  readonly spreadAt: (wet: LabD65) => { readonly lightness: number; readonly chroma: number };
};

/** What is usual before any pair: acrylics darken, more so the cheaper; watercolour and gouache lighten and dull. */
const USUAL: Readonly<Record<Medium, Readonly<Record<Grade, readonly [number, number]>>>> = {
  oil: { artist: [0, 0], student: [0, 0], children: [0, 0], unknown: [0, 0] },
  acrylic: { artist: [-1, 0], student: [-2, 0], children: [-3.5, 0], unknown: [-1.5, 0] },
  watercolour: { artist: [4, -4], student: [5, -5], children: [6, -6], unknown: [4, -4] },
  gouache: { artist: [2, -3], student: [3, -4], children: [4, -5], unknown: [2, -3] },
  other: { artist: [0, 0], student: [0, 0], children: [0, 0], unknown: [0, 0] },
};

/** Prior standard deviation of each coefficient, and scatter of an exactly read pair around the model. */
const PRIOR_SD = 2;
const PAIR_SD = 1;

/** @throws RangeError when a pair has a number that is not finite; Error when the pairs determine no shift. */
export function dryingModel(medium: Medium, grade: Grade, pairs: readonly WetDryPair[]): DryingModel {
  if (!pairs.every(({ wet, dry }) => [...wet, ...dry].every(Number.isFinite))) {
    throw new RangeError("A wet and dry pair needs six finite numbers");
  }
  const [usualL, usualC] = USUAL[medium][grade];
  const weights = pairs.map(({ uncertainty = 0 }) => 1 / (PAIR_SD * PAIR_SD + uncertainty * uncertainty));
  const lightness = ridge(
    pairs.map(({ wet }) => lightnessRow(wet)),
    pairs.map(({ wet, dry }) => dry[0] - wet[0]),
    weights,
    [usualL, 0],
  );
  const chroma = ridge(
    pairs.map(({ wet }) => chromaRow(wet)),
    pairs.map(({ wet, dry }) => lchFromLab(dry)[1] - lchFromLab(wet)[1]),
    weights,
    [usualC, 0],
  );
  return {
    lightness: lightness.coefficients,
    chroma: chroma.coefficients,
    pairCount: pairs.length,
    spreadAt: (wet) => ({
      lightness: spread(lightness.precision, lightnessRow(wet)),
      chroma: spread(chroma.precision, chromaRow(wet)),
    }),
  };
}

function lightnessRow(wet: LabD65): readonly [number, number] {
  return [1, (wet[0] - 50) / 50];
}

function chromaRow(wet: LabD65): readonly [number, number] {
  return [1, lchFromLab(wet)[1] / 50];
}

/** The colour that a wet one is expected to dry to. */
export function dryFromWet(wet: LabD65, model: DryingModel): LabD65 {
  const [lightness, chroma, hue] = lchFromLab(wet);
  const dL = dot(model.lightness, lightnessRow(wet));
  const dC = dot(model.chroma, chromaRow(wet));
  return labFromLch(lchUnder<"D65">(clamp(lightness + dL, 100), Math.max(0, chroma + dC), hue));
}

/** The wet colour to aim at so that it dries to the wanted one: the way back, exact inside the clamps. */
export function wetFromDry(dry: LabD65, model: DryingModel): LabD65 {
  const [lightness, chroma, hue] = lchFromLab(dry);
  const [a0, a1] = model.lightness;
  const [c0, c1] = model.chroma;
  const wetL = (lightness - a0 + a1) / (1 + a1 / 50);
  const wetC = (chroma - c0) / (1 + c1 / 50);
  return labFromLch(lchUnder<"D65">(clamp(wetL, 100), Math.max(0, wetC), hue));
}

type Ridge = {
  readonly coefficients: readonly [number, number];
  readonly precision: readonly (readonly number[])[];
};

function ridge(
  rows: readonly (readonly [number, number])[],
  shifts: readonly number[],
  weights: readonly number[],
  usual: readonly [number, number],
): Ridge {
  const precision = [0, 1].map((i) =>
    [0, 1].map(
      (j) =>
        (i === j ? 1 / (PRIOR_SD * PRIOR_SD) : 0) +
        rows.reduce((sum, row, n) => sum + (row[i] ?? 0) * (row[j] ?? 0) * (weights[n] ?? Number.NaN), 0),
    ),
  );
  // Solved for the departure from the usual shift, towards which the prior pulls.
  const right = [0, 1].map((i) =>
    rows.reduce(
      (sum, row, n) =>
        sum + (row[i] ?? 0) * ((shifts[n] ?? Number.NaN) - dot(usual, row)) * (weights[n] ?? Number.NaN),
      0,
    ),
  );
  const departure = solveSymmetric(precision, right);
  if (!departure) throw new RangeError("The pairs do not determine a drying shift");
  return {
    coefficients: [usual[0] + (departure[0] ?? Number.NaN), usual[1] + (departure[1] ?? Number.NaN)],
    precision,
  };
}

function spread(precision: readonly (readonly number[])[], row: readonly [number, number]): number {
  const solved = solveSymmetric(precision, row);
  const model = row.reduce((sum, value, i) => sum + value * (solved?.[i] ?? Number.NaN), 0);
  return Math.sqrt(model + PAIR_SD * PAIR_SD);
}

function dot(a: readonly [number, number], b: readonly [number, number]): number {
  return a[0] * b[0] + a[1] * b[1];
}

function clamp(value: number, most: number): number {
  return Math.max(0, Math.min(most, value));
}
