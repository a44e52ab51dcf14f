/** The box as learning sees it: predictions of mixtures from the coefficients of the tubes that have evidence. */
import { REFERENCE_FACTORS, writeResidualsOfDeltaE2000 } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import { type Film, mixtureReflectance } from "../mixing/mixture";
import type { SurfaceConstants } from "../mixing/saunderson";
import { solveSymmetric } from "../optimize/solveSymmetric";
import { labFromReflectance, type ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel, Reflectance } from "../spectrum/types";
import { PARAMETERS_PER_TUBE, type TubePrior, tubeOptics } from "./tubeModel";

export type MixPart = {
  /** Index into the tubes. */
  readonly tube: number;
  /** Volume, > 0, in any unit common to the mix. */
  readonly volume: number;
};

/** Something that was mixed, opaque or as a film, and the colour that it had. */
export type Evidence = {
  readonly parts: readonly MixPart[];
  readonly lab: LabD65;
  /** One standard deviation of the reading on each of the three axes of ΔE00, > 0. */
  readonly uncertaintyDeltaE2000: number;
  /** Of value, chroma and hue each, where they are not equally sure: what was not said is hardly known. */
  readonly axisUncertainties?: readonly [number, number, number];
  /** The painter stands by it, so it is not weighed down however far off it is. */
  readonly isStoodBy?: boolean;
  /** The whole spectrum, when an instrument gave one: its bands then count beside the three numbers. */
  readonly spectrum?: SpectralReading;
  /** For a wash or a drawdown: over what, and how thick; what is not known of the thickness is uncertainty. */
  readonly film?: Film;
};

export type SpectralReading = {
  readonly reflectance: Reflectance;
  /** One standard deviation of each band, in reflectance, > 0. */
  readonly uncertainty: number;
};

/** What a prediction is for: a film instead of an opaque layer, and how well a hand doses. */
export type PredictionTerms = {
  readonly film?: Film | undefined;
  /** One standard deviation of a dose, as a share of it; zero if left out. */
  readonly dosingError?: number;
  /** Without what stays wrong when all tubes are known. */
  readonly isBeliefAlone?: boolean;
};

export type LearningConditions = {
  readonly view: ViewingWeights<"D65">;
  readonly surface: SurfaceConstants;
  readonly prior: TubePrior;
  /** Tubes that are taken as they are, such as the white that the others are judged in. */
  readonly fixed?: readonly number[];
};

/**
 * What stays wrong when all tubes are known: another surface, deviations less smooth than the model's bumps.
 * Measured on simulated boxes whose surface and curves differ from the model's.
 */
const MODEL_ERROR_PER_AXIS = 0.25;
/** The same in reflectance, for spectral readings; neighbouring bands err together, about seven to a bump. */
const MODEL_ERROR_PER_BAND = 0.02;
const BANDS_PER_BUMP = 7;
const STEP = 1e-4;

/** Predictions of mixtures from the coefficients of the tubes that have evidence. */
export class BoxModel {
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

  lab(parts: readonly MixPart[], parameters: readonly number[], film?: Film): LabD65 {
    return labFromReflectance(this.reflectance(parts, parameters, film), this.conditions.view);
  }

  private reflectance(parts: readonly MixPart[], parameters: readonly number[], film?: Film): Reflectance {
    const volumes = parts.map(({ tube, volume }) => {
      const optics = this.generic[tube];
      if (!optics) throw new RangeError(`There is no tube ${tube}`);
      return { optics: this.optics(optics, tube, parameters), volume };
    });
    return mixtureReflectance(volumes, this.conditions.surface, film);
  }

  /** ΔE00 of a reading from its prediction. */
  miss(entry: Evidence, parameters: readonly number[]): number {
    return norm(residualsBetween(this.lab(entry.parts, parameters, entry.film), entry.lab));
  }

