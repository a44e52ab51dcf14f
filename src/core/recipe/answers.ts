/** From many solved sets of tubes to a few answers that really differ, each with reasons that are true. */
import {
  byClosenessThenSize,
  type Candidate,
  distinctByTubes,
  isAllowed,
  isReallyDifferent,
} from "./candidates";
import { layingOrder } from "./layingOrder";
import type { Recipe, RecipeQuery, RecipeReason } from "./types";

/** What the search knows of each tube besides its optics. */
export type TubeTraits = {
  readonly isBlack: boolean;
  readonly isWhite: boolean;
  /** The most chroma that the tube shows, alone or with white, C*ab. */
  readonly vividness: number;
};

/** ΔE00 that a painter who mixes without black is asked to give up at most. */
const WITHOUT_BLACK_COST = 3;
/** A different set of tubes is worth offering while it costs no more than this, ΔE00. */
export const OTHER_TUBES_COST = 5;

export function chooseAnswers(
  candidates: readonly Candidate[],
  query: RecipeQuery,
  traits: readonly TubeTraits[],
  isFilm: boolean,
): Recipe[] {
  const distinct = distinctByTubes(candidates.filter((candidate) => isAllowed(candidate, query))).sort(
    byClosenessThenSize,
  );
  const closest = distinct[0];
  if (!closest) return [];
  const isClose = (candidate: Candidate): boolean =>
    candidate.deltaE <= closest.deltaE + query.toleranceDeltaE2000;
  const hasBlack = (candidate: Candidate): boolean =>
    candidate.tubes.some((tube) => traits[tube]?.isBlack === true);
  const close = distinct.filter(isClose);
  const fewestSize = Math.min(...close.map((candidate) => candidate.tubes.length));
  const plainest = close.find((candidate) => candidate.tubes.length === fewestSize);
  const steadiest = lowest(close, (candidate) => candidate.largestShift);
  const blackFree = distinct.find(
    (candidate) => !hasBlack(candidate) && candidate.deltaE <= closest.deltaE + WITHOUT_BLACK_COST,
  );
  const { pricePerVolume } = query;
  const cheapest = pricePerVolume && lowest(close, (candidate) => priceOf(candidate, pricePerVolume));
  const brightest = lowest(close, (candidate) => -dullestParent(candidate, traits));
  const chosen: Candidate[] = [];
  const offer = (candidate: Candidate | undefined): void => {
    if (candidate && chosen.length < query.maxAnswers && !chosen.includes(candidate)) chosen.push(candidate);
  };
  offer(plainest);
  offer(closest);
  offer(steadiest);
  if (chosen.some(hasBlack)) offer(blackFree);
  offer(cheapest);
  offer(brightest);
  // A second opinion must not be a near copy: a trace of a further tube does not make another recipe.
  for (const candidate of distinct) {
    if (chosen.length >= Math.min(2, query.maxAnswers)) break;
    if (candidate.deltaE > closest.deltaE + OTHER_TUBES_COST) break;
    if (chosen.every((other) => isReallyDifferent(candidate, other))) offer(candidate);
  }
  const lowestShift = Math.min(...chosen.filter(isClose).map((candidate) => candidate.largestShift));
  const someHoldBlack = chosen.some(hasBlack);
  // Of answers with as many tubes as each other none has the fewest.
  const hasLarger = chosen.some((candidate) => candidate.tubes.length > fewestSize);
  return chosen.map((candidate) => {
    const reasons: RecipeReason[] = [];
    if (candidate === closest) reasons.push("closest");
    if (candidate === plainest && hasLarger) reasons.push("fewest-tubes");
    if (chosen.length > 1 && isClose(candidate) && candidate.largestShift === lowestShift)
      reasons.push("steadiest");
    if (someHoldBlack && !hasBlack(candidate)) reasons.push("without-black");
    if (candidate === cheapest) reasons.push("cheapest");
    if (chosen.length > 1 && candidate === brightest) reasons.push("brightest-parents");
    if (reasons.length === 0) reasons.push("other-tubes");
    return toRecipe(candidate, reasons, isFilm);
  });
}

/** First of the lowest; undefined for an empty list. */
function lowest(
  candidates: readonly Candidate[],
  valueOf: (candidate: Candidate) => number,
): Candidate | undefined {
  let best: Candidate | undefined;
  let bestValue = Number.POSITIVE_INFINITY;
  for (const candidate of candidates) {
    const value = valueOf(candidate);
    if (value < bestValue) {
      best = candidate;
      bestValue = value;
    }
  }
  return best;
}

/** Of an opaque mixture per volume, of a film per area. */
function priceOf({ tubes, volumes }: Candidate, pricePerVolume: readonly number[]): number {
  return tubes.reduce(
    (sum, tube, i) => sum + (pricePerVolume[tube] ?? Number.NaN) * (volumes[i] ?? Number.NaN),
    0,
  );
}

/** Chroma of the dullest tube, whites aside; of a mixture of whites none. */
function dullestParent({ tubes }: Candidate, traits: readonly TubeTraits[]): number {
  const parents = tubes.filter((tube) => traits[tube]?.isWhite !== true);
  return parents.length === 0 ? 0 : Math.min(...parents.map((tube) => traits[tube]?.vividness ?? 0));
}

function toRecipe(candidate: Candidate, reasons: readonly RecipeReason[], isFilm: boolean): Recipe {
  const { volumes, dosingShifts } = candidate;
  const total = volumes.reduce((sum, volume) => sum + volume, 0);
  const order = layingOrder(dosingShifts.map((shift, i) => shift / (volumes[i] ?? Number.NaN)));
  return {
    parts: order.map((place) => ({
      tube: candidate.tubes[place] ?? -1,
      share: (volumes[place] ?? Number.NaN) / total,
    })),
    predicted: candidate.lab,
    deltaE2000: candidate.deltaE,
    dosingShift: order.map((place) => dosingShifts[place] ?? Number.NaN),
    reasons,
    filmThickness: isFilm ? total : undefined,
  };
}
