/**
 * Recipe search: the best mixtures of at most n tubes for a target colour.
 *
 * A lattice of mixtures, computed once for the palette, tells which subsets of tubes can come near the target
 * and where to start; those are solved coarsely, the best of them to the end. Sizes of which a palette has too
 * many subsets grow from the best smaller ones, one tube at a time. Then a few answers are picked that really
 * differ, each with reasons. Opaque mixtures and films over a ground are searched alike.
 * Deterministic: same tubes and query, same answer to the last bit.
 */
import { aimAt } from "../color/aimDistance";
import { isPossibleColor } from "../color/possible";
import type { ColorModel } from "../mixing/colorModel";
import { chooseAnswers, orderOf, OTHER_TUBES_COST, recipeOf, type TubeTraits } from "./answers";
import { type Candidate, candidateFrom, isAllowedSet, type Solved, TRACE } from "./candidates";
import {
  buildStartLattice,
  latticeSize,
  type LatticeSubset,
  type RankedSubset,
  rankExactly,
  rankSubsets,
} from "./startLattice";
import {
  COARSE,
  FINE,
  MAX_TUBES_PER_RECIPE,
  type SolverEffort,
  type SubsetSolver,
  subsetSolver,
} from "./subsetSolver";
import { tubeTraits } from "./tubeTraits";
import type { RecipeQuery, RecipeSearchReport } from "./types";
import { isPositive } from "../numbers";

export const MAX_TUBES_IN_SEARCH = 24;
/**
 * A start may be this much further from the target, in ΔE00, than the best mixture of its subset. Measured
 * with 12 tubes: 5 finds the same answers as 14 on 700 targets within reach and 200 outside, in 60 % of the
 * time; at 3 the first answer gets lost.
 */
const LATTICE_CELL = 5;
/** At least so many subsets are solved, however far their starts are: far targets lie outside all cells. */
const LEAST_SUBSETS = 40;
/** Beyond ΔE00 1 a target counts as out of reach: of so many subsets that look near, so many that are are tried again. */
const OUT_OF_REACH_SQUARED = 1;
const RANKED_AGAIN = 1000;
const OUTSIDE_SUBSETS = 140;
/** What {@link LATTICE_CELL} is within reach: outside, valleys are longer. */
const OUTSIDE_CELL = 8;
/** Exact answers (within ΔE00 0.1) among which the choice is made; the search for more of them then ends. */
const MOST_EXACT = 48;
const EXACT_SQUARED = 0.01;
/**
 * Candidates that are solved to the end: the best of each size, of those without black and of those from the
 * most vivid tubes, so that plain recipes are not lost among many exact ones. The others are dropped: a
 * coarse solution is never shown.
 */
const FINISHED_PER_SIZE = 12;
const FINISHED_WITHOUT_BLACK = 4;
const FINISHED_VIVID = 4;
/** Smaller sets that are grown by one tube, and the scaled amount that the new tube starts from. */
const GROWN_SETS = 24;
const GROWN_START = 0.05;

export type FoundCandidates = Pick<RecipeSearchReport, "subsetsTried" | "evaluations"> & {
  readonly candidates: readonly Candidate[];
};

export class RecipeSearch {
  private readonly solver: SubsetSolver;
  /** What is known of each tube besides its optics. */
  readonly traits: readonly TubeTraits[];
  private subsets: readonly LatticeSubset[] = [];
  private preparedSize = 0;

  /**
   * @param mixer - the palette, at most 24 tubes; a leftover pile is a tube with the optics of its blend.
   * @param isBlack - whether a tube is a black, for the answer without black.
   * @throws RangeError for no tube or too many, or unless `isBlack` has one entry for each.
   */
  constructor(
    private readonly mixer: ColorModel,
    isBlack: readonly boolean[],
  ) {
    if (mixer.tubeCount < 1 || mixer.tubeCount > MAX_TUBES_IN_SEARCH) {
      throw new RangeError(`A search takes 1 to ${MAX_TUBES_IN_SEARCH} tubes, got ${mixer.tubeCount}`);
    }
    if (isBlack.length !== mixer.tubeCount) {
      throw new RangeError(`isBlack needs ${mixer.tubeCount} entries, got ${isBlack.length}`);
    }
    this.solver = subsetSolver(mixer);
    this.traits = tubeTraits(mixer, isBlack);
  }

