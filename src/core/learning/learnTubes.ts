/**
 * Learning tubes from what was mixed and what it became: maximum a posteriori, all tubes at once.
 *
 *   minimise Σ_e w_e |r_e|² / σ_e² + Σ θ²       r_e: the three residuals of ΔE00 of evidence e
 *
 * A tube test (masstone, tint of known ratio) and a pile with a reading are the same kind of evidence: known
 * volumes and the colour they gave, with a stated uncertainty. A wrong record must not poison the box, so
 * evidence is weighted by a Student-t likelihood (ν = 4) through iterated reweighting:
 *
 *   w = (ν + 3) / (ν + |r|²/σ²)
 *
 * The covariance of θ is the inverse of the normal matrix at the solution; predictions get their
 * plus-or-minus from it.
 *
 * Source: K. L. Lange, R. J. A. Little, J. M. G. Taylor, J. Am. Stat. Assoc. 84, 881-896 (1989) for the weights.
 */
import { writeResidualsOfDeltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import { labFromXyz } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { mixtureReflectance } from "../mixing/mixture";
import type { SurfaceConstants } from "../mixing/saunderson";
import { type LeastSquaresStop, minimizeLeastSquares } from "../optimize/levenbergMarquardt";
import { solveSymmetric } from "../optimize/solveSymmetric";
import { type ViewingWeights, xyzFromReflectance } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import { PARAMETERS_PER_TUBE, type TubePrior, tubeOptics } from "./tubeModel";

export type MixPart = {
  /** Index into the tubes. */
  readonly tube: number;
  /** Volume, > 0, in any unit common to the mix. */
  readonly volume: number;
};

/** Something that was mixed, opaque, and the colour that it had. */
export type Evidence = {
  readonly parts: readonly MixPart[];
  readonly lab: LabD65;
  /** One standard deviation of the reading on each of the three axes of ΔE00, > 0. */
  readonly uncertaintyDeltaE2000: number;
};

export type LearnedTubes = {
  /** Optics of each tube, same order; tubes without evidence stay generic. */
  readonly tubes: readonly OpticalModel[];
  /** Weight of each piece of evidence: 1.75 when it fits, towards 0 for a gross outlier. */
  readonly weights: readonly number[];
  /** ΔE00 of each piece of evidence before and after. */
  readonly missBefore: readonly number[];
  readonly missAfter: readonly number[];
  readonly stop: LeastSquaresStop;
  /** One standard deviation of a mixture's prediction from what is not known of its tubes, ΔE00. */
  readonly spreadOf: (parts: readonly MixPart[]) => number;
  /** ΔE00 within which the true colour lies in nine cases of ten. */
  readonly bandOf: (parts: readonly MixPart[]) => number;
};

export type LearningConditions = {
  readonly view: ViewingWeights<"D65">;
  readonly surface: SurfaceConstants;
  readonly prior: TubePrior;
};

/**
 * What stays wrong when all tubes are known: another surface, deviations less smooth than the model's bumps.
 * Measured on simulated boxes whose surface and curves differ from the model's.
 */
const MODEL_ERROR_PER_AXIS = 0.25;
const STUDENT_FREEDOM = 4;
const REWEIGHTINGS = 4;
const STEP = 1e-4;

export function learnTubes(
  generic: readonly OpticalModel[],
  evidence: readonly Evidence[],
  conditions: LearningConditions,
): LearnedTubes {
  assertEvidence(evidence, generic.length);
  const involved = [...new Set(evidence.flatMap((entry) => entry.parts.map((part) => part.tube)))].sort(
    (a, b) => a - b,
  );
  const model = new BoxModel(generic, involved, conditions);
  const zero = new Array<number>(involved.length * PARAMETERS_PER_TUBE).fill(0);
  const missBefore = evidence.map((entry) => norm(model.residuals(entry, zero)));
  let parameters: readonly number[] = zero;
  let weights = evidence.map(() => 1);
  let stop: LeastSquaresStop = "converged";
  for (let round = 0; round < (evidence.length > 0 ? REWEIGHTINGS : 0); round++) {
    const report = minimizeLeastSquares(
      (candidate) => model.weighted(evidence, weights, candidate),
      parameters,
      {
        maxIterations: 12,
        relativeTolerance: 1e-4,
      },
    );
    ({ parameters, stop } = report);
    weights = evidence.map((entry) => {
      const scaled = norm(model.residuals(entry, parameters)) / entry.uncertaintyDeltaE2000;
      return (STUDENT_FREEDOM + 3) / (STUDENT_FREEDOM + scaled * scaled);
    });
  }
  const normal = model.normalMatrix(evidence, weights, parameters);
  return {
    tubes: model.allTubes(parameters),
    weights,
    missBefore,
    missAfter: evidence.map((entry) => norm(model.residuals(entry, parameters))),
    stop,
    spreadOf: (parts) => Math.sqrt(model.covariance(parts, parameters, normal).trace),
    bandOf: (parts) => ninetyPercentRadius(model.covariance(parts, parameters, normal)),
  };
}

/** Predictions of mixtures from the coefficients of the tubes that have evidence. */
class BoxModel {
  private readonly placeOf: ReadonlyMap<number, number>;

  constructor(
    private readonly generic: readonly OpticalModel[],
    private readonly involved: readonly number[],
    private readonly conditions: LearningConditions,
  ) {
    this.placeOf = new Map(involved.map((tube, place) => [tube, place]));
  }

  allTubes(parameters: readonly number[]): OpticalModel[] {
    return this.generic.map((optics, tube) => this.optics(optics, tube, parameters));
  }

  private optics(optics: OpticalModel, tube: number, parameters: readonly number[]): OpticalModel {
    const place = this.placeOf.get(tube);
    return place === undefined
      ? optics
      : tubeOptics(optics, parameters, place * PARAMETERS_PER_TUBE, this.conditions.prior);
  }

  lab(parts: readonly MixPart[], parameters: readonly number[]): LabD65 {
    const volumes = parts.map(({ tube, volume }) => {
      const optics = this.generic[tube];
      if (!optics) throw new RangeError(`There is no tube ${tube}`);
      return { optics: this.optics(optics, tube, parameters), volume };
    });
    const { view, surface } = this.conditions;
    return labFromXyz(xyzFromReflectance(mixtureReflectance(volumes, surface), view), view.white);
  }

  /** The three residuals of ΔE00, reading minus prediction. */
  residuals(entry: Evidence, parameters: readonly number[]): number[] {
    return residualsBetween(this.lab(entry.parts, parameters), entry.lab);
  }

  weighted(
    evidence: readonly Evidence[],
    weights: readonly number[],
    parameters: readonly number[],
  ): number[] {
    const rows = evidence.flatMap((entry, i) => {
      const scale = Math.sqrt(weights[i] ?? Number.NaN) / entry.uncertaintyDeltaE2000;
      return this.residuals(entry, parameters).map((residual) => residual * scale);
    });
    return [...rows, ...parameters];
  }

  normalMatrix(
    evidence: readonly Evidence[],
    weights: readonly number[],
    parameters: readonly number[],
  ): number[][] {
    const rows = this.jacobianRows((moved) => this.weighted(evidence, weights, moved), parameters);
    return parameters.map((_, i) =>
      parameters.map((__, j) => rows.reduce((sum, row) => sum + num(row[i]) * num(row[j]), 0)),
    );
  }

  /** J Σ Jᵀ of the three residuals, with what the model leaves out. Tubes without evidence keep their prior. */
  covariance(
    parts: readonly MixPart[],
    parameters: readonly number[],
    normal: readonly (readonly number[])[],
  ): Covariance {
    const centre = this.lab(parts, parameters);
    const rows = this.jacobianRows((moved) => residualsBetween(centre, this.lab(parts, moved)), parameters);
    const solved = rows.map((row) => solveSymmetric(normal, row));
    const matrix = rows.map((row, i) =>
      rows.map((_, j) => {
        const other = solved[j];
        const fromEvidence = other
          ? row.reduce((sum, value, p) => sum + value * num(other[p]), 0)
          : Number.NaN;
        return fromEvidence + (i === j ? MODEL_ERROR_PER_AXIS ** 2 : 0);
      }),
    );
    for (const tube of new Set(parts.map((part) => part.tube))) {
      if (!this.placeOf.has(tube)) this.addPrior(matrix, tube, parts, centre);
    }
    const flat = matrix.flat();
    return {
      trace: matrix.reduce((sum, row, i) => sum + num(row[i]), 0),
      traceOfSquare: flat.reduce((sum, value) => sum + value * value, 0),
    };
  }

  private addPrior(matrix: number[][], tube: number, parts: readonly MixPart[], centre: LabD65): void {
    const alone = new BoxModel(this.generic, [tube], this.conditions);
    const zero = new Array<number>(PARAMETERS_PER_TUBE).fill(0);
    const rows = alone.jacobianRows((moved) => residualsBetween(centre, alone.lab(parts, moved)), zero);
    matrix.forEach((row, i) => {
      row.forEach((value, j) => {
        row[j] = value + (rows[i] ?? []).reduce((sum, entry, p) => sum + entry * num(rows[j]?.[p]), 0);
      });
    });
  }

  private jacobianRows(
    of: (parameters: readonly number[]) => readonly number[],
    at: readonly number[],
  ): number[][] {
    const base = of(at);
    const columns = at.map((_, p) => of(at.map((value, i) => (i === p ? value + STEP : value))));
    return base.map((value, row) => columns.map((column) => (num(column[row]) - value) / STEP));
  }
}

type Covariance = { readonly trace: number; readonly traceOfSquare: number };

/** Of the normal distribution, for nine tenths below it. */
const NORMAL_90 = 1.2815515655446004;

/**
 * Radius that holds nine tenths of a normal vector with this covariance: its squared length is taken as a
 * scaled chi-squared with the same mean and variance.
 *
 * Source: F. E. Satterthwaite, Biometrics Bull. 2, 110-114 (1946); quantile by E. B. Wilson, M. M. Hilferty,
 * Proc. Natl. Acad. Sci. 17, 684-688 (1931).
 */
function ninetyPercentRadius({ trace, traceOfSquare }: Covariance): number {
  const freedom = (trace * trace) / traceOfSquare;
  const part = 2 / (9 * freedom);
  return Math.sqrt(trace * (1 - part + NORMAL_90 * Math.sqrt(part)) ** 3);
}

const scratch = new Float64Array(3);

function residualsBetween(reference: LabD65, sample: LabD65): number[] {
  writeResidualsOfDeltaE2000(
    scratch,
    0,
    reference[0],
    reference[1],
    reference[2],
    sample[0],
    sample[1],
    sample[2],
    REFERENCE_FACTORS,
  );
  return Array.from(scratch);
}

function norm(values: readonly number[]): number {
  return Math.hypot(...values);
}

function num(value: number | undefined): number {
  return value ?? Number.NaN;
}

function assertEvidence(evidence: readonly Evidence[], tubeCount: number): void {
  for (const entry of evidence) {
    const isGood =
      entry.parts.length > 0 &&
      entry.parts.every(
        (part) => part.tube >= 0 && part.tube < tubeCount && part.volume > 0 && Number.isFinite(part.volume),
      ) &&
      entry.lab.every(Number.isFinite) &&
      entry.uncertaintyDeltaE2000 > 0;
    if (!isGood)
      throw new RangeError(
        `Evidence needs tubes, volumes > 0, a colour and an uncertainty: ${JSON.stringify(entry)}`,
      );
  }
}
