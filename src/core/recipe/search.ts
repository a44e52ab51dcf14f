/**
 * Recipe search: the best mixtures of at most n tubes for a target colour.
 *
 * A lattice of mixtures, computed once for the palette, tells which subsets of tubes can come near the target
 * and where to start; those are solved coarsely, the best of them to the end. Sizes of which a palette has too
 * many subsets grow from the best smaller ones, one tube at a time. Then a few answers are picked that really
 * differ, each with reasons. Opaque mixtures and films over a ground are searched alike.
 * Deterministic: same tubes and query, same answer to the last bit.
 */
import { isPossibleColor } from "../color/possible";
import type { ColorModel } from "../mixing/colorModel";
import { chooseAnswers, orderOf, OTHER_TUBES_COST, recipeOf, type TubeTraits } from "./answers";
import {
  bestOf,
  bySquared,
  type Candidate,
  candidateFrom,
  distinctByTubes,
  type Solved,
  TRACE,
} from "./candidates";
import { coarseSearch, type SolveSet } from "./coarseSearch";
import { buildStartLattice, type LatticeGroup, latticeSize, rankSubsets } from "./startLattice";
import { FINE, MAX_TUBES_PER_RECIPE, subsetSolver } from "./subsetSolver";
import { tubeTraits } from "./tubeTraits";
import type { RecipeQuery, RecipeSearchReport } from "./types";
import { isPositive } from "../numbers";

export const MAX_TUBES_IN_SEARCH = 24;
/**
 * Candidates that are solved to the end: the best of each size, of those without black and of those from the
 * most vivid tubes, so that plain recipes are not lost among many exact ones. The others are dropped: a
 * coarse solution is never shown.
 */
const FINISHED_PER_SIZE = 12;
const FINISHED_WITHOUT_BLACK = 4;
const FINISHED_VIVID = 4;
/** ΔE00 beyond the cost of other tubes up to which sets are solved to the end: by then they can come so much nearer. */
const FINISHED_WITHIN = 1;
/** ΔE00 by which a hand misses the nearest mixture at most, as long as what is near is enough. */
export const HAND_MISS = 1;
/** What is near lies so much beyond the tolerance: a hand's miss, and what solving to the end still brings nearer. */
const NEAR = HAND_MISS + 0.5;

/** To be asked before the search is asked for another colour. */
export type FoundCandidates = {
  /** Those that are near, or all that are worth offering; nearest first, and each the same one whenever it is told. */
  readonly near: () => readonly Candidate[];
  readonly all: () => readonly Candidate[];
  /** What it took so far. */
  readonly effort: () => Pick<RecipeSearchReport, "subsetsTried" | "evaluations">;
};

export type RecipeSearch = {
  /** What is known of each tube besides its optics. */
  readonly traits: readonly TubeTraits[];
  /** Exact recipes, of which a hand lays down only what its measure allows. */
  readonly search: (query: RecipeQuery) => RecipeSearchReport;
  /**
   * The mixtures among which answers are chosen, solved to the end.
   *
   * @throws RangeError when the query is outside its ranges.
   */
  readonly candidates: (query: RecipeQuery) => FoundCandidates;
};

/**
 * @param mixer - the palette, at most 24 tubes; a leftover pile is a tube with the optics of its blend.
 * @param isBlack - whether a tube is a black, for the answer without black.
 * @throws RangeError for no tube or too many, or unless `isBlack` has one entry for each.
 */
