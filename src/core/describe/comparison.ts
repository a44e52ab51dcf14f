/**
 * How a sample differs from a reference where neither is to be like the other: the words of a miss without its
 * judgement. "half a step too light" becomes "half a step lighter", "a little too yellow" "a little more yellow".
 */
import type { LabD65 } from "../color/types";
import { type AxisTolerance, differenceWords, missWords } from "./difference";
import type { ValueScale } from "./valueScale";

/** One entry for each of value, chroma and hue that is beyond tolerance. */
export function comparisonWords(
  reference: LabD65,
  sample: LabD65,
  tolerance: AxisTolerance,
  scale: ValueScale,
): readonly string[] {
  return missWords(differenceWords(reference, sample, tolerance, scale)).map((words) =>
    words.replace(/too (light|dark|bright|dull)$/, "$1er").replace(/too (?=\S+$)/, "more "),
  );
}
