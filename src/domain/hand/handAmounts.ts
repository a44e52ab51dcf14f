/** Amounts that a painter picks by hand, in steps of the measure that was chosen. */
import type { Dosing } from "../../core/amounts/dosing";
import { MOST_PARTS } from "../pile/amountRange";
import type { Tube } from "../tube/tube";
import { additionMeasure, dosingInParts, type HandSettings } from "./measure";

/** A usual pile, where none lies there yet: a percent is one of it. */
const USUAL_PARTS = 6;
/** Multiples of the smallest amount, for measures that count in even steps. */
const MULTIPLES = [1, 2, 5, 10, 20, 50, 100] as const;
const KNIFE_PARTS = [0.25, 0.5, 1, 2, 4] as const;

/** What is offered to be added by hand, in parts, smallest first. */
export function amountsByHand(
  settings: HandSettings,
  tube: Tube | undefined,
  pileParts: number,
): readonly number[] {
  if (settings.amountUnit === "parts")
    return [settings.sizes.speckParts, settings.sizes.touchParts, ...KNIFE_PARTS];
  const smallest = dosingOf(settings, tube, pileParts).smallest(0);
  return MULTIPLES.map((times) => times * smallest);
}

/** The next amounts below and above one; the smallest has none below. */
export function stepsByHand(
  parts: number,
  settings: HandSettings,
  tube: Tube | undefined,
  pileParts: number,
): { readonly less: number | undefined; readonly more: number } {
  const dosing = dosingOf(settings, tube, pileParts);
  const smallest = dosing.smallest(0);
  const less = dosing.round(Math.max(smallest, parts - dosing.step(parts * JUST_BELOW, 0)), 0);
  return {
    less: parts <= smallest * (1 + 1e-9) ? undefined : less,
    more: Math.min(MOST_PARTS, dosing.round(parts + dosing.step(parts, 0), 0)),
  };
}

/** The step down from 2 parts is the one that leads up to them. */
const JUST_BELOW = 1 - 1e-9;

/** The smallest share of a pile for a sample in which each dose is one that can be laid; the largest where none is. */
export function sampleShare(
  doses: readonly number[],
  tubes: readonly (Tube | undefined)[],
  settings: HandSettings,
  pileParts: number,
): { readonly share: number; readonly doses: readonly number[] } {
  const laidAt = (share: number) =>
    doses.map((parts, i) => dosingOf(settings, tubes[i], pileParts * share).round(parts * share, 0));
  const isClose = (share: number): boolean =>
    laidAt(share).every((laid, i) => Math.abs(laid / ((doses[i] ?? 0) * share) - 1) <= CLOSE);
  const share = SHARES.find(isClose) ?? 1 / 2;
  return { share, doses: laidAt(share) };
}

const SHARES = [1 / 8, 1 / 4, 1 / 2] as const;
/** A dose of a sample may be off its share of the whole dose by so much. */
const CLOSE = 0.02;

function dosingOf(settings: HandSettings, tube: Tube | undefined, pileParts: number): Dosing {
  // What is not known how dense is measured by volume.
  const hand =
    tube || settings.amountUnit !== "grams" ? settings : { ...settings, amountUnit: "millilitres" as const };
  const choice = additionMeasure(hand, tube ? [tube] : [], pileParts > 0 ? pileParts : USUAL_PARTS);
  return dosingInParts({ choice, partsPerUnit: 1 });
}
