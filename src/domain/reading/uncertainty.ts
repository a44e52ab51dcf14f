/** How sure each kind of reading is of the colour itself: one standard deviation, ΔE00. */

/** Said or shown on the rails, beside the target: of an eye that misjudges a difference by a third of itself. */
export const EYE_UNCERTAINTY = 1.4;
/** So many looks at the same paint count as looks of their own; more of them err together. */
export const MOST_LOOKS = 4;
/** Figures copied from an instrument or a chart. */
export const TYPED_UNCERTAINTY = 1;
/** A prediction from generic models, until tubes are calibrated. */
export const GENERIC_UNCERTAINTY = 4;
/** Nothing that was seen counts as surer than this: an eye that said "just the same" is still only an eye. */
export const LEAST_UNCERTAINTY = 0.3;

/**
 * How far a colour from a photo may be off: without a card exposure and cast are not known; with one the camera's
 * channels still are not an observer's.
 */
const UNCORRECTED_PHOTO = 5;
const PHOTO_BY_CARD = 3;
const PHOTO_WITH_SLOPE = 2;

/** Of a colour read from a photo whose light was taken out, or was not. */
export function photoUncertainty(light: { readonly knowsSlope: boolean } | undefined): number {
  if (!light) return UNCORRECTED_PHOTO;
  return light.knowsSlope ? PHOTO_WITH_SLOPE : PHOTO_BY_CARD;
}

/** As evidence: never surer than a reading can be. */
export function evidenceUncertainty(color: { readonly uncertaintyDeltaE2000: number }): number {
  return Math.max(LEAST_UNCERTAINTY, color.uncertaintyDeltaE2000);
}

/** A camera's channels against an observer's, when something of known colour lies in the photo. */
export const FROM_PHOTO_UNCERTAINTY = PHOTO_BY_CARD;
/** A cell of a sheet among others of the same photo, whose light is wrong for all alike. */
export const SHEET_CELL_UNCERTAINTY = 1.6;
/** What instruments that write files of readings promise. */
export const FILE_UNCERTAINTY = 0.5;
/** Of each band of an instrument's spectrum, in reflectance. */
export const BAND_UNCERTAINTY = 0.004;
