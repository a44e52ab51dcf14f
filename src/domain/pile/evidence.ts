/**
 * What the readings of piles say of their tubes: one answer for the bench, the tube page and the log.
 *
 * Each state of a pile (what lay in it between two additions) counts once: scraping leaves the same paint. Looks at
 * it that agree are one surer look; one that is far off from the newest was a slip, and the newest corrects it. A
 * derived reading repeats another and counts only where that one is not at hand. A pile that was left streaky has no single colour and teaches nothing.
 */
import { deltaE2000 } from "../../core/color/ciede2000";
import { type LabD65, labD65 } from "../../core/color/types";
import type { PileEvidence } from "../../core/learning/learnBox";
import type { ScrapEvidence } from "../layers/scrapEvidence";
import type { Reading } from "../reading/reading";
import { COLOR_AXES, type ColorAxis, labFromStored, type StoredColor } from "../reading/storedColor";
import { evidenceUncertainty, LEAST_UNCERTAINTY, MOST_LOOKS } from "../reading/uncertainty";
import { genericOpticsOf, opticsOfTube } from "../tube/optics";
import type { Tube } from "../tube/tube";
import { doseErrorOf, type OwnHand } from "../hand/ownHand";
import { contentsOf, keptOf, lastMixedTurnOf, volumeOf } from "./contents";
import type { Addition, Dose, Pile } from "./pile";

/** What was seen of a state of a pile. */
export type SeenState = {
  readonly pileId: string;
  readonly takenAt: number;
  /** What lay in the pile then. */
  readonly laid: readonly Dose[];
  /** One standard deviation of each, as a share of it; undefined where nothing is known of the hand, and nothing was scraped back. */
  readonly doseErrors?: readonly number[];
  /** Of the dry paint. */
  readonly lab: LabD65;
  readonly uncertaintyDeltaE2000: number;
  /** Of value, chroma and hue each, where an eye was silent on one. */
  readonly axisUncertainties?: readonly [number, number, number];
  /** Against the record, as the painter was asked. */
  readonly isStoodBy?: boolean;
};

const SEEN: readonly Reading["color"]["source"][] = ["measured", "by-eye", "picture", "typed", "file"];

/**
 * The states of piles that were seen, in no order.
 *
 * @param toDry - for what lay there: the colour that a wet one dries to. Predictions are of dry paint.
 */
export function seenStates(
  piles: readonly Pile[],
  readings: readonly Reading[],
  toDry: (wet: LabD65, laid: readonly Dose[]) => LabD65,
  ownHand?: OwnHand,
): readonly SeenState[] {
  const pileById = new Map(piles.map((pile) => [pile.id, pile]));
  const own = readings.filter(({ pileId, color }) => pileById.has(pileId) && SEEN.includes(color.source));
  const ids = new Set(own.map(({ id }) => id));
  const looks = new Map<string, { readonly pile: Pile; readonly readings: Reading[] }>();
  for (const reading of own) {
    const pile = pileById.get(reading.pileId);
    if (!pile || pile.isStreaky) continue;
    if (reading.derivedFrom !== undefined && ids.has(reading.derivedFrom)) continue;
    const key = `${pile.id} ${lastMixedTurnOf(pile, reading.turn)}`;
    const known = looks.get(key) ?? { pile, readings: [] };
    known.readings.push(reading);
    looks.set(key, known);
  }
  return [...looks.values()].flatMap(({ pile, readings: seen }) => {
    const [newest] = seen.sort((one, other) => other.turn - one.turn);
    const laid = newest ? contentsOf(pile, newest.turn) : [];
    if (!newest || laid.length === 0) return [];
    const look = (reading: Reading): Look => {
      const lab = labFromStored(reading.color);
      return {
        lab: reading.film === "dry" ? lab : toDry(lab, laid),
        uncertaintyDeltaE2000: evidenceUncertainty(reading.color),
        ...(reading.isStoodBy === true && { isStoodBy: true }),
      };
    };
    const doseErrors = doseErrorsOf(pile, newest.turn, laid, ownHand);
    const state = { pileId: pile.id, takenAt: newest.takenAt, laid, ...(doseErrors && { doseErrors }) };
    const isWhole = ({ color }: Reading): boolean => color.silent === undefined && color.faint === undefined;
    const [whole, ...others] = seen.filter(isWhole);
    // An eye that spoke of one axis alone is a witness of that axis, until it speaks of it again.
    const ofAxes = seen
      .filter((reading) => !isWhole(reading) && reading.turn > (whole?.turn ?? 0))
      .filter((reading, i, partial) => !partial.slice(0, i).some((newer) => coversAxesOf(newer, reading)))
      .map((reading) => ({ ...state, ...look(reading), axisUncertainties: uncertaintiesOf(reading.color) }));
    if (!whole) return ofAxes;
    // What was seen dry is not a guess at how wet paint will dry.
    const alike = others.filter(({ film }) => film === whole.film);
    return [{ ...state, ...togetherOf(look(whole), alike.map(look)) }, ...ofAxes];
  });
}

