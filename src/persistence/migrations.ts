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
 * @param rawPaintings - as they stand in the archive, since one step needs to know a painting's picture.
 */
export function createArchiveUpgrade(
  rawPaintings: readonly unknown[],
  fromVersion: number,
): (table: string, row: unknown) => unknown {
  const pictureOf = new Map<unknown, unknown>();
  for (const painting of rawPaintings) {
    if (isRecord(painting)) pictureOf.set(painting.id, painting.pictureId);
  }
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
