/**
 * How a colour moves while it dries.
 *
 *   ΔL = a0 + a1 (L_wet - 50)/50,   ln(C_dry / C_wet) = c0 + c1 (L_wet - 50)/50        (dry minus wet)
 *
 * by medium and grade, starting from a prior and refined by the painter's own wet and dry pairs. Chroma moves by a share
 * of itself: a grey stays the grey it is. Ridge regression is the posterior mean of a linear model with that prior, so one
 * pair moves it a little and many pairs make it the painter's own. A pair that cannot be believed, two dabs mixed up,
 * hardly counts: pairs are weighted by a Student-t likelihood (ν = 4), from the prior on. Hue is left alone: what
 * painters report is a change of value and of brightness.
 *
 * Source of the estimator: A. E. Hoerl, R. W. Kennard, Technometrics 12, 55-67 (1970); as a posterior,
 * C. M. Bishop, Pattern Recognition and Machine Learning (2006), section 3.3; of the weights, K. L. Lange,
 * R. J. A. Little, J. M. G. Taylor, J. Am. Stat. Assoc. 84, 881-896 (1989).
 */
import { chromaOf, labFromLch, lchFromLab } from "../color/cieLab";
import { type LabD65, lchUnder } from "../color/types";
import { areFinite, inner, num } from "../numbers";
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
  /** [a0, a1], in L*. */
  readonly lightness: readonly [number, number];
  /** [c0, c1], of the logarithm of what is left of the chroma. */
  readonly chroma: readonly [number, number];
  readonly pairCount: number;
  /** Standard deviations of the predicted ΔL and ΔC at a wet colour, the scatter of single pairs included. */
  readonly spreadAt: (wet: LabD65) => { readonly lightness: number; readonly chroma: number };
};

/**
 * What is usual before any pair, ΔL* and ln of the chroma that is left: acrylics darken, more so the cheaper; watercolour
 * and gouache lighten and lose an eighth of their chroma or more.
 */
const USUAL: Readonly<Record<Medium, Readonly<Record<Grade, readonly [number, number]>>>> = {
  oil: { artist: [0, 0], student: [0, 0], children: [0, 0], unknown: [0, 0] },
  acrylic: { artist: [-1, 0], student: [-2, 0], children: [-3.5, 0], unknown: [-1.5, 0] },
  watercolour: { artist: [4, -0.12], student: [5, -0.15], children: [6, -0.18], unknown: [4, -0.12] },
  gouache: { artist: [2, -0.09], student: [3, -0.12], children: [4, -0.15], unknown: [2, -0.09] },
  other: { artist: [0, 0], student: [0, 0], children: [0, 0], unknown: [0, 0] },
};

/** Prior standard deviations of the coefficients: how paints differ, and how much the value may bend it. */
const LIGHTNESS_PRIOR = [2, 1.5] as const;
const CHROMA_PRIOR = [0.1, 0.07] as const;
/** Scatter of an exactly read pair around the model, in L* and in C*ab; of the latter also a share of itself. */
const PAIR_SD = 1;
const PAIR_SHARE = 0.04;
/** A reading this dull says nothing of what is left of the chroma. */
const LEAST_CHROMA = 1;
const STUDENT_FREEDOM = 4;
const REWEIGHTINGS = 8;

/** @throws RangeError when a pair has a number that is not finite; Error when the pairs determine no shift. */
export function dryingModel(medium: Medium, grade: Grade, pairs: readonly WetDryPair[]): DryingModel {
  if (!pairs.every(({ wet, dry }) => areFinite([...wet, ...dry]))) {
    throw new RangeError("A wet and dry pair needs six finite numbers");
  }
  const [usualL, usualC] = USUAL[medium][grade];
  const lightness = ridge(
    pairs.map(
      ({ wet, dry, uncertainty = 0 }): Shift => ({
        row: rowOf(wet),
        value: dry[0] - wet[0],
        variance: PAIR_SD * PAIR_SD + uncertainty * uncertainty,
      }),
    ),
    [usualL, 0],
    LIGHTNESS_PRIOR,
  );
  const chroma = ridge(
    pairs.flatMap(({ wet, dry, uncertainty = 0 }): readonly Shift[] => {
      const [before, after] = [chromaOf(wet), chromaOf(dry)];
      if (before < LEAST_CHROMA || after < LEAST_CHROMA) return [];
      const read = (PAIR_SD * PAIR_SD + uncertainty * uncertainty) / Math.min(before, after) ** 2;
      return [{ row: rowOf(wet), value: Math.log(after / before), variance: read + PAIR_SHARE ** 2 }];
    }),
    [usualC, 0],
    CHROMA_PRIOR,
  );
  return {
    lightness: lightness.coefficients,
    chroma: chroma.coefficients,
    pairCount: pairs.length,
    spreadAt: (wet) => {
      const [, strength] = lchFromLab(wet);
      const ofShare = Math.hypot(spread(chroma.precision, rowOf(wet)), PAIR_SHARE);
      return {
        lightness: Math.hypot(spread(lightness.precision, rowOf(wet)), PAIR_SD),
        chroma: Math.hypot(ofShare * strength, PAIR_SD),
      };
    },
  };
}