/** Of what was not said next to nothing is known: it must not hold the pile to its prediction. */
const SILENT_UNCERTAINTY = 30;

function uncertaintiesOf(color: StoredColor): readonly [number, number, number] {
  const of = (axis: ColorAxis): number =>
    color.silent?.includes(axis) === true
      ? SILENT_UNCERTAINTY
      : evidenceUncertainty(color) * (color.faint?.includes(axis) === true ? 2 : 1);
  return [of("value"), of("chroma"), of("hue")];
}

function coversAxesOf(newer: Reading, older: Reading): boolean {
  return COLOR_AXES.every(
    (axis) => older.color.silent?.includes(axis) === true || newer.color.silent?.includes(axis) !== true,
  );
}

/** Relative error of the share that a knife leaves when a pile is scraped back by eye. */
const SCRAPING_ERROR = 0.15;

/**
 * Of all doses of a tube together, as shares of what lies there. What was laid after the pile was scraped back is as unsure as
 * the share that stayed: of the paint that stayed, the mixture is known as before. Undefined where nothing is known.
 */
function doseErrorsOf(
  pile: Pile,
  untilTurn: number,
  laid: readonly Dose[],
  ownHand: OwnHand | undefined,
): number[] | undefined {
  const additions = pile.additions.filter(({ turn }) => turn <= untilTurn);
  const first = Math.min(...additions.map(({ turn }) => turn));
  const scraped = (pile.scrapes ?? []).filter(
    ({ turn, intoPileId }) => intoPileId === undefined && turn > first,
  );
  const scrapedBefore = (dose: Addition): number => scraped.filter(({ turn }) => turn < dose.turn).length;
  if (!ownHand && !additions.some((dose) => scrapedBefore(dose) > 0)) return undefined;
  const errorOf = (dose: Addition): number =>
    Math.hypot(
      ownHand ? doseErrorOf(dose, ownHand.scatter) : 0,
      SCRAPING_ERROR * Math.sqrt(scrapedBefore(dose)),
    );
  return laid.map(({ tubeId }) => {
    const doses = additions
      .filter((dose) => dose.tubeId === tubeId)
      .map((dose) => ({ dose, parts: dose.parts * keptOf(pile, dose.turn, untilTurn) }));
    return Math.hypot(...doses.map(({ dose, parts }) => parts * errorOf(dose))) / volumeOf(doses);
  });
}

type Look = Pick<SeenState, "lab" | "uncertaintyDeltaE2000" | "isStoodBy">;

/** A look this many standard deviations away from the newest was a slip, which the newest corrects. */
const SLIP = 2.5;

/** Looks at the same paint that agree with the newest, as one: their mean, surer than each. */
function togetherOf(newest: Look, earlier: readonly Look[]): Look {
  const agreeing = earlier.filter(
    ({ lab, uncertaintyDeltaE2000: sigma }) =>
      deltaE2000(newest.lab, lab) <= SLIP * Math.hypot(sigma, newest.uncertaintyDeltaE2000),
  );
  const all = [newest, ...agreeing].slice(0, MOST_LOOKS);
  const weights = all.map(({ uncertaintyDeltaE2000: sigma }) => 1 / (sigma * sigma));
  const whole = weights.reduce((sum, weight) => sum + weight, 0);
  const mean = (axis: 0 | 1 | 2): number =>
    all.reduce((sum, { lab }, i) => sum + lab[axis] * (weights[i] ?? 0), 0) / whole;
  return {
    lab: labD65(mean(0), mean(1), mean(2)),
    uncertaintyDeltaE2000: Math.max(LEAST_UNCERTAINTY, 1 / Math.sqrt(whole)),
    ...(newest.isStoodBy === true && { isStoodBy: true }),
  };
}

