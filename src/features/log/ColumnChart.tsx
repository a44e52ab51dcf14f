"use client";

/** Columns in the room's own greys, told apart by pattern and word. Load it lazily: the library is large. */
import { BarChart, type BarSeriesOption } from "echarts/charts";
import { AriaComponent, GridComponent, type GridComponentOption } from "echarts/components";
import * as echarts from "echarts/core";
import { SVGRenderer } from "echarts/renderers";
import { useCallback } from "react";
import { type ChartLook, useEChart } from "../../kit/chart/useEChart";

echarts.use([BarChart, GridComponent, AriaComponent, SVGRenderer]);

type Option = echarts.ComposeOption<BarSeriesOption | GridComponentOption>;

export type Columns = {
  readonly name: string;
  /** One for each category; a gap where there is nothing to show. */
  readonly values: readonly (number | undefined)[];
  /** Striped columns stand for what is lost or unsure. */
  readonly isStriped?: boolean;
};

export function ColumnChart({
  label,
  categories,
  unit,
  columns,
  isLying = false,
}: {
  /** What the chart shows, for those who do not see it, and where the same stands in numbers. */
  label: string;
  categories: readonly string[];
  unit: string;
  columns: readonly Columns[];
  /** Bars that lie, for categories with long names. */
  isLying?: boolean;
}) {
  const frame = useEChart(
    useCallback(
      (look: ChartLook) => optionOf(look, label, categories, unit, columns, isLying),
      [label, categories, unit, columns, isLying],
    ),
  );
  return (
    <div
      ref={frame}
      role="img"
      aria-label={label}
      className="w-full"
      style={{ height: isLying ? 60 + 34 * categories.length : 260 }}
    />
  );
}

function optionOf(
  { ink, line, surface, text }: ChartLook,
  label: string,
  categories: readonly string[],
  unit: string,
  columns: readonly Columns[],
  isLying: boolean,
): Option {
  const names = {
    type: "category" as const,
    data: [...categories],
    inverse: isLying,
    axisLabel: { ...text, ...(isLying && { width: 150, overflow: "truncate" as const }) },
    axisLine: { lineStyle: { color: line } },
    axisTick: { show: false },
  };
  const amounts = {
    type: "value" as const,
    name: unit,
    nameTextStyle: text,
    axisLabel: text,
    splitLine: { lineStyle: { color: line } },
  };
  return {
    animation: false,
    aria: { enabled: true, label: { description: label } },
    grid: isLying
      ? { left: 164, right: 60, top: 30, bottom: 10 }
      : { left: 52, right: 12, top: 34, bottom: 30 },
    xAxis: isLying ? { ...amounts, position: "top" as const, nameLocation: "end" as const } : names,
    yAxis: isLying ? names : amounts,
    series: columns.map(({ name, values, isStriped }) => ({
      type: "bar" as const,
      name,
      stack: "all",
      barMaxWidth: 34,
      data: values.map((value) => value ?? "-"),
      itemStyle: {
        color: isStriped ? surface : ink,
        borderColor: ink,
        borderWidth: 1.5,
        ...(isStriped && {
          decal: {
            symbol: "rect",
            color: ink,
            dashArrayX: [1, 0],
            dashArrayY: [2, 5],
            rotation: -Math.PI / 4,
          },
        }),
      },
    })),
  };
}
