/** Mixtures of one given set of tubes: solved for a colour, then laid down. Opaque paint, or washes over paper. */
import { type Dosing } from "../amounts/dosing";
import { type LaidDown, layDown } from "../amounts/layDown";
import { type DilutedRecipe, preDiluted } from "../amounts/preDilution";
import { aimDistance } from "../color/aimDistance";
import type { DeltaE2000Factors } from "../color/ciede2000";
import { localMetric, nearestOf } from "../color/localMetric";
import type { LabD65 } from "../color/types";
import type { ColorModel } from "../mixing/colorModel";
import { FilmEvaluator } from "../mixing/filmEvaluator";
import { labIn } from "../mixing/mixedLab";
import { opaqueModel } from "../mixing/opaqueModel";
import type { SurfaceConstants } from "../mixing/saunderson";
import type { Wash } from "../mixing/washMixer";
import { sumOf, zeros } from "../numbers";
import { interiorLattice } from "../recipe/subsets";
import { FINE, type SolverEffort, type SubsetSolver, subsetSolver } from "../recipe/subsetSolver";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";

export type MixedSet = {
  readonly tubes: readonly number[];
  /** Shares of an opaque mixture, thicknesses of a film; same order as the tubes, some may be 0. */
  readonly volumes: readonly number[];
  readonly lab: LabD65;
  /** From the aim, as the factors judge it. */
  readonly distance: number;
};

/** To a hundredth of ΔE00: enough to tell which sets serve. */
export const TO_COMPARE: SolverEffort = { maxIterations: 24, goodEnough: 1e-3, relativeGain: 1e-3 };

/** Levels of the lattice of starts by size of the set, and scaled thicknesses of films. */
const LEVELS = [0, 1, 8, 6, 6, 7, 8] as const;
const FILM_AMOUNTS = [0.003, 0.01, 0.03, 0.1, 0.3, 1, 3] as const;
/** Of the thickest film. */
const THICKEST_START = 0.9;
/** A share that no hand lays down. */
const TRACE = 1e-5;

type Starts = { readonly scaled: readonly Float64Array[]; readonly labs: Float64Array };

export class SetMixer {
  readonly model: ColorModel;
  private readonly solver: SubsetSolver;
  private readonly starts = new Map<string, Starts>();

  /** @throws RangeError unless every K is finite and >= 0, every S finite and > 0. */
  constructor(
    readonly optics: readonly OpticalModel[],
    view: ViewingWeights<"D65">,
    surface: SurfaceConstants,
    private readonly wash?: Wash,
  ) {
    this.model = wash
      ? new FilmEvaluator(optics, view, surface, wash.paper)
      : opaqueModel(optics, view, surface);
    this.solver = subsetSolver(this.model);
  }

  /**
   * @param tubes - 1 to 6 places.
   * @param required - of them, those that are in it, if only as a trace that shows.
   * @param from - volumes near the solution, where some are known.
   */
  solve(
    tubes: readonly number[],
    target: LabD65,
    factors: DeltaE2000Factors,
    required: readonly number[] = [],
    effort: SolverEffort = FINE,
    from?: readonly number[],
  ): MixedSet {
    const indices = new Uint8Array(tubes);
    const count = tubes.length;
    this.solver.setLimits(
      required.length > 0 || this.wash
        ? { required, ...(this.wash && { mostVolume: this.wash.undilutedThickness }) }
        : undefined,
    );
    const start = from ? this.scaled(tubes, from) : this.nearestStart(tubes, target, factors);
    const squared = this.solver.solve(target, factors, indices, start, count, effort);
    const volumes = tubes.map((_, place) => this.solver.volumes[place] as number);
    const lab = labIn(this.solver.lab);
    // A film that is too thick costs more than its colour is off.
    const distance = this.wash ? aimDistance(target, lab, factors) : Math.sqrt(squared);
    return { tubes, volumes, lab, distance };
  }

  /** The mixture without the tubes of which it holds only a trace. */
  plain(mixed: MixedSet): MixedSet {
    const { tubes, volumes, lab, distance } = mixed;
    const least = TRACE * sumOf(volumes);
    if (volumes.every((volume) => volume > least)) return mixed;
    const isKept = (_: number, place: number): boolean => (volumes[place] ?? 0) > least;
    return { tubes: tubes.filter(isKept), volumes: volumes.filter(isKept), lab, distance };
  }

  /** @param mixed - without traces. */
  lay(mixed: MixedSet, target: LabD65, factors: DeltaE2000Factors, dosing: Dosing): LaidDown {
    const { tubes, volumes } = mixed;
    const total = sumOf(volumes);
    const film = this.wash && { thickness: total, undiluted: this.wash.undilutedThickness };
    return layDown(
      this.model,
      tubes,
      volumes.map((volume) => volume / total),
      target,
      dosing,
      film,
      { factors },
    );
  }

  /** The same with its strongest tubes thinned first; undefined where nothing is too strong, and for washes. */
  thinned(
    mixed: MixedSet,
    target: LabD65,
    factors: DeltaE2000Factors,
    dosing: Dosing,
    wholeVolume: number,
    belowDoses: number,
  ): DilutedRecipe | undefined {
    if (this.wash) return undefined;
    const total = sumOf(mixed.volumes);
    return preDiluted(
      this.model,
      mixed.tubes,
      mixed.volumes.map((volume) => (volume / total) * wholeVolume),
      target,
      dosing,
      { belowDoses, factors },
    );
  }

  private scaled(tubes: readonly number[], volumes: readonly number[]): number[] {
    return volumes.map((volume, place) => volume / this.solver.unitVolume(tubes[place] as number));
  }

  private nearestStart(tubes: readonly number[], target: LabD65, factors: DeltaE2000Factors): Float64Array {
    const { scaled, labs } = this.startsOf(tubes);
    return scaled[nearestOf(localMetric(target, factors), target, labs).place] as Float64Array;
  }

  private startsOf(tubes: readonly number[]): Starts {
    const key = tubes.join();
    const known = this.starts.get(key);
    if (known) return known;
    const ratios = interiorLattice(tubes.length, LEVELS[tubes.length] ?? tubes.length);
    const scaled = this.wash
      ? FILM_AMOUNTS.flatMap((amount) => ratios.map((ratio) => ratio.map((share) => share * amount)))
      : ratios;
    const indices = new Uint8Array(tubes);
    const units = tubes.map((tube) => this.solver.unitVolume(tube));
    const volumes = zeros(tubes.length);
    const lab = zeros(3);
    const labs = zeros(3 * scaled.length);
    // A start beyond the thickest film would be thrown back to bare paper, and stay there.
    const most = THICKEST_START * (this.wash?.undilutedThickness ?? Number.POSITIVE_INFINITY);
    scaled.forEach((start, i) => {
      for (let j = 0; j < volumes.length; j++) volumes[j] = (start[j] as number) * (units[j] as number);
      const total = sumOf(volumes);
      if (total > most) {
        for (let j = 0; j < volumes.length; j++) {
          volumes[j] = ((volumes[j] as number) * most) / total;
          start[j] = ((start[j] as number) * most) / total;
        }
      }
      this.model.writeLab(lab, indices, volumes, tubes.length);
      for (let axis = 0; axis < 3; axis++) labs[3 * i + axis] = lab[axis] as number;
    });
    const starts = { scaled, labs };
    this.starts.set(key, starts);
    return starts;
  }
}
