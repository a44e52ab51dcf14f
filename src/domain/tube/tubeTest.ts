/** A tube test: dabs of a tube in known parts of white, read, and the calibration that is kept of them. */
import type { TubeCalibration, TubeReading } from "../../core/learning/calibrateTube";
import { storedFromLab, type StoredColor } from "../reading/storedColor";
import type { Calibration } from "./tube";

export type DabReading = TubeReading & { readonly source: StoredColor["source"] };

/** The readings with one more, in order of white; a second reading of a dab takes the place of the first. */
export function withReading(readings: readonly DabReading[], reading: DabReading): readonly DabReading[] {
  return [...readings.filter(({ whiteParts }) => whiteParts !== reading.whiteParts), reading].sort(
    (a, b) => a.whiteParts - b.whiteParts,
  );
}

/**
 * @param readings - those the fit was made from, in its order.
 * @param at - milliseconds since 1970.
 */
export function calibrationOfTest(
  fitted: TubeCalibration,
  readings: readonly DabReading[],
  at: number,
): Calibration {
  return {
    at,
    absorption: Array.from(fitted.optics.absorption),
    scattering: Array.from(fitted.optics.scattering),
    readings: readings.map((reading, i) => ({
      whiteParts: reading.whiteParts,
      color: storedFromLab(reading.lab, reading.source, reading.uncertaintyDeltaE2000),
      ...(reading.spectrum && {
        spectrum: {
          reflectance: Array.from(reading.spectrum.reflectance.values),
          uncertainty: reading.spectrum.uncertainty,
        },
      }),
      missBefore: fitted.missBefore[i] ?? Number.NaN,
      missAfter: fitted.missAfter[i] ?? Number.NaN,
    })),
    piles: [],
    spreadBefore: fitted.spreadBefore,
    spreadAfter: fitted.spreadAfter,
  };
}
