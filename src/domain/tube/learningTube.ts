/** A tube as learning takes it: what it was before any reading, what it is believed to be, and its tests. */
import type { LearningTube } from "../../core/learning/learnBox";
import { SURFACE_OF_SHINE } from "../../data/surface";
import type { Settings } from "../settings/settings";
import { tubeReadingOf } from "./calibrationReadings";
import { genericOpticsOf, opticsOfTube } from "./optics";
import type { Tube } from "./tube";

/** Undefined where no model stands behind the tube. @param shines - how dry paint shines, as the painter said. */
export function learningTubeOf(tube: Tube, shines?: Settings["paintSurfaces"]): LearningTube | undefined {
  const generic = genericOpticsOf(tube);
  const believed = opticsOfTube(tube);
  const shine = shines?.[tube.medium];
  return generic && believed
    ? {
        generic,
        believed,
        readings: (tube.optics.calibrations.at(-1)?.readings ?? []).map(tubeReadingOf),
        medium: tube.medium,
        ...(shine && { surface: SURFACE_OF_SHINE[shine] }),
      }
    : undefined;
}
