/**
 * Recipe search: the best mixtures of at most n tubes for a target colour.
 *
 * Every subset of tubes up to the wanted size is solved from the best points of a lattice of mixtures that
 * is computed once for the palette. Then a few answers are picked that really differ, each with reasons.
 * Deterministic: same tubes and query, same answer to the last bit.
 */
import { deltaE2000, deltaE2000OfNumbers } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import type { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { layingOrder } from "./layingOrder";
import { interiorLattice, subsetsOf } from "./subsets";
import { MAX_TUBES_PER_RECIPE, SubsetSolver } from "./subsetSolver";
import type { Recipe, RecipeQuery, RecipeReason, RecipeSearchReport } from "./types";

export const MAX_TUBES_IN_SEARCH = 24;
/** Levels of the starting lattice by subset size: enough that one of the best few starts leads home. */
const LATTICE_LEVELS = [0, 1, 8, 7, 6, 6, 7] as const;
const STARTS_PER_SUBSET = 2;
/** A share that a hand cannot lay down and an eye cannot see: such a tube is left out. */
const SMALLEST_SHARE = 1e-5;
const DOSING_ERROR = 0.1;
/** ΔE00 below which closeness is noise of the solver and the plainer recipe wins. */
const INDISTINGUISHABLE = 0.005;
/** ΔE00 that a painter who mixes without black is asked to give up at most. */
const WITHOUT_BLACK_COST = 3;
/** A different set of tubes is worth offering while it costs no more than this, ΔE00. */
const OTHER_TUBES_COST = 5;
/** Two recipes with the same tubes are the same recipe; so is one that only adds an invisible trace. */
const TRACE_SHARE = 1e-3;

type Subset = {
  readonly tubes: Uint8Array;
  readonly starts: readonly Float64Array[];
  readonly labs: Float64Array;
};

type Candidate = {
  readonly tubes: readonly number[];
  readonly shares: readonly number[];
  readonly lab: LabD65;
  readonly deltaE: number;
};

export class RecipeSearch {
  private readonly solver: SubsetSolver;
  private subsets: readonly Subset[] = [];
  private preparedSize = 0;

  /**
   * @param mixer - the palette, at most 24 tubes.
   * @param isBlack - whether a tube is a black, for the answer without black.
   */
  constructor(
    private readonly mixer: MixtureEvaluator,
    private readonly isBlack: readonly boolean[],
  ) {
    if (mixer.tubeCount < 1 || mixer.tubeCount > MAX_TUBES_IN_SEARCH) {
      throw new RangeError(`A search takes 1 to ${MAX_TUBES_IN_SEARCH} tubes, got ${mixer.tubeCount}`);
    }
    if (isBlack.length !== mixer.tubeCount) {
      throw new RangeError(`isBlack needs ${mixer.tubeCount} entries, got ${isBlack.length}`);
    }
    this.solver = new SubsetSolver(mixer);
  }

  search(query: RecipeQuery): RecipeSearchReport {
    assertQuery(query);
    const size = Math.min(query.maxTubes, this.mixer.tubeCount);
    if (this.preparedSize < size) this.prepare(size);
    this.solver.evaluations = 0;
    const candidates: Candidate[] = [];
    let subsetsTried = 0;
    for (const subset of this.subsets) {
      if (subset.tubes.length > size) continue;
      subsetsTried++;
      candidates.push(this.solveSubset(subset, query));
    }
    return {
      recipes: this.pick(candidates, query),
      subsetsTried,
      evaluations: this.solver.evaluations,
    };
  }

  private prepare(size: number): void {
    const lab = new Float64Array(3);
    const volumes = new Float64Array(MAX_TUBES_PER_RECIPE);
    const subsets: Subset[] = [];
    for (let count = 1; count <= size; count++) {
      const starts = interiorLattice(count, LATTICE_LEVELS[count] ?? count);
      for (const tubes of subsetsOf(this.mixer.tubeCount, count)) {
        const labs = new Float64Array(3 * starts.length);
        starts.forEach((start, i) => {
          for (let j = 0; j < count; j++) {
            volumes[j] = (start[j] as number) * this.solver.unitVolume(tubes[j] as number);
          }
          this.mixer.writeLab(lab, tubes, volumes, count);
          labs.set(lab, 3 * i);
        });
        subsets.push({ tubes, starts, labs });
      }
    }
    this.subsets = subsets;
    this.preparedSize = size;
  }

  private solveSubset(subset: Subset, query: RecipeQuery): Candidate {
    const { tubes, starts, labs } = subset;
    const count = tubes.length;
    const { target, factors } = query;
    const ranked = starts
      .map((start, i) => ({
        start,
        distance: deltaE2000OfNumbers(
          target[0],
          target[1],
          target[2],
          labs[3 * i] as number,
          labs[3 * i + 1] as number,
          labs[3 * i + 2] as number,
          factors,
        ),
      }))
      .sort((a, b) => a.distance - b.distance)
      .slice(0, STARTS_PER_SUBSET);
    let best: Candidate | undefined;
    for (const { start } of ranked) {
      const squared = this.solver.solve(target, factors, tubes, start, count);
      if (best && squared >= best.deltaE * best.deltaE) continue;
      best = this.candidateFromSolution(tubes, count, query);
    }
    if (!best) throw new Error("A subset of tubes had no starting mixture");
    return best;
  }

  /** Leaves out traces, then recomputes the colour, so that what is said is what the shares give. */
  private candidateFromSolution(tubes: Uint8Array, count: number, query: RecipeQuery): Candidate {
    const volumes = Array.from(this.solver.volumes.subarray(0, count));
    const total = volumes.reduce((sum, volume) => sum + volume, 0);
    const kept = volumes
      .map((volume, j) => ({ tube: tubes[j] as number, share: volume / total }))
      .filter((part) => part.share > SMALLEST_SHARE);
    const keptTotal = kept.reduce((sum, part) => sum + part.share, 0);
    const shares = kept.map((part) => part.share / keptTotal);
    const keptTubes = kept.map((part) => part.tube);
    const lab = this.labOf(keptTubes, shares);
    return { tubes: keptTubes, shares, lab, deltaE: differenceFrom(query, lab) };
  }

  private labOf(tubes: readonly number[], shares: readonly number[]): LabD65 {
    const out = new Float64Array(3);
    this.mixer.writeLab(out, Uint8Array.from(tubes), Float64Array.from(shares), tubes.length);
    return labD65(out[0] as number, out[1] as number, out[2] as number);
  }

  private pick(candidates: readonly Candidate[], query: RecipeQuery): Recipe[] {
    const distinct = distinctByTubes(candidates).sort(byClosenessThenSize);
    const closest = distinct[0];
    if (!closest) return [];
    const isClose = (candidate: Candidate): boolean =>
      candidate.deltaE <= closest.deltaE + query.toleranceDeltaE2000;
    const close = distinct.filter(isClose);
    const fewestSize = Math.min(...close.map((candidate) => candidate.tubes.length));
    const plainest = close.find((candidate) => candidate.tubes.length === fewestSize) ?? closest;
    const hasBlack = (candidate: Candidate): boolean => candidate.tubes.some((tube) => this.isBlack[tube]);
    const blackFree = distinct.find(
      (candidate) => !hasBlack(candidate) && candidate.deltaE <= closest.deltaE + WITHOUT_BLACK_COST,
    );
    const steadiest = [...close].sort((a, b) => this.largestShift(a) - this.largestShift(b))[0];

    const chosen: Candidate[] = [];
    const offer = (candidate: Candidate | undefined): void => {
      if (candidate && chosen.length < query.maxAnswers && !chosen.includes(candidate))
        chosen.push(candidate);
    };
    offer(plainest);
    offer(closest);
    offer(steadiest);
    if (chosen.some(hasBlack)) offer(blackFree);
    // A second opinion must not be a near copy: a trace of a further tube does not make another recipe.
    for (const candidate of distinct) {
      if (chosen.length >= Math.min(2, query.maxAnswers)) break;
      if (candidate.deltaE > closest.deltaE + OTHER_TUBES_COST) break;
      if (chosen.every((other) => isReallyDifferent(candidate, other))) offer(candidate);
    }
    const lowestShift = Math.min(...chosen.filter(isClose).map((candidate) => this.largestShift(candidate)));
    const someHoldBlack = chosen.some(hasBlack);
    return chosen.map((candidate) => {
      const reasons: RecipeReason[] = [];
      if (candidate === closest) reasons.push("closest");
      if (isClose(candidate) && candidate.tubes.length === fewestSize) reasons.push("fewest-tubes");
      if (chosen.length > 1 && isClose(candidate) && this.largestShift(candidate) === lowestShift)
        reasons.push("steadiest");
      if (someHoldBlack && !hasBlack(candidate)) reasons.push("without-black");
      if (reasons.length === 0) reasons.push("other-tubes");
      return this.toRecipe(candidate, reasons);
    });
  }

  private dosingShifts(candidate: Candidate): number[] {
    return candidate.shares.map((_, place) => {
      const dosed = candidate.shares.map((share, i) => (i === place ? share * (1 + DOSING_ERROR) : share));
      const lab = this.labOf(candidate.tubes, dosed);
      return deltaE2000(candidate.lab, lab);
    });
  }

  private largestShift(candidate: Candidate): number {
    return Math.max(...this.dosingShifts(candidate));
  }

  private toRecipe(candidate: Candidate, reasons: readonly RecipeReason[]): Recipe {
    const shifts = this.dosingShifts(candidate);
    const perVolume = shifts.map((shift, i) => shift / (candidate.shares[i] ?? Number.NaN));
    const order = layingOrder(perVolume);
    return {
      parts: order.map((place) => ({
        tube: candidate.tubes[place] ?? -1,
        share: candidate.shares[place] ?? Number.NaN,
      })),
      predicted: candidate.lab,
      deltaE2000: candidate.deltaE,
      dosingShift: order.map((place) => shifts[place] ?? Number.NaN),
      reasons,
    };
  }
}

function differenceFrom(query: RecipeQuery, lab: LabD65): number {
  return deltaE2000(query.target, lab, query.factors);
}

function byClosenessThenSize(a: Candidate, b: Candidate): number {
  const steps = Math.round(a.deltaE / INDISTINGUISHABLE) - Math.round(b.deltaE / INDISTINGUISHABLE);
  return steps || a.tubes.length - b.tubes.length || a.deltaE - b.deltaE;
}

/** A larger subset whose extra tube came out at zero repeats a smaller one: keep the closer of the two. */
function distinctByTubes(candidates: readonly Candidate[]): Candidate[] {
  const byTubes = new Map<string, Candidate>();
  for (const candidate of candidates) {
    const key = candidate.tubes.join(",");
    const other = byTubes.get(key);
    if (!other || candidate.deltaE < other.deltaE) byTubes.set(key, candidate);
  }
  return [...byTubes.values()];
}

function isReallyDifferent(a: Candidate, b: Candidate): boolean {
  const mainTubes = (candidate: Candidate): string =>
    candidate.tubes.filter((_, i) => (candidate.shares[i] ?? 0) > TRACE_SHARE).join(",");
  return mainTubes(a) !== mainTubes(b);
}

function assertQuery(query: RecipeQuery): void {
  if (!query.target.every(Number.isFinite)) throw new RangeError("The target needs three finite numbers");
  if (!Number.isInteger(query.maxTubes) || query.maxTubes < 1 || query.maxTubes > MAX_TUBES_PER_RECIPE) {
    throw new RangeError(`maxTubes must be 1 to ${MAX_TUBES_PER_RECIPE}, got ${query.maxTubes}`);
  }
}
