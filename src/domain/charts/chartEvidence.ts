/** What the painted cells of a chart say of its tubes: each is a mixture whose doses are known. */
import type { LabD65 } from "../../core/color/types";
import type { Film } from "../../core/mixing/mixture";
import type { Dose } from "../pile/pile";
import type { ScrapEvidence } from "../layers/scrapEvidence";
import { labFromStored } from "../reading/storedColor";
import { evidenceUncertainty } from "../reading/uncertainty";
import type { Tube } from "../tube/tube";
import type { CellReading, Chart } from "./chart";
import { CHART_WATER } from "./chartDoses";
import { takenApart } from "./chartMixtures";
import { chartSheets } from "./chartSheets";
import { SheetMaker } from "./sheetMaker";
import type { ChartRequest, SheetCell } from "./sheetTypes";

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

/** What is not known of how a film dries, ΔE00. */
const DRYING_UNCERTAINTY = 1.5;

/** One for each cell that was read and not struck out. @param toDry - what wet paint of these doses dries to. */
export function chartEvidence(
  chart: Chart,
  request: ChartRequest,
  tubes: readonly Tube[],
  toDry: (wet: LabD65, laid: readonly Dose[]) => LabD65,
): readonly ScrapEvidence[] {
  if (chart.readings.length === 0) return [];
  const maker = new SheetMaker(request);
  const cells = chartSheets(request).flatMap(({ rows }) =>
    rows.flatMap((row) => row.cells.flatMap((cell) => cell ?? [])),
  );
  return readCells(chart, cells)
    .filter(({ reading }) => reading.isStruckOut !== true)
    .map(({ cell, reading }) => {
      const placed = cell.doses.filter(({ tube }) => tube !== CHART_WATER);
      const film = filmOfCell(cell, maker);
      const { color } = reading;
      const isWet = reading.film === "wet";
      // A mixture speaks of the tubes that it was mixed from.
      const laid = takenApart(
        placed.map(({ tube, parts }) => ({ tubeId: tubes[tube]?.id ?? "", parts })),
        chart,
      );
      return {
        ...(reading.photoId !== undefined && { photoId: reading.photoId }),
        scrapId: chart.id,
        readAt: chart.createdAt,
        tubeIds: laid.map(({ tubeId }) => tubeId),
        evidence: {
          parts: laid.map(({ parts: volume }, tube) => ({ tube, volume })),
          // Wet paint never teaches as dry: it counts as what it dries to, and as less sure.
          lab: isWet ? toDry(labFromStored(color), laid) : labFromStored(color),
          uncertaintyDeltaE2000: Math.hypot(evidenceUncertainty(color), isWet ? DRYING_UNCERTAINTY : 0),
          doseErrors: laid.map(() => DOSE_ERROR),
          ...(film && { film }),
        },
      };
    });
}

function filmOfCell(cell: SheetCell, maker: SheetMaker): Film | undefined {
  const thickness = maker.thicknessOf(cell);
  const ground = maker.groundOf(cell.over);
  return thickness !== undefined && ground ? { thickness, ground } : undefined;
}
