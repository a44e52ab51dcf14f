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