  /** Exact recipes, of which a hand lays down only what its measure allows. */
  search(query: RecipeQuery): RecipeSearchReport {
    const { candidates, ...effort } = this.candidates(query);
    return {
      ...effort,
      recipes: chooseAnswers(candidates, query, this.traits, TRACE).map(({ candidate, reasons }) =>
        recipeOf(candidate, orderOf(candidate), reasons, !this.mixer.isScaleFree),
      ),
    };
  }

  /**
   * All mixtures among which answers are chosen, solved to the end.
   *
   * @throws RangeError when the query is outside its ranges.
   */
  candidates(query: RecipeQuery): FoundCandidates {
    assertQuery(query, this.mixer);
    const size = Math.min(query.maxTubes, this.mixer.tubeCount);
    const fromLattice = latticeSize(this.mixer, size);
    if (this.preparedSize < fromLattice) {
      this.subsets = buildStartLattice(this.mixer, (tube) => this.solver.unitVolume(tube), fromLattice);
      this.preparedSize = fromLattice;
    }
    const { limits, mostShare, thickestFilm, required } = query;
    this.solver.setLimits({ axes: limits, mostShare, mostVolume: thickestFilm, required });
    this.solver.evaluations = 0;
    const all = rankSubsets(this.subsets, query.target, query.factors, size);
    const ranked =
      required || query.forbidden ? all.filter(({ subset }) => isAllowedSet(subset.tubes, query)) : all;
    const rough = this.solveCoarsely(ranked, query);
    if (bestOf(rough) > OUT_OF_REACH_SQUARED) this.solveOutside(rough, ranked, query);
    for (let grown = fromLattice + 1; grown <= size; grown++) this.grow(rough, grown, query);
    const candidates = this.worthFinishing(rough, query)
      .map((entry) => candidateFrom(this.solve(entry.tubes, entry.scaled, query, FINE), this.mixer, query))
      .filter((candidate): candidate is Candidate => candidate !== undefined);
    return { candidates, subsetsTried: rough.length, evaluations: this.solver.evaluations };
  }

  private solve(tubes: Uint8Array, start: Float64Array, query: RecipeQuery, effort: SolverEffort): Solved {
    const count = tubes.length;
    const squared = this.solver.solve(query.target, query.factors, tubes, start, count, effort);
    return {
      tubes,
      scaled: this.solver.scaledVolumes(count),
      volumes: this.solver.volumes.slice(0, count),
      squared,
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
      // Of many exact answers with as many tubes as allowed a painter sees one or two.
      if (subset.tubes.length === query.maxTubes && exactCount >= MOST_EXACT) continue;
      const entry = this.solve(subset.tubes, start, query, COARSE);
      solved.push(entry);
      if (entry.squared < best) best = entry.squared;
      if (entry.squared < EXACT_SQUARED) exactCount++;
    }
    return solved;
  }

  /** A target outside has several valleys: the subsets nearest to it are tried from two starts in them. */
  private solveOutside(rough: Solved[], ranked: readonly RankedSubset[], query: RecipeQuery): void {
    const subsets = ranked.slice(0, RANKED_AGAIN).map(({ subset }) => subset);
    const nearest = rankExactly(subsets, aimAt(query.target, query.factors)).slice(0, OUTSIDE_SUBSETS);
    let best = bestOf(rough);
    for (const { subset, start, second, distance } of nearest) {
      if (distance > Math.sqrt(best) + OUTSIDE_CELL) break;
      for (const from of start === second ? [start] : [start, second]) {
        const entry = this.solve(subset.tubes, from, query, COARSE);
        rough.push(entry);
        best = Math.min(best, entry.squared);
      }
    }
  }

