/** From a picked spot to what is stored of it. */
import type { Nudge } from "../../core/aim/nudge";
import type { LabD65 } from "../../core/color/types";
import type { Note } from "../../domain/note/note";
import type { Picture } from "../../domain/painting/painting";
import type { StoredColor } from "../../domain/reading/storedColor";
import { photoUncertainty } from "../../domain/reading/uncertainty";
import { storedFromLab } from "../../domain/reading/storedColor";
import type { Picked } from "./usePick";

export function placeRow(
  pictureId: string,
  light: Picture["light"],
  { circles, middle, light: lit, dark, neighbours }: Picked,
  nudges: readonly Nudge[],
): NonNullable<Note["place"]> {
  const stored = (lab: LabD65): StoredColor => storedFromLab(lab, "picture", photoUncertainty(light));
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