  /** Reading minus prediction in standard deviations: the three residuals of ΔE00, and all bands if they were read. */
  residuals(entry: Evidence, parameters: readonly number[]): number[] {
    const { spectrum, film, uncertaintyDeltaE2000, axisUncertainties } = entry;
    const predicted = this.reflectance(entry.parts, parameters, film);
    const lab = labFromReflectance(predicted, this.conditions.view);
    const ofColor = residualsBetween(lab, entry.lab).map(
      (residual, axis) => residual / (axisUncertainties?.[axis] ?? uncertaintyDeltaE2000),
    );
    if (!spectrum) return ofColor;
    const { values } = spectrum.reflectance;
    const deviation = Math.hypot(spectrum.uncertainty, MODEL_ERROR_PER_BAND) * Math.sqrt(BANDS_PER_BUMP);
    return [
      ...ofColor,
      ...Array.from(predicted.values, (value, band) => (num(values[band]) - value) / deviation),
    ];
  }

  weighted(
    evidence: readonly Evidence[],
    weights: readonly number[],
    parameters: readonly number[],
  ): number[] {
    const rows = evidence.flatMap((entry, i) => {
      const scale = Math.sqrt(num(weights[i]));
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
    { film, dosingError = 0, isBeliefAlone = false }: PredictionTerms = {},
  ): Covariance {
    const centre = this.lab(parts, parameters, film);
    const rows = this.jacobianRows(
      (moved) => residualsBetween(centre, this.lab(parts, moved, film)),
      parameters,
    );
    const solved = rows.map((row) => solveSymmetric(normal, row));
    const matrix = rows.map((row, i) =>
      rows.map((_, j) => {
        const other = solved[j];
        const fromEvidence = other
          ? row.reduce((sum, value, p) => sum + value * num(other[p]), 0)
          : Number.NaN;
        return fromEvidence + (i === j && !isBeliefAlone ? MODEL_ERROR_PER_AXIS ** 2 : 0);
      }),
    );
    for (const tube of new Set(parts.map((part) => part.tube))) {
      if (!this.placeOf.has(tube)) this.addPrior(matrix, tube, parts, centre, film);
    }
    if (dosingError > 0) this.addDosing(matrix, parts, parameters, centre, dosingError, film);
    const flat = matrix.flat();
    return {
      trace: matrix.reduce((sum, row, i) => sum + num(row[i]), 0),
      traceOfSquare: flat.reduce((sum, value) => sum + value * value, 0),
    };
  }

  private addPrior(
    matrix: number[][],
    tube: number,
    parts: readonly MixPart[],
    centre: LabD65,
    film: Film | undefined,
  ): void {
    const alone = new BoxModel(this.generic, [tube], this.conditions);
    const zero = new Array<number>(PARAMETERS_PER_TUBE).fill(0);
    const rows = alone.jacobianRows((moved) => residualsBetween(centre, alone.lab(parts, moved, film)), zero);
    matrix.forEach((row, i) => {
      row.forEach((value, j) => {
        row[j] = value + (rows[i] ?? []).reduce((sum, entry, p) => sum + entry * num(rows[j]?.[p]), 0);
      });
    });
  }

  /** Every dose wrong by so much of itself, each on its own. */
  private addDosing(
    matrix: number[][],
    parts: readonly MixPart[],
    parameters: readonly number[],
    centre: LabD65,
    dosingError: number,
    film: Film | undefined,
  ): void {
    for (const place of parts.keys()) {
      const dosed = parts.map((part, i) =>
        i === place ? { ...part, volume: part.volume * (1 + dosingError) } : part,
      );
      const shift = residualsBetween(centre, this.lab(dosed, parameters, film));
      matrix.forEach((row, i) => {
        row.forEach((value, j) => {
          row[j] = value + num(shift[i]) * num(shift[j]);
        });
      });
    }
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

export type Covariance = { readonly trace: number; readonly traceOfSquare: number };

/** Of the normal distribution, for nine tenths below it. */
const NORMAL_90 = 1.2815515655446004;

/**
 * Radius that holds nine tenths of a normal vector with this covariance: its squared length is taken as a
 * scaled chi-squared with the same mean and variance.
 *
 * Source: F. E. Satterthwaite, Biometrics Bull. 2, 110-114 (1946); quantile by E. B. Wilson, M. M. Hilferty,
 * Proc. Natl. Acad. Sci. 17, 684-688 (1931).
 */
export function ninetyPercentRadius({ trace, traceOfSquare }: Covariance): number {
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
