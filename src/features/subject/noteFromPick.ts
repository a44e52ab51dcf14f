/** From a picked spot to what is stored of it. */
import type { Nudge } from "../../core/aim/nudge";
import type { LabD65 } from "../../core/color/types";
import type { Note } from "../../domain/note/note";
import type { Picture } from "../../domain/painting/painting";
import type { StoredColor } from "../../domain/reading/storedColor";
import { storedFromLab } from "../../domain/reading/storedColor";
import type { Picked } from "./usePick";

/**
 * How far a colour from a photo may be off, ΔE00: without a card exposure and cast are not known; with one the
 * camera's channels still are not an observer's.
 */
const UNCORRECTED = 5;
const BY_CARD = 3;
const WITH_SLOPE = 2;

export function uncertaintyOf(light: Picture["light"]): number {
  if (!light) return UNCORRECTED;
  return light.knowsSlope ? WITH_SLOPE : BY_CARD;
}

export function placeRow(
  pictureId: string,
  light: Picture["light"],
  { circles, middle, light: lit, dark, neighbours }: Picked,
  nudges: readonly Nudge[],
): NonNullable<Note["place"]> {
  const stored = (lab: LabD65): StoredColor => storedFromLab(lab, "picture", uncertaintyOf(light));
  return {
    ...circles.middle,
    pictureId,
    isCorrected: light !== undefined,
    pixelCount: middle.pixelCount,
    spreadDeltaE2000: middle.spreadDeltaE2000,
    light: stored(lit?.lab ?? middle.light),
    dark: stored(dark?.lab ?? middle.dark),
    ...(circles.light && { lightAt: circles.light }),
    ...(circles.dark && { darkAt: circles.dark }),
    neighbours: neighbours.map(({ side, lab }) => ({ side, color: stored(lab) })),
    nudges: [...nudges],
  };
}
