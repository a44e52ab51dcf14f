"use client";

/** Charts of the painting in hand, and the cells of one, worked out in the worker. */
import { useStored } from "../store/useStored";
import { useMemo } from "react";
import type { Chart } from "../../domain/charts/chart";
import { type AskedChart, chartRequest } from "../../domain/charts/chartRequest";
import type { Sheet } from "../../domain/charts/sheetTypes";
import { readCharts } from "../store/calls";
import { palettes } from "../../workers/clients";
import { useFilms } from "../layers/useLayers";
import { usePaletteMedium } from "../paint/usePalettePaint";
import { useQuery } from "../query/useQuery";
import type { Task } from "../query/useTask";
import { useStudio } from "../studio/useStudio";

const NONE: readonly never[] = [];

/** Undefined until they are read. */
export function useCharts(): readonly Chart[] | undefined {
  const paintingId = useStudio((studio) => studio.painting?.id);
  const read = useStored(readCharts, paintingId ? [paintingId] : undefined);
  return paintingId ? read : NONE;
}

export function useSheets(chart: Chart): {
  readonly asked: AskedChart;
  readonly task: Task<readonly Sheet[]>;
} {
  const tubeById = useStudio((studio) => studio.tubeById);
  const board = useStudio((studio) => studio.board);
  const notes = useStudio((studio) => studio.notes);
  const { lightener } = usePaletteMedium();
  const { habitOf } = useFilms();
  const asked = useMemo(
    () => chartRequest(chart, tubeById, board, lightener, { notes, habitOf }),
    [chart, tubeById, board, lightener, notes, habitOf],
  );
  const task = useQuery(palettes, asked.ok ? asked.request : undefined, (remote, request) =>
    remote.chart(request),
  );
  return { asked, task };
}

export type ChartWithSheets = { readonly chart: Chart; readonly sheets: readonly Sheet[] };

/** Every chart of the painting that can be mixed, with its cells. */
export function useAllSheets(charts: readonly Chart[]): Task<readonly ChartWithSheets[]> {
  const tubeById = useStudio((studio) => studio.tubeById);
  const board = useStudio((studio) => studio.board);
  const notes = useStudio((studio) => studio.notes);
  const { lightener } = usePaletteMedium();
  const { habitOf } = useFilms();
  const asked = useMemo(
    () =>
      charts.flatMap((chart) => {
        const one = chartRequest(chart, tubeById, board, lightener, { notes, habitOf });
        return one.ok ? [{ chart, request: one.request }] : [];
      }),
    [charts, tubeById, board, lightener, notes, habitOf],
  );
  return useQuery(palettes, asked, (remote, all) =>
    Promise.all(all.map(async ({ chart, request }) => ({ chart, sheets: await remote.chart(request) }))),
  );
}
