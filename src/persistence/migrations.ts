/** From each older shape on disk to the next. A row that is not what it should be is left for the reader to report. */
import { PIGMENT_MODELS } from "../data/pigments.generated";
import { traitsOfModel } from "./newTube";

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
