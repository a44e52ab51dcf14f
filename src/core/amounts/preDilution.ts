/**
 * When a recipe asks for less of a tube than a hand can lay down: mix that tube first into the recipe's
 * main ingredient, one part in so many, and dose the weaker mixture instead.
 */
import { aimDistance } from "../color/aimDistance";
import { type DeltaE2000Factors, deltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import type { ColorModel } from "../mixing/colorModel";
import { mixedLab } from "../mixing/mixedLab";
import { num } from "../numbers";
import type { Dosing } from "./dosing";

export type PreDilution = {
  /** The tube that is too strong to dose, and the one that it is mixed into. */
  readonly tube: number;
  readonly carrier: number;
  /** One part of the tube in so many parts of the carrier. */
  readonly carrierParts: number;
  /** What to lay down of the weaker mixture, in the unit of the dosing; at least the smallest dose. */
  readonly dose: number;
};

export type DilutedRecipe = {
  readonly dilutions: readonly PreDilution[];
  /** Volume of each tube laid down by itself, same order as the recipe; 0 for those that come diluted. */
  readonly volumes: readonly number[];
  readonly predicted: LabD65;
  /** ΔE00 of the whole to the target, rounding included. */
  readonly deltaE2000: number;
};

/** Dilutions that a painter can make without measuring twice. */
const CARRIER_PARTS = [4, 9, 19, 49, 99] as const;
/** From a dozen smallest doses on, rounding changes a dose by a twelfth at most. */
const COMFORTABLE_DOSES = 12;

/** Steps by which doses are moved at most: far beyond what rounding takes. */
const MOST_MOVES = 24;
const ROUNDING = 1e-9;

export type ThinningWishes = {
  /** Amounts of fewer smallest doses than this are thinned, >= 1: rounding spoils a few of them too. */
  readonly belowDoses?: number;
  /** How strictly each axis is judged. */
  readonly factors?: DeltaE2000Factors;
};

/**
 * @param tubes - indices into the paint table, one for each of `exact`.
 * @param exact - volumes in the unit of the dosing at the size of pile that is wanted, none of them rounded.
 * @returns undefined when every amount can be laid down as it is, or when there is nothing to dilute into.
 */
export function preDiluted(
  mixer: ColorModel,
  tubes: readonly number[],
  exact: readonly number[],
  target: LabD65,
  dosing: Dosing,
  { belowDoses = 1, factors = REFERENCE_FACTORS }: ThinningWishes = {},
): DilutedRecipe | undefined {
  const smallestOf = (place: number): number => dosing.smallest(tubes[place] ?? -1);
  const largest = Math.max(...exact);
  const carrierPlace = exact.indexOf(largest);
  const tooSmall = exact.flatMap((amount, place) =>
    amount < belowDoses * smallestOf(place) && place !== carrierPlace ? [place] : [],
  );
  if (tooSmall.length === 0 || largest < smallestOf(carrierPlace)) return undefined;
  const carrierPartsOf = (amount: number, place: number): number =>
    CARRIER_PARTS.find((parts) => amount * (1 + parts) >= COMFORTABLE_DOSES * smallestOf(place)) ??
    CARRIER_PARTS[CARRIER_PARTS.length - 1] ??
    99;
  const carrierParts = exact.map((amount, place) =>
    tooSmall.includes(place) ? carrierPartsOf(amount, place) : undefined,
  );
  const doses = exact.map((amount, place) =>
    place === carrierPlace ? 0 : dosing.round(amount * (1 + (carrierParts[place] ?? 0)), tubes[place] ?? -1),
  );
  // The carrier's share decides the strength of the whole, so it is worth the step of a smaller amount.
  const carrierAlone = Math.max(0, largest - carriedBy(doses, carrierParts));
  const careful = dosing.step(carrierAlone / 8, tubes[carrierPlace] ?? -1);
  doses[carrierPlace] = Math.round(carrierAlone / careful) * careful;

  const colorOf = (laid: readonly number[]): LabD65 => {
    const carried = carriedBy(laid, carrierParts);
    const real = laid.map(
      (dose, place) => dose / (1 + (carrierParts[place] ?? 0)) + (place === carrierPlace ? carried : 0),
    );
    return mixedLab(mixer, tubes, real);
  };
  const laid = nearestDoses(
    doses,
    (place) => (place === carrierPlace ? careful : dosing.step(doses[place] ?? 0, tubes[place] ?? -1)),
    (place) => (place === carrierPlace ? 0 : smallestOf(place)),
    (trial) => aimDistance(target, colorOf(trial), factors),
  );
  const predicted = colorOf(laid);
  return {
    dilutions: tooSmall.map((place) => ({
      tube: tubes[place] ?? -1,
      carrier: tubes[carrierPlace] ?? -1,
      carrierParts: num(carrierParts[place]),
      dose: num(laid[place]),
    })),
    volumes: laid.map((dose, place) => (tooSmall.includes(place) ? 0 : dose)),
    predicted,
    deltaE2000: deltaE2000(target, predicted),
  };
}

/** Volume of the carrier that comes with the thinned doses. */
function carriedBy(doses: readonly number[], carrierParts: readonly (number | undefined)[]): number {
  return doses.reduce((sum, dose, place) => {
    const parts = carrierParts[place];
    return parts === undefined ? sum : sum + (dose * parts) / (1 + parts);
  }, 0);
}

/** Moves one dose by one step as long as that brings the colour closer. */
function nearestDoses(
  start: readonly number[],
  stepOf: (place: number) => number,
  leastOf: (place: number) => number,
  missOf: (doses: readonly number[]) => number,
): readonly number[] {
  let now = start;
  let miss = missOf(start);
  for (let move = 0; move < MOST_MOVES; move++) {
    let better: readonly number[] | undefined;
    for (const place of start.keys()) {
      for (const way of [-1, 1]) {
        const dose = (now[place] ?? 0) + way * stepOf(place);
        if (dose < leastOf(place) - ROUNDING) continue;
        const trial = now.map((one, i) => (i === place ? Math.max(0, dose) : one));
        if (!trial.some((one) => one > 0)) continue;
        const own = missOf(trial);
        if (own >= miss - ROUNDING) continue;
        [better, miss] = [trial, own];
      }
    }
    if (!better) return now;
    now = better;
  }
  return now;
}
