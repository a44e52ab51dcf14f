/** What the painted cells of a chart say of its tubes: each is a mixture whose doses are known. */
import { UNDILUTED_THICKNESS } from "../../data/paper";
import type { Film } from "../../core/mixing/mixture";
import { CARDS, seenOfGround } from "../ground/seenGround";
import type { ScrapEvidence } from "../layers/scrapEvidence";
import { paperOf } from "../palette/washes";
import { labFromStored } from "../reading/storedColor";
import { evidenceUncertainty } from "../reading/uncertainty";
import type { Tube } from "../tube/tube";
import type { CellReading, Chart } from "./chart";
import { CHART_WATER } from "./chartDoses";
import { type ChartRequest, chartSheets, type SheetCell } from "./chartSheets";

/** A painter's hand doses a chart to about this share. */
const DOSE_ERROR = 0.07;

/** Each cell that was read, with its reading; those that the chart has no more are left out. */
export function readCells(
  { readings }: Pick<Chart, "readings">,
  cells: readonly SheetCell[],
): readonly { readonly cell: SheetCell; readonly reading: CellReading }[] {
  const byKey = new Map(cells.map((cell) => [cell.key, cell]));
  return readings.flatMap((reading) => {
    const cell = byKey.get(reading.cell);
    return cell ? [{ cell, reading }] : [];
  });
}

/** One for each cell that was read and not struck out. */
export function chartEvidence(
  chart: Chart,
  request: ChartRequest,
  tubes: readonly Tube[],
): readonly ScrapEvidence[] {
  if (chart.readings.length === 0) return [];
  const cells = chartSheets(request).flatMap(({ rows }) =>
    rows.flatMap((row) => row.cells.flatMap((cell) => cell ?? [])),
  );
  return readCells(chart, cells)
    .filter(({ reading }) => reading.isStruckOut !== true)
    .map(({ cell, reading }) => {
      const doses = cell.doses.filter(({ tube }) => tube !== CHART_WATER);
      const film = filmOfCell(cell, request);
      return {
        scrapId: chart.id,
        readAt: chart.createdAt,
        tubeIds: doses.map(({ tube }) => tubes[tube]?.id ?? ""),
        evidence: {
          parts: doses.map(({ parts: volume }, tube) => ({ tube, volume })),
          lab: labFromStored(reading.color),
          uncertaintyDeltaE2000: evidenceUncertainty(reading.color),
          doseErrors: doses.map(() => DOSE_ERROR),
          ...(film && { film }),
        },
      };
    });
}

function filmOfCell({ doses, over }: SheetCell, request: ChartRequest): Film | undefined {
  if (!request.isWash && !over) return undefined;
  const sumOf = (list: SheetCell["doses"]): number => list.reduce((sum, { parts }) => sum + parts, 0);
  const water = sumOf(doses.filter(({ tube }) => tube === CHART_WATER));
  const paper = paperOf(request.paper);
  const ground = over ? seenOfGround(CARDS[over], { labOf: () => undefined }) : paper;
  return { thickness: UNDILUTED_THICKNESS * (1 - water / sumOf(doses)), ground: ground ?? paper };
}
