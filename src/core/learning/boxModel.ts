/** The box as learning sees it: predictions of mixtures from the coefficients of the tubes that have evidence. */
import type { LabD65 } from "../color/types";
import { blendOptics, blendSurfaces, type Film, mixtureReflectance } from "../mixing/mixture";
import type { SurfaceConstants } from "../mixing/saunderson";
import { inner, num, squareOf, volumeOf, zeros } from "../numbers";
import type { NormalEquations } from "../optimize/normalEquations";
import type { CholeskyFactor } from "../optimize/solveSymmetric";
import { labFromReflectance, type ViewingWeights } from "../spectrum/colorimetry";
import type { NumberRow, OpticalModel, Reflectance } from "../spectrum/types";
import { tubeAt } from "../tube/tubeAt";
import { bandSlopes } from "./bandSlopes";
import type { Covariance } from "./covariance";
import type { Evidence, MixPart, PredictionTerms, SpectralReading } from "./evidence";
import { labWithSlopes, residualsBetween, slopesBetween, type Three } from "./residualSlopes";
import { PARAMETERS_OF_PHOTO, withLightRows, withoutLight } from "./photoLight";
import { addScaled, combined, type Slopes, solvedRows, sparse, type SparseRows } from "./sparseRows";
import { PARAMETERS_OF_SURFACE, surfaceOf, type SurfacePrior, surfaceSlopes } from "./surfaceModel";
import { PARAMETERS_PER_TUBE, strengthSlopes, type TubePrior, tubeOptics } from "./tubeModel";

export type LearningConditions = {
  readonly view: ViewingWeights<"D65">;
  /** Believed of the surface before anything was read. */
  readonly surface: SurfaceConstants;
  /** How well; left out, the surface is taken as it is. */
  readonly surfacePrior?: SurfacePrior;
  readonly prior: TubePrior;
  /** Tubes that are taken as they are, such as the white that the others are judged in. */
  readonly fixed?: readonly number[];
  /** From how many photos evidence was read. */
  readonly photos?: number;
};

/** What is believed of a whole box, beside its tubes. */
export type BoxScales = {
  /** How far its tubes deviate from their models, in prior standard deviations. */
  readonly deviation: number;
  /** What stays wrong of a mixture of tubes that deviate as usual, when all are known: ΔE00 on each axis. */
  readonly modelError: number;
};

/** How much stronger or weaker all tubes of a box are than their models, standard deviation of ln K: grades differ in all. */
const BOX_STRENGTH = 0.2;
/** The same as {@link BoxScales.modelError} in reflectance, for spectral readings. */
const MODEL_ERROR_PER_BAND = 0.02;
/** Neighbouring bands err together, about seven to a bump. */
const BANDS_PER_BUMP = 7;

type State = { readonly tubes: readonly OpticalModel[]; readonly surface: SurfaceConstants };

/** Predictions of mixtures from the coefficients of the tubes that have evidence, of the strength they share, and of the surface. */
export class BoxModel {
  private readonly placeOf: ReadonlyMap<number, number>;
  /** Of the strength that all tubes share. */
  private readonly strengthAt: number;
  /** Of the first of the surface's parameters; undefined when the surface is not learned. */
  private readonly surfaceAt: number | undefined;
  /** Of the first parameter of the first photo. */
  private readonly photosAt: number;
  /** All parameters at zero: the generic models. */
  readonly zero: readonly number[];
  /** What the tubes were last learned under; else what is assumed. */
  private readonly surfaceBefore: SurfaceConstants;
  private readonly ofReadings = new WeakMap<Evidence, readonly number[]>();
  private latest: { readonly of: readonly number[]; readonly state: State } | undefined;

  constructor(
    private readonly generic: readonly OpticalModel[],
    involved: readonly number[],
    private readonly conditions: LearningConditions,
  ) {
    this.surfaceBefore =
      blendSurfaces(generic.map((optics) => ({ optics, volume: 1 }))) ?? conditions.surface;
    this.placeOf = new Map(involved.map((tube, place) => [tube, place]));
    this.strengthAt = involved.length * PARAMETERS_PER_TUBE;
    this.surfaceAt = conditions.surfacePrior && this.strengthAt + 1;
    this.photosAt = this.strengthAt + 1 + (conditions.surfacePrior ? PARAMETERS_OF_SURFACE : 0);
    this.zero = new Array<number>(this.photosAt + PARAMETERS_OF_PHOTO * (conditions.photos ?? 0)).fill(0);
  }

  tubesAt(parameters: readonly number[]): readonly OpticalModel[] {
    return this.at(parameters).tubes;
  }

