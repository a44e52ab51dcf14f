"use client";

/** Lines drawn in the room's own greys, told apart by dash, symbol and word. Load it lazily: the library is large. */
import { LineChart as Lines, type LineSeriesOption } from "echarts/charts";
import {
  AriaComponent,
  GridComponent,
  type GridComponentOption,
  MarkLineComponent,
  type MarkLineComponentOption,
  MarkPointComponent,
  type MarkPointComponentOption,
} from "echarts/components";
import * as echarts from "echarts/core";
import { SVGRenderer } from "echarts/renderers";
import { useCallback } from "react";
import { type ChartLook, useEChart } from "./useEChart";

echarts.use([Lines, GridComponent, MarkLineComponent, MarkPointComponent, AriaComponent, SVGRenderer]);

type Option = echarts.ComposeOption<
  LineSeriesOption | GridComponentOption | MarkLineComponentOption | MarkPointComponentOption
>;

export type ChartAxis = {
  readonly name: string;
  readonly min?: number;
  readonly max?: number;
  readonly isInverse?: boolean;
  /** Only whole numbers are marked. */
  readonly isWhole?: boolean;
};

export type ChartLine = {
  readonly points: readonly (readonly [x: number, y: number])[];
  /** Index of its vertical axis. */
  readonly axis: number;
  readonly dash: "solid" | "dashed" | "dotted";
  readonly symbol: "circle" | "rect" | "triangle" | "none";
  /** Words at places along the horizontal axis. */
  readonly marks?: readonly { readonly x: number; readonly text: string }[];
  /** Points that stand out, with a word. */
  readonly pins?: readonly { readonly x: number; readonly y: number; readonly text: string }[];
};

export function LineChart({
  label,
  x,
  axes,
  lines,
  className = "h-72 w-full",
}: {
  /** What the chart shows, for those who do not see it, and where the same stands in numbers. */
  label: string;
  x: ChartAxis;
  axes: readonly ChartAxis[];
  lines: readonly ChartLine[];
  className?: string;
}) {
  const frame = useEChart(
    useCallback((look: ChartLook) => optionOf(look, label, x, axes, lines), [label, x, axes, lines]),
  );
  return <div ref={frame} role="img" aria-label={label} className={className} />;
}

function optionOf(
  look: ChartLook,
  label: string,
  x: ChartAxis,
  axes: readonly ChartAxis[],
  lines: readonly ChartLine[],
): Option {
  const { ink, muted, line, surface, text } = look;
  const axisOf = ({ name, min, max, isInverse, isWhole }: ChartAxis) => ({
    type: "value" as const,
    name,
    inverse: isInverse === true,
    ...(min !== undefined && { min }),
    ...(max !== undefined && { max }),
    ...(isWhole && { minInterval: 1 }),
    axisLabel: text,
    nameTextStyle: text,
    axisLine: { lineStyle: { color: line } },
    splitLine: { lineStyle: { color: line } },
  });
  return {
    animation: false,
    // The library writes its own words over ours unless it is given them.
    aria: { enabled: true, label: { description: label } },
    grid: { left: 44, right: axes.length > 1 ? 44 : 16, top: 34, bottom: 46 },
    xAxis: { ...axisOf(x), nameLocation: "middle", nameGap: 30, splitLine: { show: false } },
    yAxis: axes.map((axis, i) => ({
      ...axisOf(axis),
      nameLocation: "end" as const,
      ...(i > 0 && { splitLine: { show: false } }),
    })),
    series: lines.map(({ points, axis, dash, symbol, marks = [], pins = [] }) => ({
      type: "line",
      yAxisIndex: axis,
      data: points.map(([px, py]) => [px, py]),
      lineStyle: { color: ink, width: dash === "solid" ? 3 : 2, type: dash },
      itemStyle: { color: ink },
      symbol,
      symbolSize: 6,
      markLine: {
        silent: true,
        symbol: "none",
        animation: false,
        lineStyle: { color: muted, type: "dotted", width: 1.5 },
        label: { ...text, color: ink, formatter: "{b}", position: "insideEndTop" },
        data: marks.map((mark) => ({ name: mark.text, xAxis: mark.x })),
      },
      markPoint: {
        silent: true,
        animation: false,
        symbol: "circle",
        symbolSize: 13,
        itemStyle: { color: surface, borderColor: ink, borderWidth: 3 },
        label: { ...text, color: ink, formatter: "{b}", position: "top", distance: 6 },
        data: pins.map((pin) => ({ name: pin.text, coord: [pin.x, pin.y] })),
      },
    })),
  };
}
