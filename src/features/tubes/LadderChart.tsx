"use client";

/** Value and chroma of a tube as white goes in. */
import { useMemo } from "react";
import { lchFromLab } from "../../core/color/cieLab";
import { type ValueScale, valueFromLightness } from "../../core/describe/valueScale";
import type { OpticalModel } from "../../core/spectrum/types";
import { lightenedLadder } from "../../domain/tube/smear";
import type { TubeMedium } from "../../domain/tube/tube";
import { chromaAndValueAxes } from "../../kit/chart/chartAxes";
import { type ChartAxis, type ChartLine, LineChart } from "../../kit/chart/LineChart";

/** Parts of white to one of the tube, as doublings: equal steps for the eye. */
const DOUBLINGS = Array.from({ length: 15 }, (_, i) => i / 2);
const xOf = (lightener: string): ChartAxis => ({
  name: `parts of ${lightener}, as doublings: 1, 3, 7, 15, 31 …`,
  min: 0,
  max: 7,
});
const X = { white: xOf("white"), water: xOf("water") };

export function LadderChart({
  optics,
  medium,
  scale,
}: {
  optics: OpticalModel;
  medium: TubeMedium;
  scale: ValueScale;
}) {
  const { axes, lines } = useMemo(() => {
    const steps = lightenedLadder(
      optics,
      medium,
      DOUBLINGS.map((doublings) => 2 ** doublings - 1),
    );
    const lineOf = (valueOf: (step: (typeof steps)[number]) => number): ChartLine["points"] =>
      steps.map((step, i) => [DOUBLINGS[i] ?? Number.NaN, valueOf(step)]);
    return {
      axes: chromaAndValueAxes(scale),
      lines: [
        {
          points: lineOf((step) => Math.round(lchFromLab(step.lab)[1] * 10) / 10),
          axis: 0,
          dash: "solid",
          symbol: "circle",
        },
        {
          points: lineOf((step) => Math.round(valueFromLightness(step.lab[0], scale) * 100) / 100),
          axis: 1,
          dash: "dashed",
          symbol: "rect",
        },
      ] satisfies ChartLine[],
    };
  }, [optics, medium, scale]);
  return (
    <LineChart
      label="Chroma and value as the tube is lightened; the steps above say the same in numbers"
      x={medium === "watercolour" ? X.water : X.white}
      axes={axes}
      lines={lines}
    />
  );
}
