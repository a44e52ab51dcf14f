"use client";

/** Charts of the painting in hand, and the cells of one, worked out in the worker. */
import { useLiveQuery } from "dexie-react-hooks";
import { useMemo } from "react";
import type { Chart } from "../../domain/charts/chart";
import { type AskedChart, chartRequest } from "../../domain/charts/chartRequest";
import type { Sheet } from "../../domain/charts/chartSheets";
import { readCharts } from "../../persistence/charts";
import { palettes } from "../../workers/clients";
import { usePaletteMedium } from "../paint/usePalettePaint";
import { useQuery } from "../query/useQuery";
import type { Task } from "../query/useTask";
import { useDb, useStudio } from "../studio/useStudio";

const NONE: readonly never[] = [];

/** Undefined until they are read. */
export function useCharts(): readonly Chart[] | undefined {
  const db = useDb();
  const paintingId = useStudio((studio) => studio.painting?.id);
  return useLiveQuery(() => (paintingId ? readCharts(db, paintingId) : NONE), [db, paintingId]);
}

export function useSheets(chart: Chart): {
  readonly asked: AskedChart;
  readonly task: Task<readonly Sheet[]>;
} {
  const tubeById = useStudio((studio) => studio.tubeById);
  const board = useStudio((studio) => studio.board);
  const { lightener } = usePaletteMedium();
  const asked = useMemo(
    () => chartRequest(chart, tubeById, board, lightener),
    [chart, tubeById, board, lightener],
  );
  const task = useQuery(palettes, asked.ok ? asked.request : undefined, (remote, request) =>
    remote.chart(request),
  );
  return { asked, task };
}
