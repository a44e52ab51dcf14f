/**
 * When a recipe asks for less of a tube than a hand can lay down: mix that tube first into the recipe's
 * main ingredient, one part in so many, and dose the weaker mixture instead.
 */
import { deltaE2000 } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import type { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { type AmountSizes, roundToHand } from "./amounts";

export type PreDilution = {
  /** The tube that is too strong to dose, and the one that it is mixed into. */
  readonly tube: number;
  readonly carrier: number;
  /** One part of the tube in so many parts of the carrier. */
  readonly carrierParts: number;
  /** What to lay down of the weaker mixture, in parts; at least the smallest dose. */
  readonly doseParts: number;
};

export type DilutedRecipe = {
  readonly dilutions: readonly PreDilution[];
  /** Parts of each tube laid down by itself, same order as the recipe; 0 for those that come diluted. */
  readonly parts: readonly number[];
  readonly predicted: LabD65;
  /** ΔE00 of the whole to the target, rounding included. */
  readonly deltaE2000: number;
};

/** Dilutions that a painter can make without measuring twice. */
const CARRIER_PARTS = [4, 9, 19, 49, 99] as const;
/** From three touches on, rounding to half a touch changes a dose by a twelfth at most. */
const COMFORTABLE_DOSES = 12;

/**
 * @param exactParts - amounts in parts at the size of pile that is wanted, none of them rounded.
 * @returns undefined when every amount can be laid down as it is, or when there is nothing to dilute into.
 */
export function preDiluted(
  mixer: MixtureEvaluator,
  tubes: readonly number[],
  exactParts: readonly number[],
  target: LabD65,
  sizes: AmountSizes,
): DilutedRecipe | undefined {
  const smallest = sizes.speckParts;
  const largest = Math.max(...exactParts);
  const carrierPlace = exactParts.indexOf(largest);
  const tooSmall = exactParts.flatMap((amount, place) =>
    amount < smallest && place !== carrierPlace ? [place] : [],
  );
  if (tooSmall.length === 0 || largest < smallest) return undefined;
  const dilutions: PreDilution[] = [];
  // What each tube really comes to: rounded doses carry their share of tube and carrier.
  const real = exactParts.map((amount, place) =>
    tooSmall.includes(place) || place === carrierPlace ? 0 : roundToHand(amount, sizes),
  );
  let carried = 0;
  for (const place of tooSmall) {
    const amount = exactParts[place] ?? Number.NaN;
    const carrierParts =
      CARRIER_PARTS.find((parts) => amount * (1 + parts) >= COMFORTABLE_DOSES * smallest) ??
      CARRIER_PARTS[CARRIER_PARTS.length - 1] ??
      99;
    const doseParts = roundToHand(amount * (1 + carrierParts), sizes);
    const share = doseParts / (1 + carrierParts);
    real[place] = share;
    carried += share * carrierParts;
    dilutions.push({ tube: tubes[place] ?? -1, carrier: tubes[carrierPlace] ?? -1, carrierParts, doseParts });
  }
  const carrierAlone = Math.max(0, largest - carried);
  // The carrier's share decides the strength of the whole, so it is worth a quarter part of care.
  const carrierLaid = Math.round(carrierAlone * 4) / 4;
  real[carrierPlace] = carrierLaid + carried;
  const out = new Float64Array(3);
  mixer.writeLab(out, Uint8Array.from(tubes), Float64Array.from(real), tubes.length);
  const predicted = labD65(out[0] as number, out[1] as number, out[2] as number);
  return {
    dilutions,
    parts: real.map((amount, place) =>
      tooSmall.includes(place) ? 0 : place === carrierPlace ? carrierLaid : amount,
    ),
    predicted,
    deltaE2000: deltaE2000(target, predicted),
  };
}
