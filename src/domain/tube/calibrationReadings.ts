/** Kept readings of a tube as the engine takes them. */
import { GRID_10NM } from "../../core/spectrum/types";
import type { TubeReading } from "../../core/learning/calibrateTube";
import { labFromStored } from "../reading/storedColor";
import { evidenceUncertainty } from "../reading/uncertainty";
import type { CalibrationReading } from "./tube";

export function tubeReadingOf(stored: CalibrationReading): TubeReading {
  const { whiteParts, color, spectrum } = stored;
  return {
    whiteParts,
    lab: labFromStored(color),
    uncertaintyDeltaE2000: evidenceUncertainty(color),
    ...(spectrum && {
      spectrum: {
        reflectance: { grid: GRID_10NM, values: spectrum.reflectance },
        uncertainty: spectrum.uncertainty,
      },
    }),
  };
}
