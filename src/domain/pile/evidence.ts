/** From the record of piles and readings to what the tubes can be learned from. */
import type { LabD65 } from "../../core/color/types";
import type { PileEvidence } from "../../core/tube/learnBox";
import type { TubeReading } from "../../core/tube/calibrateTube";
import { GRID_10NM } from "../../core/spectrum/types";
import { contentsOf } from "./contents";
import type { Calibration, Tube } from "../tube/tube";
import type { Pile } from "./pile";
import type { Reading } from "../reading/reading";
import { labFromStored } from "../reading/storedColor";
import { genericOpticsOf, opticsOfTube } from "../tube/optics";

/** A box is learned from its newest piles; older paint was bought before the tubes that are open now. */
export const MOST_PILES = 120;

type Laid = readonly { readonly tubeId: string; readonly parts: number }[];

export type RecordedPile = {
  readonly pileId: string;
  readonly takenAt: number;
  readonly tubeIds: readonly string[];
  readonly evidence: PileEvidence;
};

export type PileRecord = {
  /** Tubes that the piles hold, in the order of the evidence's indices. */
  readonly tubes: readonly Tube[];
  readonly piles: readonly RecordedPile[];
  /** Readings that teach nothing of the tubes, and why. */
  readonly leftOut: { readonly unknownTube: number; readonly older: number };
};

const SEEN: readonly Reading["color"]["source"][] = ["measured", "by-eye", "picture", "typed", "file"];
const LEAST_UNCERTAINTY = 0.3;

/**
 * The last reading of each state of each pile, with what lay in the pile then. Predictions are of dry paint, so
 * a wet reading counts as what it is expected to dry to, and a dry one as it is.
 *
 * @param toDry - for what lay there: the colour that a wet one dries to.
 */
export function pileRecord(
  piles: readonly Pile[],
  readings: readonly Reading[],
  tubeById: ReadonlyMap<string, Tube>,
  toDry: (wet: LabD65, laid: Laid) => LabD65,
): PileRecord {
  const pileById = new Map(piles.map((pile) => [pile.id, pile]));
  let unknownTube = 0;
  const latest = new Map<string, { readonly reading: Reading; readonly laid: Laid }>();
  for (const reading of [...readings].sort((a, b) => a.takenAt - b.takenAt)) {
    const pile = pileById.get(reading.pileId);
    if (!pile || !SEEN.includes(reading.color.source)) continue;
    const laid = contentsOf(pile, reading.takenAt);
    if (laid.length === 0) continue;
    if (laid.some(({ tubeId }) => !isKnown(tubeById.get(tubeId)))) {
      unknownTube++;
      continue;
    }
    const done = [
      ...pile.additions.map(({ addedAt }) => addedAt),
      ...(pile.scrapes ?? []).map(({ at }) => at),
    ];
    const state = done.filter((time) => time <= reading.takenAt).length;
    latest.set(`${pile.id} ${state}`, { reading, laid });
  }
  const all = [...latest.values()].sort((a, b) => b.reading.takenAt - a.reading.takenAt);
  const used = all.slice(0, MOST_PILES);
  const tubeIds = [...new Set(used.flatMap(({ laid }) => laid.map((part) => part.tubeId)))];
  return {
    tubes: tubeIds.flatMap((id) => tubeById.get(id) ?? []),
    piles: used.map(({ reading, laid }) => ({
      pileId: reading.pileId,
      takenAt: reading.takenAt,
      tubeIds: laid.map((part) => part.tubeId),
      evidence: {
        parts: laid.map(({ tubeId, parts }) => ({ tube: tubeIds.indexOf(tubeId), volume: parts })),
        lab: reading.film === "dry" ? seenOf(reading) : toDry(seenOf(reading), laid),
        uncertaintyDeltaE2000: Math.max(LEAST_UNCERTAINTY, reading.color.uncertaintyDeltaE2000),
      },
    })),
    leftOut: { unknownTube, older: all.length - used.length },
  };
}

function seenOf(reading: Reading): LabD65 {
  return labFromStored(reading.color);
}

function isKnown(tube: Tube | undefined): boolean {
  return tube !== undefined && opticsOfTube(tube) !== undefined && genericOpticsOf(tube) !== undefined;
}

/** A kept reading as the engine takes it. */
export function tubeReadingOf(stored: Calibration["readings"][number]): TubeReading {
  const { whiteParts, color, spectrum } = stored;
  return {
    whiteParts,
    lab: labFromStored(color),
    uncertaintyDeltaE2000: Math.max(LEAST_UNCERTAINTY, color.uncertaintyDeltaE2000),
    ...(spectrum && {
      spectrum: {
        reflectance: { grid: GRID_10NM, values: spectrum.reflectance },
        uncertainty: spectrum.uncertainty,
      },
    }),
  };
}