  /** Sets of `size` tubes from the best smaller ones: every allowed tube is tried with each of them. */
  private grow(rough: Solved[], size: number, query: RecipeQuery): void {
    const { required = [], forbidden = [] } = query;
    const seeds =
      rough.length > 0
        ? [...rough].sort(bySquared).filter(({ tubes }) => tubes.length === size - 1)
        : [{ tubes: Uint8Array.from(required), scaled: new Float64Array(required.length).fill(1) }];
    const seen = new Set<string>();
    for (const { tubes, scaled } of seeds.slice(0, GROWN_SETS)) {
      if (tubes.length === size) rough.push(this.solve(tubes, scaled, query, COARSE));
      if (tubes.length !== size - 1) continue;
      for (let tube = 0; tube < this.mixer.tubeCount; tube++) {
        if (tubes.includes(tube) || forbidden.includes(tube)) continue;
        const grown = [
          ...Array.from(tubes, (held, j) => ({ held, units: scaled[j] as number })),
          { held: tube, units: GROWN_START },
        ].sort((a, b) => a.held - b.held);
        const key = grown.map((part) => part.held).join();
        if (seen.has(key)) continue;
        seen.add(key);
        rough.push(
          this.solve(
            Uint8Array.from(grown, (part) => part.held),
            Float64Array.from(grown, (part) => part.units),
            query,
            COARSE,
          ),
        );
      }
    }
  }

  private worthFinishing(rough: readonly Solved[], query: RecipeQuery): Solved[] {
    const sorted = [...rough].sort(bySquared);
    const bySize = new Array<number>(MAX_TUBES_PER_RECIPE + 1).fill(0);
    let withoutBlack = 0;
    const chosen = sorted.filter(({ tubes }) => {
      const isBlackFree = tubes.every((tube) => this.traits[tube]?.isBlack !== true);
      const isAmongSize = (bySize[tubes.length] ?? 0) < FINISHED_PER_SIZE;
      if (!isAmongSize && !(isBlackFree && withoutBlack < FINISHED_WITHOUT_BLACK)) return false;
      bySize[tubes.length] = (bySize[tubes.length] ?? 0) + 1;
      if (isBlackFree) withoutBlack++;
      return true;
    });
    const close = (Math.sqrt(sorted[0]?.squared ?? 0) + query.toleranceDeltaE2000) ** 2;
    const vivid = sorted
      .filter((entry) => entry.squared <= close && !chosen.includes(entry))
      .map((entry) => ({ entry, dullest: this.dullestParent(entry.tubes) }))
      .sort((a, b) => b.dullest - a.dullest || a.entry.squared - b.entry.squared)
      .slice(0, FINISHED_VIVID);
    return [...chosen, ...vivid.map(({ entry }) => entry)];
  }

  private dullestParent(tubes: Uint8Array): number {
    let dullest = Number.POSITIVE_INFINITY;
    for (const tube of tubes) {
      const traits = this.traits[tube];
      if (traits && !traits.isWhite) dullest = Math.min(dullest, traits.vividness);
    }
    return dullest;
  }
}

function bySquared(a: { readonly squared: number }, b: { readonly squared: number }): number {
  return a.squared - b.squared;
}

function bestOf(rough: readonly Solved[]): number {
  return rough.reduce((best, entry) => Math.min(best, entry.squared), Number.POSITIVE_INFINITY);
}

function assertQuery(query: RecipeQuery, { tubeCount }: ColorModel): void {
  if (!isPossibleColor(query.target))
    throw new RangeError(`The target is no colour: L* ${query.target.join(", ")}; L* is 0 to 100`);
  if (!Number.isInteger(query.maxTubes) || query.maxTubes < 1 || query.maxTubes > MAX_TUBES_PER_RECIPE) {
    throw new RangeError(`maxTubes must be 1 to ${MAX_TUBES_PER_RECIPE}, got ${query.maxTubes}`);
  }
  const { mostShare, limits, thickestFilm } = query;
  if (mostShare && (mostShare.length !== tubeCount || !mostShare.every((share) => share > 0 && share <= 1))) {
    throw new RangeError(`mostShare needs ${tubeCount} shares above 0 and at most 1`);
  }
  if (limits && ![limits.lightness, limits.chroma, limits.hue].every((limit) => limit > 0)) {
    throw new RangeError("Limits on value, chroma and hue must be above zero");
  }
  if (thickestFilm !== undefined && !isPositive(thickestFilm)) {
    throw new RangeError(`The thickest film must be finite and above zero, got ${thickestFilm}`);
  }
}
