/** From many solved sets of tubes to a few answers that really differ, each with reasons that are true. */
import { num, sumOf } from "../numbers";
import {
  areOneAnswer,
  byClosenessThenSize,
  type Candidate,
  distinctByTubes,
  INDISTINGUISHABLE,
  isAllowed,
  largestShiftOf,
  type Sameness,
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

export type Answer<C extends Candidate> = {
  readonly candidate: C;
  readonly reasons: readonly RecipeReason[];
};

/**
 * Labels and comparisons speak of the candidates as they are given: exact ones, or such as a hand lays down.
 *
 * @param nearest - ΔE00 that plainer answers are held against, where a closer one is known that is not offered.
 */
export function chooseAnswers<C extends Candidate>(
  candidates: readonly C[],
  query: RecipeQuery,
  traits: readonly TubeTraits[],
  sameness: Sameness,
  nearest = Number.POSITIVE_INFINITY,
): Answer<C>[] {
  const distinct = distinctByTubes(candidates.filter((candidate) => isAllowed(candidate, query))).sort(
    byClosenessThenSize,
  );
  const closest = distinct[0];
  if (!closest) return [];
  const most = Math.min(closest.distance, nearest) + query.toleranceDeltaE2000;
  const isClose = ({ distance }: C): boolean => distance === closest.distance || distance <= most;
  const hasBlack = (candidate: C): boolean => candidate.tubes.some((tube) => traits[tube]?.isBlack === true);
  const close = distinct.filter(isClose);
  const fewestSize = Math.min(...close.map((candidate) => candidate.tubes.length));
  const plainest = close.find((candidate) => candidate.tubes.length === fewestSize);
  const steadiest = lowest(close, largestShiftOf);
  const blackFree = distinct.find(
    (candidate) => !hasBlack(candidate) && candidate.distance <= closest.distance + WITHOUT_BLACK_COST,
  );
  const { pricePerVolume } = query;
  const cheapest = pricePerVolume && lowest(close, (candidate) => priceOf(candidate, pricePerVolume));
  const brightest = lowest(close, (candidate) => -dullestParent(candidate, traits));
  const chosen: C[] = [];
  const offer = (candidate: C | undefined): void => {
    if (!candidate || chosen.length >= query.maxAnswers) return;
    if (!chosen.some((other) => areOneAnswer(candidate, other, sameness))) chosen.push(candidate);
  };
  offer(plainest);
  offer(closest);
  offer(steadiest);
  if (chosen.some(hasBlack)) offer(blackFree);
  offer(cheapest);
  offer(brightest);
  for (const candidate of distinct) {
    if (chosen.length >= Math.min(2, query.maxAnswers)) break;
    if (candidate.distance > closest.distance + OTHER_TUBES_COST) break;
    offer(candidate);
  }
  const nearestShown = Math.min(...chosen.map(({ distance }) => distance));
  const closeShown = chosen.filter(({ distance }) => distance <= nearestShown + query.toleranceDeltaE2000);
  return chosen.map((candidate) => ({
    candidate,
    reasons: reasonsOf(candidate, chosen, closeShown, query, traits),
  }));
}

/** What is true of an answer among those that are shown beside it. */
function reasonsOf<C extends Candidate>(
  candidate: C,
  shown: readonly C[],
  close: readonly C[],
  { pricePerVolume }: RecipeQuery,
  traits: readonly TubeTraits[],
): RecipeReason[] {
  const hasBlack = (one: C): boolean => one.tubes.some((tube) => traits[tube]?.isBlack === true);
  const isBest = (among: readonly C[], valueOf: (one: C) => number): boolean =>
    among.includes(candidate) && valueOf(candidate) === Math.min(...among.map(valueOf));
  const isFewest = isBest(close, ({ tubes }) => tubes.length);
  const reasons: RecipeReason[] = [];
  const isNearest = isBest(shown, ({ distance }) => distance);
  const smallest = Math.min(...shown.map(({ deltaE2000 }) => deltaE2000));
  if (candidate.deltaE2000 === smallest) reasons.push("closest");
  // Far outside another one may have the smaller number and the wrong hue; by the noise of the solver none has.
  else if (isNearest && candidate.deltaE2000 > smallest + INDISTINGUISHABLE) reasons.push("keeps-hue");
  // Of answers with as many tubes as each other none has the fewest.
  if (isFewest && shown.some(({ tubes }) => tubes.length > candidate.tubes.length))
    reasons.push("fewest-tubes");
  if (shown.length > 1 && isBest(close, largestShiftOf)) reasons.push("steadiest");
  if (shown.some(hasBlack) && !hasBlack(candidate)) reasons.push("without-black");
  if (pricePerVolume && isBest(close, (one) => priceOf(one, pricePerVolume))) reasons.push("cheapest");
  if (shown.length > 1 && isBest(close, (one) => -dullestParent(one, traits)))
    reasons.push("brightest-parents");
  return reasons.length > 0 ? reasons : ["other-tubes"];
}

/** First of the lowest; undefined for an empty list. */
function lowest<C>(candidates: readonly C[], valueOf: (candidate: C) => number): C | undefined {
  let best: C | undefined;
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
  return tubes.reduce((sum, tube, i) => sum + num(pricePerVolume[tube]) * num(volumes[i]), 0);
}

/** Chroma of the dullest tube, whites aside; of a mixture of whites none. */
function dullestParent({ tubes }: Candidate, traits: readonly TubeTraits[]): number {
  const parents = tubes.filter((tube) => traits[tube]?.isWhite !== true);
  return parents.length === 0 ? 0 : Math.min(...parents.map((tube) => traits[tube]?.vividness ?? 0));
}

/** @param isFilm - whether the sum of the volumes is the thickness of a film. */
export function recipeOf(
  candidate: Candidate,
  order: readonly number[],
  reasons: readonly RecipeReason[],
  isFilm: boolean,
): Recipe {
  const { volumes } = candidate;
  const dosingShifts = candidate.dosingShifts();
  const total = sumOf(volumes);
  return {
    parts: order.map((place) => ({
      tube: candidate.tubes[place] ?? -1,
      share: num(volumes[place]) / total,
    })),
    predicted: candidate.lab,
    deltaE2000: candidate.deltaE2000,
    dosingShift: order.map((place) => num(dosingShifts[place])),
    reasons,
    filmThickness: isFilm ? total : undefined,
  };
}

/** Places of a candidate's tubes in their order of laying down. */
export function orderOf({ volumes, dosingShifts }: Candidate): number[] {
  return layingOrder(dosingShifts().map((shift, i) => shift / num(volumes[i])));
}
