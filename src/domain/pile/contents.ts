/** What lies in a pile: all that was added, less what was scraped away. */
import type { Dose, Pile } from "./pile";

/**
 * Amounts per tube, in the order in which the tubes first came.
 *
 * @param until - time of the state that is asked for; what came later is not there yet.
 */
export function contentsOf(
  pile: Pick<Pile, "additions" | "scrapes">,
  until = Number.POSITIVE_INFINITY,
): Dose[] {
  const totals = new Map<string, number>();
  for (const { tubeId, parts, addedAt } of pile.additions) {
    if (addedAt > until) continue;
    const kept = keptOf(pile, addedAt, until);
    totals.set(tubeId, (totals.get(tubeId) ?? 0) + parts * kept);
  }
  return [...totals].map(([tubeId, parts]) => ({ tubeId, parts }));
}

/** Share of what lay there at a time that is still there. */
function keptOf({ scrapes }: Pick<Pile, "scrapes">, since: number, until: number): number {
  return (scrapes ?? []).reduce(
    (kept, scrape) => (scrape.at > since && scrape.at <= until ? kept * scrape.keptShare : kept),
    1,
  );
}

export function volumeOf(contents: readonly { readonly parts: number }[]): number {
  return contents.reduce((sum, { parts }) => sum + parts, 0);
}

/** When something last happened to the pile's paint. */
export function changedAt({ additions, scrapes }: Pick<Pile, "additions" | "scrapes">): number {
  return Math.max(additions.at(-1)?.addedAt ?? 0, scrapes?.at(-1)?.at ?? 0);
}

/** Amounts per tube over all additions, in the order in which the tubes first came. */
export function totalsOf(additions: readonly Dose[]): Dose[] {
  const totals = new Map<string, number>();
  for (const { tubeId, parts } of additions) totals.set(tubeId, (totals.get(tubeId) ?? 0) + parts);
  return [...totals].map(([tubeId, parts]) => ({ tubeId, parts }));
}
