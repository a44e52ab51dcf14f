/** The story of a pile in trials: what was done, and how it then looked. */
import { contentsOf, totalsOf } from "./contents";
import type { Addition, Dose, Pile } from "./pile";
import type { Reading } from "../reading/reading";

/** One trial of the loop: what was added or scraped away, and how the pile then looked. */
export type Trial = {
  readonly number: number;
  readonly added: readonly Dose[];
  /** Share of the pile that was left after scraping in this trial; undefined without any. */
  readonly keptShare: number | undefined;
  /** All that lay in the pile then. */
  readonly inPile: readonly Dose[];
  readonly reading: Reading | undefined;
};

/** Each trial ends with its last reading before something else was done to the paint. */
export function trialsOf(pile: Pile, readings: readonly Reading[]): readonly Trial[] {
  const own = readings.filter((reading) => reading.pileId === pile.id);
  const scrapes = (pile.scrapes ?? []).filter(({ intoPileId }) => intoPileId === undefined);
  const done = [...new Set([...pile.additions, ...scrapes].map(({ turn }) => turn))].sort((a, b) => a - b);
  const trials: Trial[] = [];
  let since = -1;
  done.forEach((last, i) => {
    const next = done[i + 1] ?? Number.POSITIVE_INFINITY;
    const reading = latestOf(own.filter(({ turn }) => turn >= last && turn < next));
    if (!reading && i < done.length - 1) return;
    const isNew = ({ turn }: Pick<Addition, "turn">): boolean => turn > since && turn <= last;
    const kept = scrapes.filter(isNew);
    trials.push({
      number: trials.length + 1,
      added: totalsOf(pile.additions.filter(isNew)),
      keptShare: kept.length > 0 ? kept.reduce((share, { keptShare }) => share * keptShare, 1) : undefined,
      inPile: contentsOf(pile, last),
      reading,
    });
    since = last;
  });
  return trials;
}

function latestOf(readings: readonly Reading[]): Reading | undefined {
  return readings.reduce<Reading | undefined>(
    (latest, reading) => (latest && latest.turn > reading.turn ? latest : reading),
    undefined,
  );
}
