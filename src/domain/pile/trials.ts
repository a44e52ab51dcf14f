/** The story of a pile in trials: what was done, and how it then looked. */
import { contentsOf, totalsOf } from "./contents";
import type { Addition, Dose, Pile } from "./pile";
import type { Reading } from "../reading/reading";

/** One trial of the loop: what was added or scraped away, and how the pile then looked. */
export type Trial = {
  readonly number: number;
  /** The pile's turn with which it ended. */
  readonly turn: number;
  readonly added: readonly Dose[];
  /** Share of the pile that was left after scraping in this trial; undefined without any. */
  readonly keptShare: number | undefined;
  /** All that lay in the pile then. */
  readonly inPile: readonly Dose[];
  readonly reading: Reading | undefined;
};

/** A turn that lost less than this lost nothing that an eye sees, ΔE00. */
const LOST = 0.5;

/**
 * The trial after which the pile was further from its aim than before, by the most; undefined where none lost.
 *
 * @param misses - ΔE00 after each trial, in order; undefined where it is not known.
 */
export function lostMost(
  misses: readonly (number | undefined)[],
): { readonly at: number; readonly by: number } | undefined {
  let worst: { at: number; by: number } | undefined;
  misses.forEach((miss, at) => {
    const before = misses[at - 1];
    if (miss === undefined || before === undefined) return;
    const by = miss - before;
    if (by > (worst?.by ?? LOST)) worst = { at, by };
  });
  return worst;
}

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
      turn: last,
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