export function recipeSearch(mixer: ColorModel, isBlack: readonly boolean[]): RecipeSearch {
  const { tubeCount } = mixer;
  if (tubeCount < 1 || tubeCount > MAX_TUBES_IN_SEARCH)
    throw new RangeError(`A search takes 1 to ${MAX_TUBES_IN_SEARCH} tubes, got ${tubeCount}`);
  if (isBlack.length !== tubeCount)
    throw new RangeError(`isBlack needs ${tubeCount} entries, got ${isBlack.length}`);
  const solver = subsetSolver(mixer);
  const traits = tubeTraits(mixer, isBlack);
  let lattice: readonly LatticeGroup[] = [];
  let preparedSize = 0;

  const dullestParent = (tubes: Uint8Array): number => {
    let dullest = Number.POSITIVE_INFINITY;
    for (const tube of tubes) {
      const { isWhite = true, vividness = dullest } = traits[tube] ?? {};
      if (!isWhite) dullest = Math.min(dullest, vividness);
    }
    return dullest;
  };

  const holdsBlack = (tubes: Uint8Array): boolean => {
    for (const tube of tubes) if (isBlack[tube]) return true;
    return false;
  };

  /** Without sets that are further beyond the best than this, ΔE00, unless the near ones may break limits. */
  const worthOffering = (rough: readonly Solved[], query: RecipeQuery, within: number): readonly Solved[] => {
    if (query.limits ?? query.mostShare ?? query.thickestFilm) return rough;
    const most = (Math.sqrt(bestOf(rough)) + within) ** 2;
    return rough.filter(({ squared }) => squared <= most);
  };

  const worthFinishing = (rough: readonly Solved[], query: RecipeQuery, within: number): Solved[] => {
    const sorted = [...worthOffering(rough, query, within)].sort(bySquared);
    const bySize = new Array<number>(MAX_TUBES_PER_RECIPE + 1).fill(0);
    let withoutBlack = 0;
    const chosen = sorted.filter(({ tubes }) => {
      const isBlackFree = !holdsBlack(tubes);
      const ofSize = bySize[tubes.length] ?? 0;
      if (ofSize >= FINISHED_PER_SIZE && !(isBlackFree && withoutBlack < FINISHED_WITHOUT_BLACK))
        return false;
      bySize[tubes.length] = ofSize + 1;
      if (isBlackFree) withoutBlack++;
      return true;
    });
    const close = (Math.sqrt(sorted[0]?.squared ?? 0) + query.toleranceDeltaE2000) ** 2;
    const vivid = sorted
      .filter((entry) => entry.squared <= close && !chosen.includes(entry))
      .map((entry) => ({ entry, dullest: dullestParent(entry.tubes) }))
      .sort((a, b) => b.dullest - a.dullest || bySquared(a.entry, b.entry))
      .slice(0, FINISHED_VIVID);
    return [...chosen, ...vivid.map(({ entry }) => entry)];
  };

  const candidates = (query: RecipeQuery): FoundCandidates => {
    assertQuery(query, mixer);
    const size = Math.min(query.maxTubes, tubeCount);
    const fromLattice = latticeSize(mixer, size);
    if (preparedSize < fromLattice) {
      lattice = buildStartLattice(mixer, solver.unitVolume, fromLattice);
      preparedSize = fromLattice;
    }
    const { target, factors, limits, mostShare, thickestFilm, required } = query;
    solver.setLimits({ axes: limits, mostShare, mostVolume: thickestFilm, required });
    solver.evaluations = 0;
    const ranked = rankSubsets(mixer, lattice, query, size);
    const solve: SolveSet = (tubes, start, effort) => {
      const count = tubes.length;
      const squared = solver.solve(target, factors, tubes, start, count, effort);
      return { tubes, scaled: solver.scaledVolumes(count), squared };
    };
    const rough = coarseSearch(mixer, solver.unitVolume, solve, query, ranked, fromLattice, size);
    const finished = new Map<Solved, Candidate | undefined>();
    const finish = (set: Solved): Candidate | undefined => {
      if (!finished.has(set)) {
        solve(set.tubes, set.scaled, FINE);
        finished.set(set, candidateFrom(set.tubes, solver.volumes, mixer, query));
      }
      return finished.get(set);
    };
    const within = (deltaE: number): readonly Candidate[] =>
      distinctByTubes(
        worthFinishing(rough, query, deltaE)
          .map(finish)
          .filter((candidate): candidate is Candidate => candidate !== undefined),
      ).sort((one, other) => one.distance - other.distance);
    return {
      near: () => within(query.toleranceDeltaE2000 + NEAR),
      all: () => within(OTHER_TUBES_COST + FINISHED_WITHIN),
      effort: () => ({ subsetsTried: rough.length, evaluations: solver.evaluations }),
    };
  };

  return {
    traits,
    candidates,
    search: (query) => {
      const { all, effort } = candidates(query);
      const recipes = chooseAnswers(all(), query, traits, TRACE).map(({ candidate, reasons }) =>
        recipeOf(candidate, orderOf(candidate), reasons, !mixer.isScaleFree),
      );
      return { ...effort(), recipes };
    },
  };
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
