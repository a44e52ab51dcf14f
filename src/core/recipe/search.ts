/**
 * Recipe search: the best mixtures of at most n tubes for a target colour.
 *
 * A lattice of mixtures, computed once for the palette, tells which subsets of tubes can come near the target
 * and where to start; those are solved coarsely, the best of them to the end. Then a few answers are picked
 * that really differ, each with reasons.
 * Deterministic: same tubes and query, same answer to the last bit.
 */
import { deltaE2000 } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import type { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { layingOrder } from "./layingOrder";
import { buildStartLattice, type LatticeSubset, type RankedSubset, rankSubsets } from "./startLattice";
import { COARSE, FINE, MAX_TUBES_PER_RECIPE, SubsetSolver } from "./subsetSolver";
import type { Recipe, RecipeQuery, RecipeReason, RecipeSearchReport } from "./types";

export const MAX_TUBES_IN_SEARCH = 24;
/**
 * A start may be this much further from the target, in ΔE00, than the best mixture of its subset. Measured
 * with 12 tubes: 5 finds the same answers as 14 on 700 targets within reach and 200 outside, in 60 % of the
 * time; at 3 the first answer gets lost.
 */
const LATTICE_CELL = 5;
/** At least so many subsets are solved, however far their starts are: far targets lie outside all cells. */
const LEAST_SUBSETS = 40;
/** Beyond ΔE00 1 a target counts as out of reach, and so many subsets are tried from a second start. */
const OUT_OF_REACH_SQUARED = 1;
const SECOND_STARTS = 120;
/** Exact answers (within ΔE00 0.1) among which the choice is made; the search for more of them then ends. */
const MOST_EXACT = 48;
const EXACT_SQUARED = 0.01;
/**
 * Candidates that are solved to the end: the best of each size and of those without black, so that plain
 * recipes are not lost among many exact ones. The others are dropped: a coarse solution is never shown.
 */
const FINISHED_PER_SIZE = 12;
const FINISHED_WITHOUT_BLACK = 4;
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

type Solved = {
  readonly tubes: Uint8Array;
  /** Volumes as scaled by strength, and as they are. */
  readonly scaled: Float64Array;
  readonly volumes: Float64Array;
  /** ΔE00². */
  readonly squared: number;
};

type Candidate = {
  readonly tubes: readonly number[];
  readonly shares: readonly number[];
  readonly lab: LabD65;
  readonly deltaE: number;
};

export class RecipeSearch {
  private readonly solver: SubsetSolver;
  private subsets: readonly LatticeSubset[] = [];
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
    if (this.preparedSize < size) {
      this.subsets = buildStartLattice(this.mixer, (tube) => this.solver.unitVolume(tube), size);
      this.preparedSize = size;
    }
    this.solver.evaluations = 0;
    const ranked = rankSubsets(this.subsets, query.target, query.factors, size).filter(({ subset }) =>
      isAllowed(subset.tubes, query),
    );
    const rough = this.solveCoarsely(ranked, query);
    if (Math.min(...rough.map((entry) => entry.squared)) > OUT_OF_REACH_SQUARED)
      this.solveAgain(rough, ranked, query);
    const candidates = this.worthFinishing(rough).map((entry) =>
      candidateFrom(this.finish(entry, query), this.mixer, query),
    );
    return {
      recipes: this.pick(candidates, query),
      subsetsTried: rough.length,
      evaluations: this.solver.evaluations,
    };
  }

  /** A few steps for each subset that can matter, nearest starts first. */
  private solveCoarsely(ranked: readonly RankedSubset[], query: RecipeQuery): Solved[] {
    const solved: Solved[] = [];
    let best = Number.POSITIVE_INFINITY;
    let exactCount = 0;
    for (const { subset, start, distance } of ranked) {
      const worth = Math.sqrt(best) + OTHER_TUBES_COST + LATTICE_CELL;
      if (solved.length >= LEAST_SUBSETS && distance > worth) break;
      const count = subset.tubes.length;
      // Of many exact answers with as many tubes as allowed a painter sees one or two.
      if (count === query.maxTubes && exactCount >= MOST_EXACT) continue;
      const squared = this.solver.solve(query.target, query.factors, subset.tubes, start, count, COARSE);
      solved.push({
        tubes: subset.tubes,
        scaled: this.solver.scaledVolumes(count),
        volumes: this.solver.volumes.slice(0, count),
        squared,
      });
      if (squared < best) best = squared;
      if (squared < EXACT_SQUARED) exactCount++;
    }
    return solved;
  }

  /** A target outside has several valleys: the subsets that were tried get a second start. */
  private solveAgain(rough: Solved[], ranked: readonly RankedSubset[], query: RecipeQuery): void {
    const bySubset = new Map(ranked.map((entry) => [entry.subset.tubes, entry]));
    const nearest = [...rough].sort((a, b) => a.squared - b.squared).slice(0, SECOND_STARTS);
    for (const { tubes, squared: before } of nearest) {
      const second = bySubset.get(tubes)?.second;
      if (!second) continue;
      const squared = this.solver.solve(query.target, query.factors, tubes, second, tubes.length, COARSE);
      if (squared >= before) continue;
      const count = tubes.length;
      rough.push({
        tubes,
        scaled: this.solver.scaledVolumes(count),
        volumes: this.solver.volumes.slice(0, count),
        squared,
      });
    }
  }

  private worthFinishing(rough: readonly Solved[]): Solved[] {
    const sorted = [...rough].sort((a, b) => a.squared - b.squared);
    const bySize = new Array<number>(MAX_TUBES_PER_RECIPE + 1).fill(0);
    let withoutBlack = 0;
    return sorted.filter(({ tubes }) => {
      const isBlackFree = tubes.every((tube) => !this.isBlack[tube]);
      const isAmongSize = (bySize[tubes.length] ?? 0) < FINISHED_PER_SIZE;
      if (!isAmongSize && !(isBlackFree && withoutBlack < FINISHED_WITHOUT_BLACK)) return false;
      bySize[tubes.length] = (bySize[tubes.length] ?? 0) + 1;
      if (isBlackFree) withoutBlack++;
      return true;
    });
  }

  private finish({ tubes, scaled }: Solved, query: RecipeQuery): Solved {
    const count = tubes.length;
    const squared = this.solver.solve(query.target, query.factors, tubes, scaled, count, FINE);
    return { tubes, scaled, volumes: this.solver.volumes.slice(0, count), squared };
  }

  private pick(candidates: readonly Candidate[], query: RecipeQuery): Recipe[] {
    // A required tube whose share came out at nothing is not in the recipe after all.
    const kept = candidates.filter((candidate) => isAllowed(candidate.tubes, query));
    const distinct = distinctByTubes(kept).sort(byClosenessThenSize);
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
    const shifts = new Map(close.map((candidate) => [candidate, this.largestShift(candidate)]));
    const steadiest = close.reduce((best, next) =>
      (shifts.get(next) ?? 0) < (shifts.get(best) ?? 0) ? next : best,
    );

    const cheapest = query.pricePerVolume && cheapestOf(close, query.pricePerVolume);
    const chosen: Candidate[] = [];
    const offer = (candidate: Candidate | undefined): void => {
      if (candidate && chosen.length < query.maxAnswers && !chosen.includes(candidate))
        chosen.push(candidate);
    };
    offer(plainest);
    offer(closest);
    offer(steadiest);
    if (chosen.some(hasBlack)) offer(blackFree);
    offer(cheapest);
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
      if (candidate === cheapest) reasons.push("cheapest");
      if (reasons.length === 0) reasons.push("other-tubes");
      return this.toRecipe(candidate, reasons);
    });
  }

  private dosingShifts(candidate: Candidate): number[] {
    return candidate.shares.map((_, place) => {
      const dosed = candidate.shares.map((share, i) => (i === place ? share * (1 + DOSING_ERROR) : share));
      return deltaE2000(candidate.lab, labOf(this.mixer, candidate.tubes, dosed));
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

/** Leaves out traces, then computes the colour anew, so that what is said is what the shares give. */
function candidateFrom({ tubes, volumes }: Solved, mixer: MixtureEvaluator, query: RecipeQuery): Candidate {
  let total = 0;
  for (const volume of volumes) total += volume;
  const kept = Array.from(volumes, (volume, j) => ({
    tube: tubes[j] as number,
    share: volume / total,
  })).filter((part) => part.share > SMALLEST_SHARE);
  const keptTotal = kept.reduce((sum, part) => sum + part.share, 0);
  const shares = kept.map((part) => part.share / keptTotal);
  const keptTubes = kept.map((part) => part.tube);
  const lab = labOf(mixer, keptTubes, shares);
  return { tubes: keptTubes, shares, lab, deltaE: differenceFrom(query, lab) };
}

function labOf(mixer: MixtureEvaluator, tubes: readonly number[], shares: readonly number[]): LabD65 {
  const out = new Float64Array(3);
  mixer.writeLab(out, Uint8Array.from(tubes), Float64Array.from(shares), tubes.length);
  return labD65(out[0] as number, out[1] as number, out[2] as number);
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

function isAllowed(
  tubes: ArrayLike<number> & Iterable<number>,
  { required = [], forbidden = [] }: RecipeQuery,
): boolean {
  const held = [...tubes];
  return required.every((tube) => held.includes(tube)) && !forbidden.some((tube) => held.includes(tube));
}

function cheapestOf(
  candidates: readonly Candidate[],
  pricePerVolume: readonly number[],
): Candidate | undefined {
  const priceOf = ({ tubes, shares }: Candidate): number =>
    tubes.reduce((sum, tube, i) => sum + (pricePerVolume[tube] ?? Number.NaN) * (shares[i] ?? Number.NaN), 0);
  const [first] = candidates;
  return first && candidates.reduce((best, next) => (priceOf(next) < priceOf(best) ? next : best), first);
}

function assertQuery(query: RecipeQuery): void {
  if (!query.target.every(Number.isFinite)) throw new RangeError("The target needs three finite numbers");
  if (!Number.isInteger(query.maxTubes) || query.maxTubes < 1 || query.maxTubes > MAX_TUBES_PER_RECIPE) {
    throw new RangeError(`maxTubes must be 1 to ${MAX_TUBES_PER_RECIPE}, got ${query.maxTubes}`);
  }
}
