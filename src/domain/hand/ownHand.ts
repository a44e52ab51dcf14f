/** How this painter's hand doses, as weighed doses showed it. */
import { type HandScatter, learnHand, scatterOf, type WeighedDose } from "../../core/amounts/handScatter";
import type { Addition, Pile } from "../pile/pile";

/** A hand that is said to be known. */
const FEWEST_DOSES = 8;
/** A scale shows a dose this closely: nothing beside a hand. */
const WEIGHED_SCATTER = 0.01;

export type OwnHand = { readonly scatter: HandScatter; readonly weighedDoses: number };

/** Undefined until enough was weighed. */
export function ownHandOf(piles: readonly Pick<Pile, "additions">[]): OwnHand | undefined {
  const weighed = piles.flatMap(({ additions }) =>
    additions.flatMap(({ isWeighed, suggestedParts, parts }): WeighedDose[] =>
      isWeighed === true && suggestedParts !== undefined ? [{ meant: suggestedParts, laid: parts }] : [],
    ),
  );
  return weighed.length < FEWEST_DOSES
    ? undefined
    : { scatter: learnHand(weighed), weighedDoses: weighed.length };
}

/** One standard deviation of what was laid, as a share of it. */
export function doseErrorOf(addition: Addition, scatter: HandScatter): number {
  return addition.isWeighed === true ? WEIGHED_SCATTER : scatterOf(scatter, addition.parts);
}
