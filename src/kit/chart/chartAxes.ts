import type { ValueScale } from "../../core/describe/valueScale";
import type { ChartAxis } from "./LineChart";

/** Chroma at the left, solid; value on the painter's own scale at the right, dashed. */
export function chromaAndValueAxes(scale: ValueScale): readonly ChartAxis[] {
  return [
    { name: "chroma, solid", min: 0 },
    {
      name: "value, dashed",
      min: Math.min(scale.atBlack, scale.atWhite),
      max: Math.max(scale.atBlack, scale.atWhite),
      isInverse: scale.atBlack > scale.atWhite,
    },
  ];
}
