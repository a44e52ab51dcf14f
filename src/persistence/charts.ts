/** Charts, kept with their painting, and what was painted in their cells. */
import { nanoid } from "nanoid";
import type { CellReading, Chart, FixedChart } from "../domain/charts/chart";
import type { GamanDatabase } from "./database";
import { parseRows } from "./rows";
import { chartSchema } from "./schema";

/** Thrown when the chart is not there any more. */
export class ChartGoneError extends Error {
  override readonly name = "ChartGoneError";
  constructor() {
    super("This chart was removed, here or in another window. Nothing was changed.");
  }
}

/** Of a painting, oldest first. */
export async function readCharts(db: GamanDatabase, paintingId: string): Promise<readonly Chart[]> {
  const { rows } = parseRows(chartSchema, await db.charts.where({ paintingId }).toArray());
  return [...rows].sort((one, other) => one.createdAt - other.createdAt);
}

/** Of all paintings: paint that was charted is the same paint everywhere. */
export async function readAllCharts(db: GamanDatabase): Promise<readonly Chart[]> {
  return parseRows(chartSchema, await db.charts.toArray()).rows;
}

export async function addChart(
  db: GamanDatabase,
  chart: Omit<Chart, "id" | "createdAt">,
  now: number,
): Promise<Chart> {
  const row = chartSchema.parse({ ...chart, id: nanoid(), createdAt: now });
  await db.charts.add(row);
  return row;
}

/** A change is made of what is stored: what a page shows may be one change behind. */
export async function changeChart(
  db: GamanDatabase,
  chartId: string,
  change: (before: Chart) => Partial<Omit<Chart, "id" | "paintingId">>,
): Promise<Chart> {
  return db.transaction("rw", db.charts, async () => {
    const before = parseRows(chartSchema, [await db.charts.get(chartId)]).rows[0];
    if (!before) throw new ChartGoneError();
    const next = chartSchema.parse({ ...before, ...change(before) });
    await db.charts.put(next);
    return next;
  });
}

/** One reading for a cell: read again, the newer one counts. */
export async function keepCellReading(
  db: GamanDatabase,
  chartId: string,
  reading: CellReading,
  asFixed: FixedChart,
): Promise<void> {
  await keepCellReadings(db, chartId, [reading], asFixed);
}

/** @param asFixed - the sheets as they were painted: from now on they stay so. */
export async function keepCellReadings(
  db: GamanDatabase,
  chartId: string,
  kept: readonly CellReading[],
  asFixed: FixedChart,
): Promise<Chart> {
  const keys = new Set(kept.map(({ cell }) => cell));
  return changeChart(db, chartId, (before) => ({
    readings: [...before.readings.filter(({ cell }) => !keys.has(cell)), ...kept],
    ...(before.fixed ? {} : asFixed),
  }));
}

export async function removeChart(db: GamanDatabase, chartId: string): Promise<void> {
  await db.charts.delete(chartId);
}
