/** Whether the same parts would look the same today: tubes are tested again, changed, or taken away. */
import { deltaE2000 } from "../../core/color/ciede2000";
import { type LabD65, labD65 } from "../../core/color/types";
import { comparisonWords } from "../../core/describe/comparison";
import { WORKING_TOLERANCE } from "../../core/describe/difference";
import type { ValueScale } from "../../core/describe/valueScale";
import type { Dose } from "../pile/pile";
import type { LogRow } from "../log/logRow";
import type { Tube } from "../tube/tube";
import { isWater } from "../tube/water";
import { labOfAdditions } from "../mixture/color";

export type Since =
  | { readonly kind: "same" }
  | {
      readonly kind: "changed";
      readonly deltaE2000: number;
      readonly words: string;
      readonly tubes: readonly string[];
    }
  /** A tube is not known any more, so nothing can be said. */
  | { readonly kind: "unknown" };

/** Smaller changes of a prediction are rounding. */
const CHANGED_BY = 0.1;

/**
 * @param match - what went in, when it was kept and what the box predicted then. Matches kept before predictions
 * were stored are held against the tests that their tubes had by that time.
 */
export function sinceKept(
  { doses, at, predicted }: Pick<LogRow, "at" | "predicted"> & { readonly doses: readonly Dose[] },
  tubeById: ReadonlyMap<string, Tube>,
  scale: ValueScale,
): Since {
  if (doses.length === 0) return { kind: "unknown" };
  const now = labOfAdditions(doses, tubeById);
  const then = predicted ? labD65(...predicted) : labOfAdditions(doses, asOf(at, tubeById));
  if (!now || !then) return { kind: "unknown" };
  const by = deltaE2000(then, now);
  if (by < CHANGED_BY) return { kind: "same" };
  const words = comparisonWords(then, now, WORKING_TOLERANCE, scale).join(", ");
  return { kind: "changed", deltaE2000: by, words, tubes: changedTubes(doses, at, tubeById) };
}

/** The tubes as they were believed to be at a time. */
function asOf(at: number, tubeById: ReadonlyMap<string, Tube>): ReadonlyMap<string, Tube> {
  return new Map(
    [...tubeById].map(([id, tube]) => {
      const calibrations = tube.optics.calibrations.filter((calibration) => calibration.at <= at);
      return [
        id,
        calibrations.length === tube.optics.calibrations.length
          ? tube
          : { ...tube, optics: { ...tube.optics, calibrations } },
      ];
    }),
  );
}

function changedTubes(
  doses: readonly Dose[],
  at: number,
  tubeById: ReadonlyMap<string, Tube>,
): readonly string[] {
  return doses.flatMap((dose) => {
    const tube = tubeById.get(dose.tubeId);
    const isTested = tube?.optics.calibrations.some((calibration) => calibration.at > at);
    return tube && !isWater(dose) && isTested ? [tube.label] : [];
  });
}

export function labOf(color: LogRow["color"]): LabD65 | undefined {
  return color && labD65(...color);
}
