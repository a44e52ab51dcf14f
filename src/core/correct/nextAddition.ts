/**
 * What to add to a pile that is not right yet: one joint addition of up to three tubes, additions only.
 *
 * The pile's own optics come from its history and its readings: the tubes in it are learned from them
 * (../learning/learnTubes), so a strong batch shows at once. The pile then counts as an ingredient of which
 * all is used. Doses that the hand can lay are tried around the exact addition, so that a tube that is stronger than
 * believed does not carry the pile past the target; the rest is left to the next look. Where the smallest dose of
 * a tube does too much, one part of it in ten of white is a tube of its own.
 */
import { dosingOf } from "../amounts/dosing";
import { aimDistance } from "../color/aimDistance";
import { deltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import { lchFromLab } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { type ThreeWayDifference, threeWayDifference } from "../describe/difference";
import type { Evidence, MixPart } from "../learning/evidence";
import type { LearningConditions } from "../learning/boxModel";
import { type LearnedTubes, learnTubes } from "../learning/learnTubes";
import { mixedLab } from "../mixing/mixedLab";
import { opaqueModel } from "../mixing/opaqueModel";
import { num, volumeOf } from "../numbers";
import { type AdditionKind, additionKind } from "./additionKind";
import type { AxisLimits } from "../recipe/solverLimits";
import { isWhite } from "../recipe/tubeTraits";
import { type AdditionPart, isSameTubes, plainParts } from "./additionPart";
import { pileMixer, type PileMixer, priceOfGrowth } from "./pileMixer";
import { assertPile, type PileQuery } from "./pileQuery";
import { scatterOf, USUAL_HAND } from "../amounts/handScatter";
import { safeDose } from "./safeDose";
import { meantGrowth, type Ways, waysOn } from "./ways";

export type { PileQuery } from "./pileQuery";

export type Addition = {
  readonly parts: readonly AdditionPart[];
  readonly kind: AdditionKind;
  readonly predicted: LabD65;
  readonly deltaE2000: number;
  /** One standard deviation of the prediction, ΔE00. */
  readonly spread: number;
  /** Change from the pile as it is now. */
  readonly change: ThreeWayDifference;
  /** Volume of the pile afterwards over its volume now, > 1. */
  readonly growth: number;
  /** Share of the exact addition that this dose is, (0, 1]; the rest is left to the next look. */
  readonly share: number;
  /** Chance that it carries the pile past the target on the axis that is furthest off. */
  readonly crossingRisk: number;
  /** Whether that chance is below one in twenty; the first addition is safe wherever any is. */
  readonly isSafe: boolean;
};

/** An addition before its spread is known, which costs more to compute than all the rest. */
type DosedAddition = Omit<Addition, "spread">;

export type NextAddition =
  | {
      readonly advice: "leave-it";
      readonly pile: LabD65;
      readonly deltaE2000: number;
    }
  /** It looks close enough, and is not known well enough to be sure. */
  | {
      readonly advice: "look-again";
      readonly pile: LabD65;
      readonly deltaE2000: number;
      /** One standard deviation of the belief, ΔE00. */
      readonly doubt: number;
    }
  | (Ways & {
      /** The pile as it is believed to be now. */
      readonly pile: LabD65;
      readonly deltaE2000: number;
      /** The best first; then two or three others, by other means as far as there are any. To the pile as it lies. */
      readonly additions: readonly Addition[];
    });

const MOST_ALTERNATIVES = 3;
/** A painter chooses from at least three, where the palette has as many ways. */
const FEWEST_OFFERED = 3;
/** With enough to choose from, the search for further means ends after so many that repeat a means. */
const MOST_CONSIDERED = 30;
/** A pile that would grow more than this beyond what it is meant to be is begun again instead. */
const MOST_GROWTH = 4;
/** An addition must gain at least this, ΔE00, beyond what its paint costs, to be worth the stirring. */
const LEAST_GAIN = 0.3;
/** Shares that differ by less are the same. */
const SAME_SHARE = 1e-6;
/** Where nothing gains so much, this is taken too. */
const SMALL_GAIN = 0.1;

/** @throws RangeError when target, pile or palette are outside their ranges or name a tube that is not in the box. */
export function nextAddition(query: PileQuery, believedBefore: LearningConditions): NextAddition {
  assertQuery(query);
  const learned = learnTubes(query.tubes, query.evidence, believedBefore);
  // What follows is seen as the evidence says that this paint is seen.
  const conditions = { ...believedBefore, surface: learned.surface };
  const pileVolume = volumeOf(query.parts);
  const mixer = pileMixer(query, learned, conditions);
  const pile = mixer.pile;
  const miss = deltaE2000(query.target, pile);
  if (isCloseEnough(query, pile)) {
    const doubt = learned.doubtOf(query.parts);
    const look = lookOf(query);
    const missSeen = look ? deltaE2000(query.target, look.lab) : 0;
    return isSure(query, Math.max(miss, missSeen), doubt)
      ? { advice: "leave-it", pile, deltaE2000: miss }
      : { advice: "look-again", pile, deltaE2000: miss, doubt };
  }

  const errorOf = ({ tube, volume }: AdditionPart): number =>
    // Half of a uniform spread as wide as the doubt; never wider than of a tube of which nothing is known.
    Math.min(
      query.strengthError,
      Math.sqrt(3) * Math.hypot(learned.strengthDoubtOf(tube), scatterOf(query.hand ?? USUAL_HAND, volume)),
    );
  const finish = (mix: PileMixer, parts: readonly AdditionPart[]): DosedAddition =>
    doseAddition(query, mix, pile, pileVolume, parts, errorOf);
  const missNow = judged(query, pile);
  const gainOf = ({ predicted, growth }: DosedAddition): number =>
    missNow - judged(query, predicted) - priceOfGrowth(query, growth);
  const meant = meantGrowth(pileVolume, query.meantVolume);
  const isWorthIt = (addition: DosedAddition): boolean =>
    gainOf(addition) > LEAST_GAIN && addition.growth <= MOST_GROWTH * meant;
  const exact = mixer.solveAdditions(query.maxTubes);
  let small: DosedAddition | undefined;
  const offered = offerDifferent(exact, ({ parts }) => {
    const addition = finish(mixer, parts);
    if (isWorthIt(addition)) return addition;
    if (addition.isSafe && gainOf(addition) > (small ? gainOf(small) : SMALL_GAIN)) small = addition;
    return undefined;
  });
  // Where none gains much, a small step nearer is better than none.
  if (offered.length === 0 && small) offered.push(small);
  const isNearer = offered.length > 0;
  // Few ways lead all the way: then each tube that mends one fault, with its side effects, the one that does least harm first.
  if (offered.length < FEWEST_OFFERED)
    for (const addition of mixer
      .mendOneAxis()
      .map((parts) => finish(mixer, parts))
      .sort((one, other) => gainOf(other) - gainOf(one)))
      if (
        offered.length < FEWEST_OFFERED &&
        !offered.some((other) => isSameTubes(other.parts, addition.parts))
      )
        offered.push(addition);
  const inWhite = thinnedAddition(query, learned, conditions, exact[0], offered[0], finish);
  const thinned = inWhite && isWorthIt(inWhite) ? inWhite : undefined;
  const additions = [...(thinned ? [thinned] : []), ...offered].map((addition) => ({
    ...addition,
    spread: learned.spreadOf([...query.parts, ...plainParts(addition.parts)]),
  }));
  const [full] = exact;
  const paint = full ? volumeOf(full.parts) : Number.POSITIVE_INFINITY;
  const ways = waysOn(
    { paint, all: paint, steps: full?.parts.length ?? 0 },
    { paint: pileVolume, all: pileVolume, steps: new Set(query.parts.map((part) => part.tube)).size },
    query.meantVolume,
  );
  const found = { ...ways, pile, deltaE2000: miss, additions };
  return ways.advice === "add" && !isNearer && !thinned
    ? { ...found, advice: "start-again", why: "no-nearer" }
    : found;
}

/** Whether a colour is within what is asked of the match: on each axis where that is said, else by ΔE00. */
export function isCloseEnough(
  { target, axes, toleranceDeltaE2000 }: Pick<PileQuery, "target" | "axes" | "toleranceDeltaE2000">,
  pile: LabD65,
): boolean {
  return axes
    ? isWithin(axes, threeWayDifference(target, pile))
    : deltaE2000(target, pile) <= toleranceDeltaE2000;
}

/** What was read of the pile as it lies: of the same shares. */
function lookOf({ evidence, parts, tubes }: PileQuery): Evidence | undefined {
  const sharesOf = (laid: readonly MixPart[]): number[] =>
    tubes.map((_, place) => volumeOf(laid.filter(({ tube }) => tube === place)) / volumeOf(laid));
  const now = sharesOf(parts);
  return evidence.findLast((entry) =>
    sharesOf(entry.parts).every((share, place) => Math.abs(share - num(now[place])) < SAME_SHARE),
  );
}

/** By twice the variance fewer than one pile in twenty is left that is further off: measured on simulated benches. */
function isSure({ sureWithin }: PileQuery, miss: number, doubt: number): boolean {
  return sureWithin === undefined || Math.hypot(miss, Math.SQRT2 * doubt) <= sureWithin;
}

/** Whether no axis is further off than it may be. */
export function isWithin(
  { lightness, chroma, hue }: AxisLimits,
  { deltaLightness, deltaChroma, deltaHue }: ThreeWayDifference,
): boolean {
  return (
    Math.abs(deltaLightness) <= lightness && Math.abs(deltaChroma) <= chroma && Math.abs(deltaHue) <= hue
  );
}

function judged({ target, factors }: PileQuery, lab: LabD65): number {
  return aimDistance(target, lab, factors);
}

/** One part in ten. */
const CARRIER_PARTS = 9;
/** Amounts below so many smallest doses round too far; thinned they are ten times as many. */
const FEW_DOSES = 8;
/** Thinning is another step: it has to gain so much, ΔE00. */
const WORTH_THINNING = 0.5;

/**
 * The exact addition with its strongest tubes thinned first, where the hand's smallest doses are too big for it.
 * Undefined where the hand does about as well without.
 */
function thinnedAddition(
  query: PileQuery,
  learned: LearnedTubes,
  conditions: LearningConditions,
  exact: { readonly parts: readonly AdditionPart[] } | undefined,
  best: DosedAddition | undefined,
  finish: (mixer: PileMixer, parts: readonly AdditionPart[]) => DosedAddition,
): DosedAddition | undefined {
  if (!query.dosing || !exact) return undefined;
  const dosing = dosingOf(query.dosing);
  const carrier = carrierOf(query, conditions);
  const isSmall = ({ tube, volume }: AdditionPart): boolean =>
    tube !== carrier && volume < FEW_DOSES * dosing.smallest(tube);
  if (carrier === undefined || !exact.parts.some(isSmall)) return undefined;
  const entries = exact.parts.map(({ tube, ...part }) =>
    isSmall({ tube, ...part }) ? { tube, thinned: { carrier, carrierParts: CARRIER_PARTS } } : { tube },
  );
  const mixer = pileMixer(query, learned, conditions, entries);
  const solved = mixer
    .solveAdditions(entries.length)
    .find(({ parts }) => parts.some(({ thinned }) => thinned !== undefined));
  const addition = solved && finish(mixer, solved.parts);
  if (!addition?.isSafe) return undefined;
  const without = best?.isSafe === true ? judged(query, best.predicted) : Number.POSITIVE_INFINITY;
  return judged(query, addition.predicted) < without - WORTH_THINNING ? addition : undefined;
}

/** A white that may be added; else the tube of which most lies in the pile. */
function carrierOf(query: PileQuery, { view, surface }: LearningConditions): number | undefined {
  const labs = opaqueModel(query.tubes, view, surface);
  const white = query.allowed.find((tube) => isWhite(lchFromLab(mixedLab(labs, [tube], [1]))));
  if (white !== undefined) return white;
  const [most] = [...query.parts].sort((one, other) => other.volume - one.volume);
  return most && query.allowed.includes(most.tube) ? most.tube : undefined;
}

/**
 * The best safe one first, then the best by each other means; if those are few, others by the same means, and
 * in the end such as may overshoot, with their risk.
 */
function offerDifferent(
  exact: readonly { readonly parts: readonly AdditionPart[] }[],
  finish: (entry: { readonly parts: readonly AdditionPart[] }) => DosedAddition | undefined,
): DosedAddition[] {
  const offered: DosedAddition[] = [];
  const passedOver: DosedAddition[] = [];
  const risky: DosedAddition[] = [];
  for (const entry of exact) {
    if (offered.length > MOST_ALTERNATIVES) break;
    if (offered.length >= FEWEST_OFFERED && passedOver.length >= MOST_CONSIDERED) break;
    const addition = finish(entry);
    if (!addition || offered.some((other) => isSameTubes(other.parts, addition.parts))) continue;
    if (!addition.isSafe) risky.push(addition);
    else if (offered.some((other) => other.kind === addition.kind)) passedOver.push(addition);
    else offered.push(addition);
  }
  return [...offered, ...[...passedOver, ...risky].slice(0, Math.max(0, FEWEST_OFFERED - offered.length))];
}

function doseAddition(
  query: PileQuery,
  mixer: PileMixer,
  pile: LabD65,
  pileVolume: number,
  exact: readonly AdditionPart[],
  errorOf: (part: AdditionPart) => number,
): DosedAddition {
  const { target, factors = REFERENCE_FACTORS } = query;
  const { volumes, predicted, ...dose } = safeDose(
    {
      target,
      pile,
      factors,
      strengthErrors: exact.map(errorOf),
      dosing: query.dosing && dosingOf(query.dosing),
    },
    exact.map(({ tube }) => tube),
    exact.map(({ volume }) => volume),
    mixer.afterAdding(pileVolume, exact),
  );
  const parts = exact
    .map((part, i) => ({ ...part, volume: num(volumes[i]) }))
    .filter(({ volume }) => volume > 0);
  const added = volumeOf(parts);
  return {
    parts,
    kind: additionKind(
      pile,
      parts.map((part) => mixer.labOf(0, [{ ...part, volume: 1 }])),
      mixer.labOf(0, parts),
    ),
    predicted,
    deltaE2000: deltaE2000(target, predicted),
    change: threeWayDifference(pile, predicted),
    growth: 1 + added / pileVolume,
    ...dose,
  };
}

function assertQuery(query: PileQuery): void {
  assertPile(query);
  const { maxTubes } = query;
  if (!Number.isInteger(maxTubes) || maxTubes < 1 || maxTubes > 3)
    throw new RangeError(`An addition takes 1 to 3 tubes, got ${maxTubes}`);
}