/** A box is learned from its newest states; older paint was bought before the tubes that are open now. */
export const MOST_PILES = 120;

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
  /** States that teach nothing of the tubes, and why. */
  readonly leftOut: { readonly unknownTube: number; readonly older: number };
};

/** All that recorded piles say of the box, newest first. */
export function pileRecord(
  piles: readonly Pile[],
  readings: readonly Reading[],
  tubeById: ReadonlyMap<string, Tube>,
  toDry: (wet: LabD65, laid: readonly Dose[]) => LabD65,
  ownHand?: OwnHand,
): PileRecord {
  const states = seenStates(piles, readings, toDry, ownHand);
  const known = states.filter(({ laid }) => laid.every(({ tubeId }) => isKnown(tubeById.get(tubeId))));
  const all = [...known].sort((a, b) => b.takenAt - a.takenAt);
  const used = all.slice(0, MOST_PILES);
  const tubeIds = [...new Set(used.flatMap(({ laid }) => laid.map((part) => part.tubeId)))];
  return {
    tubes: tubeIds.flatMap((id) => tubeById.get(id) ?? []),
    piles: used.map(
      ({ pileId, takenAt, laid, lab, uncertaintyDeltaE2000, axisUncertainties, doseErrors }) => ({
        pileId,
        takenAt,
        tubeIds: laid.map((part) => part.tubeId),
        evidence: {
          parts: laid.map(({ tubeId, parts }) => ({ tube: tubeIds.indexOf(tubeId), volume: parts })),
          lab,
          uncertaintyDeltaE2000,
          ...(axisUncertainties && { axisUncertainties }),
          ...(doseErrors && { doseErrors }),
        },
      }),
    ),
    leftOut: { unknownTube: states.length - known.length, older: all.length - used.length },
  };
}

/** The same with what scraps of paint say beside the piles; a scrap's place is its id. */
export function withScraps(
  record: PileRecord,
  scraps: readonly ScrapEvidence[],
  tubeById: ReadonlyMap<string, Tube>,
): PileRecord {
  const tubeIds = [
    ...new Set([...record.tubes.map(({ id }) => id), ...scraps.flatMap((scrap) => scrap.tubeIds)]),
  ];
  const photos = [...new Set(scraps.flatMap(({ photoId }) => photoId ?? []))];
  return {
    ...record,
    tubes: tubeIds.flatMap((id) => tubeById.get(id) ?? []),
    piles: [
      ...record.piles,
      ...scraps.map(({ scrapId, photoId, readAt, tubeIds: own, evidence }) => ({
        pileId: scrapId,
        takenAt: readAt,
        tubeIds: own,
        evidence: {
          ...evidence,
          ...(photoId !== undefined && { photo: photos.indexOf(photoId) }),
          parts: evidence.parts.map(({ tube, volume }) => ({
            tube: tubeIds.indexOf(own[tube] ?? ""),
            volume,
          })),
        },
      })),
    ],
  };
}

function isKnown(tube: Tube | undefined): boolean {
  return tube !== undefined && opticsOfTube(tube) !== undefined && genericOpticsOf(tube) !== undefined;
}

/** The newest reading that still speaks of the pile as it lies now: of the same paint, more or less of it. */
export function currentReading(pile: Pile | undefined, readings: readonly Reading[]): Reading | undefined {
  if (!pile) return undefined;
  const since = lastMixedTurnOf(pile);
  return readings
    .filter((reading) => reading.pileId === pile.id && reading.turn >= since)
    .reduce<Reading | undefined>(
      (latest, reading) => (latest && latest.turn > reading.turn ? latest : reading),
      undefined,
    );
}
