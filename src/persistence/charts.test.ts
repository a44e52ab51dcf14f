import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { labD65 } from "../core/color/types";
import type { Chart, FixedChart } from "../domain/charts/chart";
import { storedFromLab } from "../domain/reading/storedColor";
import {
  addChart,
  changeChart,
  ChartGoneError,
  keepCellReading,
  keepCellReadings,
  readAllCharts,
  readCharts,
  removeChart,
} from "./charts";
import { GamanDatabase } from "./database";
import { recordChanges, takeChangesBack } from "./rowChanges";
import { startPainting } from "./studio";

const color = (lightness: number) => storedFromLab(labD65(lightness, 10, 10), "measured", 0.4);
let db: GamanDatabase;
let chart: Chart;
let count = 0;

beforeEach(async () => {
  db = new GamanDatabase(`charts-${count++}`);
  const { id: paintingId } = await startPainting(db, "Jug", [], 1);
  chart = await addChart(
    db,
    {
      paintingId,
      name: "Tints",
      kind: "tints",
      tubeIds: ["umber"],
      balance: "strength",
      tintRule: "white",
      steps: 5,
      readings: [],
    },
    2,
  );
});

afterEach(async () => {
  await db.delete();
});

const FIXED: FixedChart = {
  fixed: [
    {
      title: "",
      columns: ["1"],
      rows: [{ name: "1", cells: [{ doses: [{ tubeId: "umber", parts: 1 }] }, null] }],
    },
  ],
  lightener: "white",
};

describe("charts", () => {
  it("are kept with their painting, and come back when they were removed", async () => {
    const { id: other } = await startPainting(db, "Bowl", [], 3);
    expect(await readCharts(db, chart.paintingId)).toEqual([chart]);
    expect(await readCharts(db, other)).toEqual([]);
    const { changes } = await recordChanges(db, [["charts", chart.id]], () => removeChart(db, chart.id));
    expect(await readAllCharts(db)).toEqual([]);
    await expect(changeChart(db, chart.id, () => ({ steps: 4 }))).rejects.toThrow(ChartGoneError);
    await takeChangesBack(db, changes);
    expect(await readAllCharts(db)).toEqual([chart]);
  });

  it("keep one reading for a cell, and refuse what cannot be", async () => {
    await keepCellReading(db, chart.id, { cell: "umber 1", color: color(30) }, FIXED);
    await keepCellReading(db, chart.id, { cell: "umber 1, white 3", color: color(60) }, FIXED);
    await keepCellReading(db, chart.id, { cell: "umber 1", color: color(32), isStruckOut: true }, FIXED);
    const [kept] = await readCharts(db, chart.paintingId);
    // What was painted stays what it is.
    expect(kept).toMatchObject(FIXED);
    await keepCellReadings(db, chart.id, [], { fixed: [], lightener: "water" });
    expect((await readCharts(db, chart.paintingId))[0]).toMatchObject(FIXED);
    expect(kept?.readings).toEqual([
      { cell: "umber 1, white 3", color: color(60) },
      { cell: "umber 1", color: color(32), isStruckOut: true },
    ]);
    await expect(changeChart(db, chart.id, () => ({ steps: 99 }))).rejects.toThrow();
    await expect(keepCellReading(db, chart.id, { cell: "", color: color(30) }, FIXED)).rejects.toThrow();
    expect((await readCharts(db, chart.paintingId))[0]).toEqual(kept);
  });
});