function rowOf(wet: LabD65): readonly [number, number] {
  return rowAt(wet[0]);
}

function rowAt(lightness: number): readonly [number, number] {
  return [1, (lightness - 50) / 50];
}

/** The colour that a wet one is expected to dry to. */
export function dryFromWet(wet: LabD65, model: DryingModel): LabD65 {
  const [lightness, chroma, hue] = lchFromLab(wet);
  const dL = inner(model.lightness, rowOf(wet));
  const kept = Math.exp(inner(model.chroma, rowOf(wet)));
  return labFromLch(lchUnder<"D65">(clamp(lightness + dL, 100), chroma * kept, hue));
}

/** The wet colour to aim at so that it dries to the wanted one: the way back, exact inside the clamps. */
export function wetFromDry(dry: LabD65, model: DryingModel): LabD65 {
  const [lightness, chroma, hue] = lchFromLab(dry);
  const [a0, a1] = model.lightness;
  const wetL = clamp((lightness - a0 + a1) / (1 + a1 / 50), 100);
  const kept = Math.exp(inner(model.chroma, rowAt(wetL)));
  return labFromLch(lchUnder<"D65">(wetL, chroma / kept, hue));
}

type Ridge = {
  readonly coefficients: readonly [number, number];
  readonly precision: readonly (readonly number[])[];
};

/** One pair as the estimator takes it. */
type Shift = { readonly row: readonly [number, number]; readonly value: number; readonly variance: number };

function ridge(
  shifts: readonly Shift[],
  usual: readonly [number, number],
  prior: readonly [number, number],
): Ridge {
  let fitted = weighted(
    shifts,
    shifts.map(() => 0),
    usual,
    prior,
  );
  for (let round = 0; round < (shifts.length > 0 ? REWEIGHTINGS : 0); round++) {
    const { coefficients, precision } = fitted;
    const weights = shifts.map(({ row, value, variance }) => {
      // What the coefficients are not known to is no fault of the pair.
      const square = (value - inner(coefficients, row)) ** 2 / (variance + spread(precision, row) ** 2);
      return (STUDENT_FREEDOM + 1) / (STUDENT_FREEDOM + square) / variance;
    });
    fitted = weighted(shifts, weights, usual, prior);
  }
  return fitted;
}

function weighted(
  shifts: readonly Shift[],
  weights: readonly number[],
  usual: readonly [number, number],
  prior: readonly [number, number],
): Ridge {
  const precision = [0, 1].map((i) =>
    [0, 1].map(
      (j) =>
        (i === j ? 1 / prior[i === 0 ? 0 : 1] ** 2 : 0) +
        shifts.reduce((sum, { row }, n) => sum + (row[i] ?? 0) * (row[j] ?? 0) * num(weights[n]), 0),
    ),
  );
  // Solved for the departure from the usual shift, towards which the prior pulls.
  const right = [0, 1].map((i) =>
    shifts.reduce(
      (sum, { row, value }, n) => sum + (row[i] ?? 0) * (value - inner(usual, row)) * num(weights[n]),
      0,
    ),
  );
  const departure = solveSymmetric(precision, right);
  if (!departure) throw new RangeError("The pairs do not determine a drying shift");
  return {
    coefficients: [usual[0] + num(departure[0]), usual[1] + num(departure[1])],
    precision,
  };
}

/** Standard deviation of what the model says for a row, single pairs' own scatter left out. */
function spread(precision: readonly (readonly number[])[], row: readonly [number, number]): number {
  return Math.sqrt(inner(row, solveSymmetric(precision, row)));
}

function clamp(value: number, most: number): number {
  return Math.max(0, Math.min(most, value));
}
