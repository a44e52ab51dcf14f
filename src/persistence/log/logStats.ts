/** What the log tells of the painter's work: effort, paint, error, and habits of the eye. */
import { additionTurnsOf } from "../../domain/pile/contents";
import { type BiasReport, biasReport } from "../../core/describe/bias";
import { deltaE2000 } from "../../core/color/ciede2000";
import { type LabD65, labD65 } from "../../core/color/types";
import { contentsOf, lastMixedTurnOf } from "../../domain/pile/contents";
import type { FirstLook, Reading } from "../../domain/reading/reading";
import type { Pile } from "../../domain/pile/pile";
import type { StoredColor } from "../../domain/reading/storedColor";
import type { LogSource } from "./logRows";

export type MonthOfWork = {
  /** First moment of the month, local time. */
  readonly month: number;
  readonly matches: number;
  /** Mean additions of its matches' piles. */
  readonly additions: number;
  /** Median ΔE00 of the first reading of each matched pile from its target; nothing where none was read. */
  readonly firstMiss: number | undefined;
};

export type PaintUse = {
  readonly tubeId: string;
  /** Parts squeezed out for piles; paint that came from an older pile is not counted again. */
  readonly usedParts: number;
  /** Scraped away, or in piles that were set aside and are not kept as leftovers. */
  readonly wastedParts: number;
  /** Piles it went into. */
  readonly piles: number;
};

export type LogStats = {
  readonly months: readonly MonthOfWork[];
  /** Most used first. */
  readonly paint: readonly PaintUse[];
  /** Colours said before a recipe was shown, against what they were. */
  readonly saying: BiasReport | undefined;
  /** Piles read by eye and by an instrument in the same state. */
  readonly reading: BiasReport | undefined;
  /** What was kept as a match, against what was aimed at. */
  readonly kept: BiasReport | undefined;
};

export function logStats(source: LogSource, looks: readonly FirstLook[]): LogStats {
  const readingsOf = groupBy(source.readings, ({ pileId }) => pileId);
  for (const readings of readingsOf.values()) readings.sort((a, b) => a.turn - b.turn);
  return {
    months: monthsOf(source, readingsOf),
    paint: paintOf(source.piles),
    saying: biasReport(looks.flatMap(({ target, said }) => trialOf(target, said))),
    kept: biasReport(source.matches.flatMap(({ target, result }) => trialOf(target, result))),
    reading: biasReport(source.piles.flatMap((pile) => eyeTrials(pile, readingsOf.get(pile.id) ?? []))),
  };
}

function monthsOf(
  { matches, piles }: LogSource,
  readingsOf: ReadonlyMap<string, readonly Reading[]>,
): readonly MonthOfWork[] {
  const pileById = new Map(piles.map((pile) => [pile.id, pile]));
  const byMonth = groupBy(matches, ({ keptAt }) => {
    const day = new Date(keptAt);
    return new Date(day.getFullYear(), day.getMonth(), 1).getTime();
  });
  return [...byMonth]
    .sort(([a], [b]) => a - b)
    .map(([month, kept]) => {
      const counts = kept.flatMap(({ pileId }) => {
        const pile = pileById.get(pileId);
        return pile ? additionTurnsOf(pile).length : [];
      });
      const misses = kept.flatMap(({ pileId, target }) => {
        const first = readingsOf.get(pileId)?.[0];
        const [aim, read] = [daylight(target), first && daylight(first.color)];
        return aim && read ? [deltaE2000(aim, read)] : [];
      });
      return {
        month,
        matches: kept.length,
        additions: counts.reduce((sum, count) => sum + count, 0) / Math.max(1, counts.length),
        firstMiss: median(misses),
      };
    });
}

function paintOf(piles: readonly Pile[]): readonly PaintUse[] {
  const used = new Map<string, { usedParts: number; wastedParts: number; piles: number }>();
  const of = (tubeId: string) => {
    const entry = used.get(tubeId) ?? { usedParts: 0, wastedParts: 0, piles: 0 };
    used.set(tubeId, entry);
    return entry;
  };
  for (const pile of piles) {
    // What a sample on the side was made of is counted where it came from and where it went.
    if (pile.side) continue;
    const added = new Map<string, number>();
    for (const { tubeId, parts, fromPileId } of pile.additions) {
      added.set(tubeId, (added.get(tubeId) ?? 0) + parts);
      if (fromPileId === undefined) of(tubeId).usedParts += parts;
    }
    const lies = contentsOf(pile);
    const volume = lies.reduce((sum, { parts }) => sum + parts, 0);
    const lost =
      pile.state === "set-aside" && volume > 0 ? 1 - Math.min(1, (pile.leftParts ?? 0) / volume) : 0;
    for (const { tubeId, parts } of lies) {
      const entry = of(tubeId);
      entry.wastedParts += (added.get(tubeId) ?? parts) - parts + lost * parts;
      entry.piles++;
    }
  }
  return [...used].map(([tubeId, entry]) => ({ tubeId, ...entry })).sort((a, b) => b.usedParts - a.usedParts);
}

/** Each reading by eye for which the same state of the pile was measured too. */
function eyeTrials(
  pile: Pile,
  readings: readonly Reading[],
): readonly { readonly truth: LabD65; readonly said: LabD65 }[] {
  const own = readings.filter(({ derivedFrom }) => derivedFrom === undefined);
  const measured = own.filter(({ color }) => color.source === "measured");
  if (measured.length === 0) return [];
  return own
    .filter(({ color }) => color.source === "by-eye")
    .flatMap((eye) => {
      const instrument = measured.find(
        ({ film, turn }) =>
          film === eye.film && lastMixedTurnOf(pile, turn) === lastMixedTurnOf(pile, eye.turn),
      );
      return instrument ? trialOf(instrument.color, eye.color) : [];
    });
}

/** A trial, unless one of the two was read under another light. */
function trialOf(
  aimedAt: StoredColor,
  cameOut: StoredColor,
): readonly { readonly truth: LabD65; readonly said: LabD65 }[] {
  const [truth, said] = [daylight(aimedAt), daylight(cameOut)];
  return truth && said ? [{ truth, said }] : [];
}

function daylight({ light, lab }: StoredColor): LabD65 | undefined {
  return light === "D65" ? labD65(...lab) : undefined;
}

function groupBy<T, K>(rows: readonly T[], keyOf: (row: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const row of rows) {
    const group = groups.get(keyOf(row));
    if (group) group.push(row);
    else groups.set(keyOf(row), [row]);
  }
  return groups;
}

function median(values: readonly number[]): number | undefined {
  const sorted = [...values].sort((a, b) => a - b);
  const high = sorted[Math.floor(sorted.length / 2)];
  const low = sorted[Math.floor((sorted.length - 1) / 2)];
  return high === undefined || low === undefined ? undefined : (low + high) / 2;
}
