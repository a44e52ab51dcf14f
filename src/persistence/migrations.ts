/** From each older shape on disk to the next. A row that is not what it should be is left for the reader to report. */
import { PIGMENT_MODELS } from "../data/pigments.generated";
import { traitsOfModel } from "../domain/tube/newTube";

/** Version 1 knew a tube's label, pigments, medium, grade and one generic model, whose properties it now takes. */
export function upgradeTubeFrom1(row: Record<string, unknown>): void {
  const { optics } = row;
  const modelId =
    typeof optics === "object" && optics !== null && "modelId" in optics ? optics.modelId : undefined;
  if (typeof modelId !== "string") return;
  const model = PIGMENT_MODELS.find((candidate) => candidate.id === modelId);
  Object.assign(row, {
    ...(model ? traitsOfModel(model) : { opacity: "unknown", lightfastness: "unknown", hazard: "unknown" }),
    safetySheet: "",
    batch: "",
    remark: "",
    optics: { modelIds: [modelId], isLookAlike: false, calibrations: [] },
  });
}

/** Version 2 knew tube tests only; what is learned from piles came with version 3. */
export function upgradeTubeFrom2(row: Record<string, unknown>): void {
  const { optics } = row;
  if (typeof optics !== "object" || optics === null || !("calibrations" in optics)) return;
  if (!Array.isArray(optics.calibrations)) return;
  for (const calibration of optics.calibrations as unknown[]) {
    if (typeof calibration === "object" && calibration !== null) Object.assign(calibration, { piles: [] });
  }
}

/** A palette of version 2 had no remark. */
export function upgradePaletteFrom2(row: Record<string, unknown>): void {
  Object.assign(row, { remark: "" });
}

/** A place of version 3 did not say in which picture it lies; a painting had one at a time. */
export function upgradeNoteFrom3(
  row: Record<string, unknown>,
  pictureOfPainting: ReadonlyMap<unknown, unknown>,
): void {
  const { place } = row;
  if (typeof place !== "object" || place === null) return;
  const pictureId = pictureOfPainting.get(row.paintingId);
  // Without its picture a place says nothing; the colour that was read there stays.
  if (typeof pictureId !== "string") delete row.place;
  else Object.assign(place, { pictureId, isCorrected: false, neighbours: [], nudges: [] });
}

/** Rows of this version and later have the shape they have now; later versions only added to it. */
const LAST_RESHAPED = 4;

/**
 * Brings rows of an archive to the newest shape by the same steps that the store itself went through.
 *
 * @param pictureOf - the picture of each painting, which a step before version 4 needs to know.
 */
export function createArchiveUpgrade(
  pictureOf: ReadonlyMap<unknown, unknown>,
  fromVersion: number,
): (table: string, row: unknown) => unknown {
  return (table, value) => {
    if (!isRecord(value)) return value;
    if (fromVersion >= LAST_RESHAPED) return value;
    const row = structuredClone(value);
    if (fromVersion < 2 && table === "tubes") upgradeTubeFrom1(row);
    if (fromVersion < 3 && table === "tubes") upgradeTubeFrom2(row);
    if (fromVersion < 3 && table === "palettes") upgradePaletteFrom2(row);
    if (fromVersion < 4 && table === "notes") upgradeNoteFrom3(row, pictureOf);
    return row;
  };
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

/** Rows of one pile's story, before version 7 gave them turns. */
type Story = {
  readonly pile: Record<string, unknown>;
  readonly readings: readonly Record<string, unknown>[];
};

/**
 * Versions before 7 ordered a pile's story by the clock, and copied a reading when paint was scraped away or a sample
 * was poured back: now each event has its turn, and such a copy says which reading it repeats.
 *
 * @param readingsOfSamples - readings of the samples that were taken of this pile.
 * @param paintingOfNote - a pile now says itself on whose board it lies.
 */
export function upgradeStoryFrom6(
  { pile, readings }: Story,
  readingsOfSamples: readonly Record<string, unknown>[],
  paintingOfNote: ReadonlyMap<unknown, unknown>,
): void {
  const additions = recordsIn(pile.additions);
  const scrapes = recordsIn(pile.scrapes);
  const changes = [...additions.map(({ addedAt }) => addedAt), ...scrapes.map(({ at }) => at)];
  const read = readings.map(({ takenAt }) => takenAt);
  // At one time the paint changed first and was read then.
  const events = [
    ...[...new Set(changes)].map((at) => ({ at: Number(at), isReading: false })),
    ...read.map((at) => ({ at: Number(at), isReading: true })),
  ].sort((a, b) => a.at - b.at || Number(a.isReading) - Number(b.isReading));
  const turnAt = (at: unknown): number =>
    1 + events.findIndex((event) => !event.isReading && event.at === Number(at));
  for (const addition of additions) addition.turn = turnAt(addition.addedAt);
  for (const scrape of scrapes) scrape.turn = turnAt(scrape.at);
  const byTime = [...readings].sort((a, b) => Number(a.takenAt) - Number(b.takenAt));
  const turnsOfReadings = events.flatMap(({ isReading }, i) => (isReading ? [i + 1] : []));
  byTime.forEach((reading, i) => {
    reading.turn = turnsOfReadings[i];
  });
  const paintingId = paintingOfNote.get(pile.noteId);
  if (typeof paintingId === "string") pile.paintingId = paintingId;
  byTime.forEach((reading, i) => {
    const isOf = (time: unknown): boolean => time === reading.takenAt;
    const repeats = (other: Record<string, unknown>): boolean =>
      other.id !== reading.id && JSON.stringify(other.color) === JSON.stringify(reading.color);
    const source = scrapes.some(({ at }) => isOf(at))
      ? byTime.slice(0, i).reverse().find(repeats)
      : additions.some(({ addedAt }) => isOf(addedAt))
        ? readingsOfSamples.find(repeats)
        : undefined;
    if (source) reading.derivedFrom = source.derivedFrom ?? source.id;
  });
}

/** All stories of a store or an archive; rows that are not what they should be are left for the reader to report. */
export function upgradeStoriesFrom6(
  piles: readonly unknown[],
  readings: readonly unknown[],
  notes: readonly unknown[],
): void {
  const rows = piles.filter(isRecord);
  const readingsOf = new Map<unknown, Record<string, unknown>[]>();
  for (const reading of readings.filter(isRecord)) {
    const own = readingsOf.get(reading.pileId);
    if (own) own.push(reading);
    else readingsOf.set(reading.pileId, [reading]);
  }
  const samplesOf = new Map<unknown, unknown[]>();
  for (const { id, side } of rows) {
    if (!isRecord(side)) continue;
    samplesOf.set(side.of, [...(samplesOf.get(side.of) ?? []), id]);
  }
  const paintingOfNote = new Map(notes.filter(isRecord).map(({ id, paintingId }) => [id, paintingId]));
  for (const pile of rows) {
    const ofSamples = (samplesOf.get(pile.id) ?? []).flatMap((id) => readingsOf.get(id) ?? []);
    upgradeStoryFrom6({ pile, readings: readingsOf.get(pile.id) ?? [] }, ofSamples, paintingOfNote);
  }
  // A reading whose pile is gone has no story; it was the first thing that is known of it.
  const known = new Set(rows.map(({ id }) => id));
  for (const [pileId, orphans] of readingsOf) {
    if (known.has(pileId)) continue;
    orphans.forEach((reading, i) => {
      reading.turn = i + 1;
    });
  }
}

function recordsIn(value: unknown): Record<string, unknown>[] {
  return Array.isArray(value) ? value.filter(isRecord) : [];
}
