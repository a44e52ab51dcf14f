"use client";

/** A chart in an element: drawn in the room's own greys, drawn again when the room or its content changes. */
import * as echarts from "echarts/core";
import { type RefObject, useEffect, useRef } from "react";
import { useSettings } from "../studio/useStudio";

/** What a chart is drawn with: the greys of the room and the type of the page. */
export type ChartLook = {
  readonly ink: string;
  readonly muted: string;
  readonly line: string;
  readonly surface: string;
  readonly text: { readonly color: string; readonly fontFamily: string; readonly fontSize: number };
};

function lookOf(tokens: CSSStyleDeclaration): ChartLook {
  const token = (name: string): string => tokens.getPropertyValue(name).trim();
  const muted = token("--muted");
  return {
    ink: token("--ink"),
    muted,
    line: token("--line"),
    surface: token("--surface"),
    text: { color: muted, fontFamily: tokens.fontFamily, fontSize: 14 },
  };
}

/** @param optionOf - must stay the same function as long as the content is the same. */
export function useEChart(
  optionOf: (look: ChartLook) => echarts.EChartsCoreOption,
): RefObject<HTMLDivElement | null> {
  const frame = useRef<HTMLDivElement>(null);
  const settings = useSettings();
  useEffect(() => {
    const element = frame.current;
    if (!element) return undefined;
    const chart = echarts.init(element, null, { renderer: "svg" });
    // The room's tokens are there with the next frame, after every effect of this change has run.
    const frameId = requestAnimationFrame(() => {
      chart.setOption(optionOf(lookOf(getComputedStyle(element))));
    });
    const observer = new ResizeObserver(() => {
      chart.resize();
    });
    observer.observe(element);
    return () => {
      cancelAnimationFrame(frameId);
      observer.disconnect();
      chart.dispose();
    };
  }, [optionOf, settings.room]);
  return frame;
}