  surfaceOf(parameters: readonly number[]): SurfaceConstants {
    return this.at(parameters).surface;
  }

  isOfTube(parameter: number): boolean {
    return parameter < this.strengthAt;
  }

  private isFixed(tube: number): boolean {
    return this.conditions.fixed?.includes(tube) === true;
  }

  private at(parameters: readonly number[]): State {
    if (this.latest?.of === parameters) return this.latest.state;
    const { prior, surfacePrior } = this.conditions;
    const learned =
      surfacePrior && this.surfaceAt !== undefined
        ? surfaceOf(
            this.surfaceBefore,
            surfacePrior,
            num(parameters[this.surfaceAt]),
            num(parameters[this.surfaceAt + 1]),
          )
        : undefined;
    const stronger = Math.exp(BOX_STRENGTH * num(parameters[this.strengthAt]));
    const tubes = this.generic.map((optics, tube) => {
      const place = this.placeOf.get(tube);
      const own =
        place === undefined ? optics : tubeOptics(optics, parameters, place * PARAMETERS_PER_TUBE, prior);
      return {
        ...own,
        ...(!this.isFixed(tube) && { absorption: Array.from(own.absorption, (k) => k * stronger) }),
        ...(learned && { surface: learned }),
      };
    });
    const state = { tubes, surface: learned ?? this.surfaceBefore };
    this.latest = { of: parameters, state };
    return state;
  }

  lab(parts: readonly MixPart[], parameters: readonly number[], film?: Film): LabD65 {
    return labFromReflectance(this.reflectance(parts, parameters, film), this.conditions.view);
  }

  private reflectance(parts: readonly MixPart[], parameters: readonly number[], film?: Film): Reflectance {
    const { tubes, surface } = this.at(parameters);
    return mixtureReflectance(volumesOf(parts, tubes), surface, film);
  }

  /** ΔE00 of a reading from its prediction. */
  miss(entry: Evidence, parameters: readonly number[]): number {
    return Math.hypot(
      ...residualsBetween(this.lab(entry.parts, parameters, entry.film), this.readLab(entry, parameters)),
    );
  }

  /** Reading minus prediction in standard deviations: the three residuals of ΔE00, and all bands if they were read. */
  residuals(entry: Evidence, parameters: readonly number[], { modelError }: BoxScales): number[] {
    const { spectrum, film } = entry;
    const predicted = this.reflectance(entry.parts, parameters, film);
    const lab = labFromReflectance(predicted, this.conditions.view);
    const deviations = this.deviationsOf(entry, modelError);
    const ofColor = residualsBetween(lab, this.readLab(entry, parameters)).map(
      (residual, axis) => residual / num(deviations[axis]),
    );
    if (!spectrum) return ofColor;
    const { values } = spectrum.reflectance;
    const deviation = bandDeviation(spectrum);
    return [
      ...ofColor,
      ...Array.from(predicted.values, (value, band) => (num(values[band]) - value) / deviation),
    ];
  }

  /** Σ of the weighted squares of all residuals and of the prior. */
  sum(
    evidence: readonly Evidence[],
    weights: readonly number[],
    parameters: readonly number[],
    scales: BoxScales,
  ): number {
    return evidence.reduce(
      (sum, entry, i) => sum + num(weights[i]) * squareOf(this.residuals(entry, parameters, scales)),
      this.priorSum(parameters, scales),
    );
  }

  private priorSum(parameters: readonly number[], scales: BoxScales): number {
    return parameters.reduce((sum, value, p) => sum + this.precision(p, scales) * value * value, 0);
  }

  /** The same sum with its normal equations; the prior is their diagonal. */
  equations(
    evidence: readonly Evidence[],
    weights: readonly number[],
    parameters: readonly number[],
    scales: BoxScales,
  ): NormalEquations {
    const normal = parameters.map((_, p) => {
      const row = new Array<number>(parameters.length).fill(0);
      row[p] = this.precision(p, scales);
      return row;
    });
    const gradient = parameters.map((value, p) => this.precision(p, scales) * value);
    let sum = this.priorSum(parameters, scales);
    for (const [i, entry] of evidence.entries()) {
      const weight = num(weights[i]);
      const residuals = this.residuals(entry, parameters, scales);
      sum += weight * squareOf(residuals);
      const { columns, rows } = this.residualRows(entry, parameters, scales);
      for (const [r, row] of rows.entries()) {
        addScaled(gradient, columns, row, weight * num(residuals[r]));
        for (let c = 0; c < columns.length; c++) {
          const target = normal[num(columns[c])];
          if (target) addScaled(target, columns, row, weight * num(row[c]));
        }
      }
    }
    return { sum, normal, gradient };
  }

