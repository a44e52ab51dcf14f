/** What lies in a pile: all that was added, less what was scraped away, turn by turn. */
import type { Dose, Pile } from "./pile";

type Story = Pick<Pile, "additions" | "scrapes">;

/**
 * Amounts per tube, in the order in which the tubes first came.
 *
 * @param untilTurn - the state after this turn; what came later is not there yet. Today's without it.
 */
export function contentsOf(pile: Story, untilTurn = Number.POSITIVE_INFINITY): Dose[] {
  return totalsOf(
    pile.additions
      .filter(({ turn }) => turn <= untilTurn)
      .map(({ tubeId, parts, turn }) => ({ tubeId, parts: parts * keptOf(pile, turn, untilTurn) })),
  );
}

/** Share of what lay there after one turn that is still there after another. */
export function keptOf({ scrapes }: Pick<Story, "scrapes">, since: number, until: number): number {
  return (scrapes ?? []).reduce(
    (kept, scrape) => (scrape.turn > since && scrape.turn <= until ? kept * scrape.keptShare : kept),
    1,
  );
}

export function volumeOf(contents: readonly { readonly parts: number }[]): number {
  return contents.reduce((sum, { parts }) => sum + parts, 0);
}

/** What the pile is meant to have: as much as lay there before it was scraped back, to make room for its correction. */
export function meantVolumeOf(pile: Story): number {
  const own = (pile.scrapes ?? []).filter(({ intoPileId }) => intoPileId === undefined);
  return Math.max(volumeOf(contentsOf(pile)), ...own.map(({ turn }) => volumeOf(contentsOf(pile, turn - 1))));
}

/** Amounts per tube over all doses, in the order in which the tubes first came. */
export function totalsOf(doses: readonly Dose[]): Dose[] {
  const totals = new Map<string, number>();
  for (const { tubeId, parts } of doses) totals.set(tubeId, (totals.get(tubeId) ?? 0) + parts);
  return [...totals].map(([tubeId, parts]) => ({ tubeId, parts }));
}

/** The turns in which paint was added: what was laid down in one go is one addition, whatever tubes it came from. */
export function additionTurnsOf({ additions }: Pick<Story, "additions">): readonly number[] {
  return [...new Set(additions.map(({ turn }) => turn))].sort((a, b) => a - b);
}

/** The last turn in which paint was added or scraped away; 0 for a pile without any. */
export function lastTurnOf({ additions, scrapes }: Story): number {
  return Math.max(0, ...additions.map(({ turn }) => turn), ...(scrapes ?? []).map(({ turn }) => turn));
}

/**
 * The last turn that changed the colour, up to a turn: scraping leaves less of the same.
 *
 * @param untilTurn - later turns do not count.
 */
export function lastMixedTurnOf({ additions }: Story, untilTurn = Number.POSITIVE_INFINITY): number {
  return Math.max(0, ...additions.map(({ turn }) => turn).filter((turn) => turn <= untilTurn));
}

/** The last turn that was done to this pile itself: what another pile took from it stays with that one. */
export function lastOwnTurnOf({ additions, scrapes }: Story): number {
  return lastTurnOf({ additions, scrapes: scrapes?.filter(({ intoPileId }) => intoPileId === undefined) });
}

/** When something last happened to the pile's paint, by the clock: to tell piles apart, never turns of one. */
export function changedAt({ additions, scrapes }: Story): number {
  return Math.max(0, additions.at(-1)?.addedAt ?? 0, scrapes?.at(-1)?.at ?? 0);
}
