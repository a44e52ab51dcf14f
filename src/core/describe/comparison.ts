/**
 * How a sample differs from a reference where neither is to be like the other: the words of a miss without its
 * judgement. "half a step too light" becomes "half a step lighter", "a little too yellow" "a little more yellow".
 */
import type { LabD65 } from "../color/types";
import { type AxisMiss, type AxisTolerance, differenceWords } from "./difference";
import type { ValueScale } from "./valueScale";

/** One entry for each of value, chroma and hue that is beyond tolerance. */
export function comparisonWords(
  reference: LabD65,
  sample: LabD65,
  tolerance: AxisTolerance,
  scale: ValueScale,
): readonly string[] {
  return differenceWords(reference, sample, tolerance, scale).misses.map(moreText);
}

function moreText({ axis, amount, direction }: AxisMiss): string {
  return axis === "hue" ? `${amount} more ${direction}` : `${amount} ${direction}er`;
}