  private precision(parameter: number, { deviation }: BoxScales): number {
    return this.isOfTube(parameter) ? 1 / (deviation * deviation) : 1;
  }

  /** Slopes of {@link residuals}. */
  residualRows(entry: Evidence, parameters: readonly number[], { modelError }: BoxScales): SparseRows {
    const slopes = this.slopes(entry.parts, parameters, entry.film);
    const { lab, slopes: ofLab } = labWithSlopes(slopes.values, this.conditions.view);
    const deviations = this.deviationsOf(entry, modelError);
    const read = this.readLab(entry, parameters);
    const ofResiduals = slopesBetween(lab, read, "reference").map((row, axis) =>
      combined(row, ofLab, 1 / num(deviations[axis])),
    );
    const { prior } = this.conditions;
    if (!entry.spectrum) {
      const rows = sparse(slopes, ofResiduals, prior);
      const at = entry.photo === undefined ? undefined : this.placeOfPhoto(entry.photo);
      return at === undefined ? rows : withLightRows(rows, entry.lab, lab, parameters, at, deviations);
    }
    const deviation = bandDeviation(entry.spectrum);
    const ofBands = Array.from(slopes.values, (_, band) => {
      const row = zeros(slopes.values.length);
      row[band] = -1 / deviation;
      return row;
    });
    return sparse(slopes, [...ofResiduals, ...ofBands], prior);
  }

  /** What was read, without what is wrong with the light of its photo. */
  private readLab({ lab, photo }: Evidence, parameters: readonly number[]): LabD65 {
    return photo === undefined ? lab : withoutLight(lab, parameters, this.placeOfPhoto(photo));
  }

  private placeOfPhoto(photo: number): number {
    return this.photosAt + PARAMETERS_OF_PHOTO * photo;
  }

  /** Of the seen reflectance of a mixture by every parameter that it depends on. */
  private slopes(parts: readonly MixPart[], parameters: readonly number[], film?: Film): Slopes {
    const { tubes, surface } = this.at(parameters);
    const { surfacePrior } = this.conditions;
    const volumes = volumesOf(parts, tubes);
    const blend = blendOptics(volumes);
    const bands = bandSlopes(blend, blend.surface ?? surface, film);
    const total = volumeOf(parts);
    const shares = new Map<number, number>();
    for (const { tube, volume } of parts) shares.set(tube, (shares.get(tube) ?? 0) + volume / total);
    const shared = zeros(bands.values.length);
    const ofTubes = [...shares].map(([tube, share]) => {
      const optics = tubeAt(tubes, tube);
      const byLogAbsorption = ofPart(bands.byLogAbsorption, share, optics.absorption, blend.absorption);
      if (!this.isFixed(tube))
        for (let band = 0; band < shared.length; band++)
          shared[band] = num(shared[band]) + BOX_STRENGTH * num(byLogAbsorption[band]);
      return {
        place: this.placeOf.get(tube),
        byLogAbsorption,
        byLogScattering: ofPart(bands.byLogScattering, share, optics.scattering, blend.scattering),
      };
    });
    const ofOthers = [{ parameter: this.strengthAt, bands: shared }];
    if (!surfacePrior || this.surfaceAt === undefined) return { values: bands.values, ofTubes, ofOthers };
    const [ofOuter, ofInner] = surfaceSlopes(surface, surfacePrior);
    ofOthers.push(
      { parameter: this.surfaceAt, bands: bands.byOuter.map((slope) => slope * ofOuter) },
      { parameter: this.surfaceAt + 1, bands: bands.byInner.map((slope) => slope * ofInner) },
    );
    return { values: bands.values, ofTubes, ofOthers };
  }

  /** Slopes of the three residuals between a mixture as it is predicted and as it would be. */
  colorRows(parts: readonly MixPart[], parameters: readonly number[], film?: Film): SparseRows {
    const slopes = this.slopes(parts, parameters, film);
    const { lab, slopes: ofLab } = labWithSlopes(slopes.values, this.conditions.view);
    return sparse(
      slopes,
      slopesBetween(lab, lab, "sample").map((row) => combined(row, ofLab, 1)),
      this.conditions.prior,
    );
  }

