"use client";

/** Value and chroma of a tube as white goes in, drawn in greys: the two lines differ by dash and by word. */
import { LineChart, type LineSeriesOption } from "echarts/charts";
import { AriaComponent, GridComponent, type GridComponentOption } from "echarts/components";
import * as echarts from "echarts/core";
import { SVGRenderer } from "echarts/renderers";
import { useEffect, useMemo, useRef } from "react";
import { lchFromLab } from "../../core/color/cieLab";
import { type ValueScale, valueFromLightness } from "../../core/describe/valueScale";
import type { OpticalModel } from "../../core/spectrum/types";
import { tintLadder } from "../../core/tube/character";
import { WHITE_BENCH } from "../../data/whiteBench";
import { useStudio } from "../shared/Studio";

echarts.use([LineChart, GridComponent, AriaComponent, SVGRenderer]);

type Option = echarts.ComposeOption<LineSeriesOption | GridComponentOption>;

/** Share of the tube in its mixture with white, percent, from the tube alone towards white. */
const SHARES = [100, 80, 60, 45, 33, 25, 18, 13, 10, 7, 5, 3.5, 2.5, 1.7, 1.2] as const;

export function LadderChart({ optics, scale }: { optics: OpticalModel; scale: ValueScale }) {
  const frame = useRef<HTMLDivElement>(null);
  const { settings } = useStudio();
  const steps = useMemo(
    () =>
      tintLadder(
        optics,
        WHITE_BENCH,
        SHARES.map((share) => 100 / share - 1),
      ),
    [optics],
  );
  useEffect(() => {
    const element = frame.current;
    if (!element) return undefined;
    const chart = echarts.init(element, null, { renderer: "svg" });
    const draw = (): void => {
      const tokens = getComputedStyle(element);
      const ink = tokens.getPropertyValue("--ink").trim();
      const muted = tokens.getPropertyValue("--muted").trim();
      const line = tokens.getPropertyValue("--line").trim();
      const text = { color: muted, fontFamily: tokens.fontFamily, fontSize: 14 };
      const axis = {
        axisLabel: text,
        nameTextStyle: text,
        axisLine: { lineStyle: { color: line } },
        splitLine: { lineStyle: { color: line } },
      };
      const option: Option = {
        animation: false,
        aria: { enabled: true },
        grid: { left: 44, right: 44, top: 30, bottom: 46 },
        xAxis: {
          type: "category",
          data: SHARES.map((share) => `${share} %`),
          name: "share of the tube in white",
          nameLocation: "middle",
          nameGap: 30,
          ...axis,
        },
        yAxis: [
          { type: "value", name: "chroma, solid", nameLocation: "end", min: 0, ...axis },
          {
            type: "value",
            name: "value, dashed",
            min: Math.min(scale.atBlack, scale.atWhite),
            max: Math.max(scale.atBlack, scale.atWhite),
            inverse: scale.atBlack > scale.atWhite,
            ...axis,
            splitLine: { show: false },
          },
        ],
        series: [
          {
            type: "line",
            data: steps.map((step) => Math.round(lchFromLab(step.lab)[1] * 10) / 10),
            lineStyle: { color: ink, width: 3 },
            itemStyle: { color: ink },
            symbol: "circle",
            symbolSize: 6,
          },
          {
            type: "line",
            yAxisIndex: 1,
            data: steps.map((step) => Math.round(valueFromLightness(step.lab[0], scale) * 100) / 100),
            lineStyle: { color: ink, width: 2, type: "dashed" },
            itemStyle: { color: ink },
            symbol: "rect",
            symbolSize: 6,
          },
        ],
      };
      chart.setOption(option);
    };
    // The room's tokens are there with the next frame, after every effect of this change has run.
    const frameId = requestAnimationFrame(draw);
    const observer = new ResizeObserver(() => {
      chart.resize();
    });
    observer.observe(element);
    return () => {
      cancelAnimationFrame(frameId);
      observer.disconnect();
      chart.dispose();
    };
  }, [steps, scale, settings.room]);
  return (
    <div
      ref={frame}
      role="img"
      aria-label="Chroma and value as the tube goes into white; the steps above say the same in numbers"
      className="h-72 w-full"
    />
  );
}
