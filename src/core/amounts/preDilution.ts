/**
 * When a recipe asks for less of a tube than a hand can lay down: mix that tube first into the recipe's
 * main ingredient, one part in so many, and dose the weaker mixture instead.
 */
import { deltaE2000 } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import type { ColorModel } from "../mixing/colorModel";
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
): DilutedRecipe | undefined {
  const smallestOf = (place: number): number => dosing.smallest(tubes[place] ?? -1);
  const largest = Math.max(...exact);
  const carrierPlace = exact.indexOf(largest);
  const tooSmall = exact.flatMap((amount, place) =>
    amount < smallestOf(place) && place !== carrierPlace ? [place] : [],
  );
  if (tooSmall.length === 0 || largest < smallestOf(carrierPlace)) return undefined;
  const dilutions: PreDilution[] = [];
  // What each tube really comes to: rounded doses carry their share of tube and carrier.
  const real = exact.map((amount, place) =>
    tooSmall.includes(place) || place === carrierPlace ? 0 : dosing.round(amount, tubes[place] ?? -1),
  );
  let carried = 0;
  for (const place of tooSmall) {
    const amount = exact[place] ?? Number.NaN;
    const carrierParts =
      CARRIER_PARTS.find((parts) => amount * (1 + parts) >= COMFORTABLE_DOSES * smallestOf(place)) ??
      CARRIER_PARTS[CARRIER_PARTS.length - 1] ??
      99;
    const dose = dosing.round(amount * (1 + carrierParts), tubes[place] ?? -1);
    const share = dose / (1 + carrierParts);
    real[place] = share;
    carried += share * carrierParts;
    dilutions.push({ tube: tubes[place] ?? -1, carrier: tubes[carrierPlace] ?? -1, carrierParts, dose });
  }
  const carrierAlone = Math.max(0, largest - carried);
  // The carrier's share decides the strength of the whole, so it is worth the step of a smaller amount.
  const careful = dosing.step(carrierAlone / 8, tubes[carrierPlace] ?? -1);
  const carrierLaid = Math.round(carrierAlone / careful) * careful;
  real[carrierPlace] = carrierLaid + carried;
  const out = new Float64Array(3);
  mixer.writeLab(out, Uint8Array.from(tubes), Float64Array.from(real), tubes.length);
  const predicted = labD65(out[0] as number, out[1] as number, out[2] as number);
  return {
    dilutions,
    volumes: real.map((amount, place) =>
      tooSmall.includes(place) ? 0 : place === carrierPlace ? carrierLaid : amount,
    ),
    predicted,
    deltaE2000: deltaE2000(target, predicted),
  };
}
