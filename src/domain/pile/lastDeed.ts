/** What was done last to the paint of a note, or to a free pile: what an undo takes back. */
import type { Match } from "../match/match";
import type { Reading } from "../reading/reading";
import { additionTurnsOf, lastOwnTurnOf } from "./contents";
import { isFree } from "./ingredients";
import type { Pile } from "./pile";

/** All piles of one note, or a free pile with its samples; their readings, and the matches that were kept. */
export type PaintHistory = {
  readonly piles: readonly Pile[];
  readonly readings: readonly Reading[];
  readonly matches: readonly Match[];
};

export type LastDeed =
  | {
      readonly kind: "dose" | "scraping" | "sampling" | "keeping-free" | "setting-aside";
      readonly pile: Pile;
    }
  | { readonly kind: "reading"; readonly pile: Pile; readonly reading: Reading }
  | { readonly kind: "keeping" | "verdict"; readonly pile: Pile; readonly match: Match };

/** Undefined where nothing was done yet. */
export function lastDeedOf({ piles, readings, matches }: PaintHistory): LastDeed | undefined {
  const own = piles.filter(({ side }) => side === undefined);
  const open = own.findLast(({ state }) => state === "open");
  if (open) {
    const sample = piles.findLast(({ side, state }) => state === "side" && side?.of === open.id);
    return lastOfPile(sample ?? open, readings);
  }
  const pile = own.at(-1);
  if (!pile) return undefined;
  if (isFree(pile)) return { kind: pile.state === "kept" ? "keeping-free" : "setting-aside", pile };
  const match = matches.findLast(({ pileId }) => pileId === pile.id);
  if (match) return { kind: match.verdict === "provisional" ? "keeping" : "verdict", pile, match };
  return { kind: "setting-aside", pile };
}

function lastOfPile(pile: Pile, readings: readonly Reading[]): LastDeed | undefined {
  const last = lastOwnTurnOf(pile);
  const reading = readings
    .filter(({ pileId, turn }) => pileId === pile.id && turn > last)
    .reduce<Reading | undefined>(
      (newest, one) => (newest && newest.turn > one.turn ? newest : one),
      undefined,
    );
  // What was given back with a sample's paint goes with that paint.
  if (reading && reading.derivedFrom === undefined) return { kind: "reading", pile, reading };
  if (last === 0) return undefined;
  if (pile.scrapes?.some(({ turn }) => turn === last)) return { kind: "scraping", pile };
  return { kind: pile.side && additionTurnsOf(pile).length === 1 ? "sampling" : "dose", pile };
}
