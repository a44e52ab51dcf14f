"use client";

/** How far the notes are missed with more and more tubes. */
import { useMemo } from "react";
import type { PaletteChoice } from "../../core/palette/choosePalette";
import type { ChartAxis, ChartLine } from "../../kit/chart/LineChart";
import { later } from "../../ui/later";

const LineChart = later(
  async () => (await import("../../kit/chart/LineChart")).LineChart,
  <p className="h-56 text-muted">Drawing the chart</p>,
);

const AXES: readonly ChartAxis[] = [{ name: "ΔE, mean solid, worst note dashed", min: 0 }];

export function MissCurve({ choice }: { choice: PaletteChoice }) {
  const { x, lines } = useMemo(() => {
    const best = choice.sizes.flatMap(({ size, palettes }) =>
      palettes[0] ? [{ size, ...palettes[0] }] : [],
    );
    const sizes = best.map(({ size }) => size);
    return {
      x: { name: "tubes", min: Math.min(...sizes), max: Math.max(...sizes), isWhole: true },
      lines: [
        {
          points: best.map(({ size, meanMiss }) => [size, Number(meanMiss.toFixed(2))] as const),
          axis: 0,
          dash: "solid",
          symbol: "circle",
        },
        {
          points: best.map(({ size, worstMiss }) => [size, Number(worstMiss.toFixed(2))] as const),
          axis: 0,
          dash: "dashed",
          symbol: "rect",
        },
      ] satisfies ChartLine[],
    };
  }, [choice]);
  if (choice.sizes.length < 2) return null;
  return (
    <LineChart
      label="Mean and worst miss against the number of tubes; the list below says the same in numbers"
      x={x}
      axes={AXES}
      lines={lines}
      className="h-56 w-full"
    />
  );
}