  /**
   * Covariance of the three residuals of a prediction. Tubes without evidence keep their prior.
   *
   * @param known - the factor of the normal matrix at the parameters.
   */
  covariance(
    parts: readonly MixPart[],
    parameters: readonly number[],
    known: CholeskyFactor,
    scales: BoxScales,
    { film, dosingError = 0, isBeliefAlone = false }: PredictionTerms = {},
  ): Covariance {
    const { free, ...read } = this.colorRows(parts, parameters, film);
    const solved = solvedRows(read, known, parameters.length);
    const modelVariance = isBeliefAlone ? 0 : modelErrorOf(scales) ** 2;
    const variance = scales.deviation ** 2;
    const doses =
      dosingError > 0
        ? this.doseShifts(
            parts,
            parameters,
            parts.map(() => dosingError),
            film,
          )
        : [];
    const matrix = solved.map((_, i) =>
      solved.map((__, j) => {
        const fromEvidence = inner(solved[i], solved[j]);
        const fromPrior = variance * inner(free[i], free[j]);
        const fromDoses = doses.reduce((sum, shift) => sum + num(shift[i]) * num(shift[j]), 0);
        return fromEvidence + fromPrior + fromDoses + (i === j ? modelVariance : 0);
      }),
    );
    return {
      trace: matrix.reduce((sum, row, i) => sum + num(row[i]), 0),
      traceOfSquare: squareOf(matrix.flat()),
    };
  }

  /** Variance of what is believed of the logarithm of a tube's strength. */
  strengthVariance(tube: number, known: CholeskyFactor, scales: BoxScales): number {
    const { prior } = this.conditions;
    const slopes = strengthSlopes(tubeAt(this.generic, tube).grid.count, prior);
    const place = this.placeOf.get(tube);
    const row = [...this.zero];
    row[this.strengthAt] = BOX_STRENGTH;
    if (place !== undefined) row.splice(place * PARAMETERS_PER_TUBE, slopes.length, ...slopes);
    const unread = place === undefined ? scales.deviation ** 2 * squareOf(slopes) : 0;
    return unread + squareOf(known.forward(row));
  }

  /** Each dose wrong by so much of itself, one by one. */
  private doseShifts(
    parts: readonly MixPart[],
    parameters: readonly number[],
    errors: readonly number[],
    film: Film | undefined,
  ): readonly Three<number>[] {
    const centre = this.lab(parts, parameters, film);
    return parts.map((_, place) => {
      const dosed = parts.map((part, i) =>
        i === place ? { ...part, volume: part.volume * (1 + num(errors[place])) } : part,
      );
      return residualsBetween(centre, this.lab(dosed, parameters, film));
    });
  }

  /** What a reading may be off on each axis: its own error, its doses', and what the model leaves out. */
  private deviationsOf(entry: Evidence, modelError: number): number[] {
    const ofReading = this.readingDeviations(entry);
    return [0, 1, 2].map((axis) => Math.hypot(num(ofReading[axis]), modelError));
  }

  /** Of the reading and its doses, on each of the three axes of ΔE00. Doses go by the generic models. */
  readingDeviations(entry: Evidence): readonly number[] {
    const known = this.ofReadings.get(entry);
    if (known) return known;
    const { uncertaintyDeltaE2000, axisUncertainties, doseErrors, parts, film } = entry;
    const shifts = doseErrors ? this.doseShifts(parts, this.zero, doseErrors, film) : [];
    const deviations = [0, 1, 2].map((axis) =>
      Math.hypot(
        axisUncertainties?.[axis] ?? uncertaintyDeltaE2000,
        ...shifts.map((shift) => num(shift[axis])),
      ),
    );
    this.ofReadings.set(entry, deviations);
    return deviations;
  }
}

/** Tubes that are further from their models differ from them in more than the bumps can say. */
function modelErrorOf({ modelError, deviation }: BoxScales): number {
  return modelError * deviation ** 2;
}

function volumesOf(parts: readonly MixPart[], tubes: readonly OpticalModel[]) {
  return parts.map(({ tube, volume }) => ({ optics: tubeAt(tubes, tube), volume }));
}

function bandDeviation({ uncertainty }: SpectralReading): number {
  return Math.hypot(uncertainty, MODEL_ERROR_PER_BAND) * Math.sqrt(BANDS_PER_BUMP);
}

/** Slopes of the mixture's reflectance by ln K, or ln S, of one of its paints. */
function ofPart(byLog: Float64Array, share: number, own: NumberRow, blend: NumberRow): Float64Array {
  const slopes = zeros(byLog.length);
  for (let band = 0; band < slopes.length; band++)
    slopes[band] = (num(byLog[band]) * share * num(own[band])) / num(blend[band]);
  return slopes;
}
