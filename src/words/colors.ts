/** Colours in the painter's words and on their scale. */
import type { LabD65 } from "../core/color/types";
import { type ColorDescription, type DescribeStyle, describeColor } from "../core/describe/describe";
import type { Settings } from "../domain/settings/settings";

export function styleOf(settings: Settings): DescribeStyle {
  return { scale: settings.scale, vocabulary: settings.chromaWords };
}

export function describeLab(lab: LabD65, settings: Settings): ColorDescription {
  return describeColor(lab, styleOf(settings));
}

export function deltaEText(value: number): string {
  return `ΔE ${value.toFixed(1)}`;
}

/** What a difference of colour is to the eye. */
const SEEN: readonly (readonly [below: number, words: string])[] = [
  [1, "no difference to be seen"],
  [2.5, "a difference you would just see side by side"],
  [5, "a clear difference side by side"],
  [10, "a difference seen at a glance"],
  [Number.POSITIVE_INFINITY, "quite another colour"],
];

/** @param value - CIEDE2000. */
export function seenWords(value: number): string {
  return SEEN.find(([below]) => value < below)?.[1] ?? "not known";
}
