import { lastTurnOf } from "./contents";
import type { Pile } from "./pile";

/** The state that the painter saw: no pile, or one after its last turn and how it stood. */
export type SeenPile = Pick<Pile, "id" | "state"> & { readonly turn: number };

export function seenOf(pile: Pile): SeenPile;
export function seenOf(pile: Pile | undefined): SeenPile | undefined;
export function seenOf(pile: Pile | undefined): SeenPile | undefined {
  return pile && { id: pile.id, state: pile.state, turn: lastTurnOf(pile) };
}
