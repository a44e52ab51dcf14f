/** A tube as learning takes it: what it was before any reading, what it is believed to be, and its tests. */
import type { LearningTube } from "../../core/learning/learnBox";
import { tubeReadingOf } from "./calibrationReadings";
import { genericOpticsOf, opticsOfTube } from "./optics";
import type { Tube } from "./tube";

/** Undefined where no model stands behind the tube. */
export function learningTubeOf(tube: Tube): LearningTube | undefined {
  const generic = genericOpticsOf(tube);
  const believed = opticsOfTube(tube);
  return generic && believed
    ? { generic, believed, readings: (tube.optics.calibrations.at(-1)?.readings ?? []).map(tubeReadingOf) }
    : undefined;
}
