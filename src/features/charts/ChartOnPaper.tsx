"use client";

/** The chart to take along: blanks to paint, and a table. */
import { CHART_WATER } from "../../domain/charts/chartDoses";
import type { Sheet } from "../../domain/charts/sheetTypes";
import type { Chart, FixedChart } from "../../domain/charts/chart";
import type { Tube } from "../../domain/tube/tube";
import { TakeAlong, tableNumber } from "../../kit/sheet/TakeAlong";
import { useChartCommands } from "../../kit/commands/charts";
import { usePageFormat } from "../../kit/charts/pageFormat";
import { useStudio } from "../../kit/studio/useStudio";
import { PageFormatFields } from "./PageFormatFields";
import { cellFigures } from "../../words/charts";
import { tubeName } from "../../words/doses";

export function ChartOnPaper({
  chart,
  sheets,
  tubes,
  fixed,
}: {
  chart: Chart;
  sheets: readonly Sheet[];
  tubes: readonly Tube[];
  /** The sheets written down: what is printed must not change any more. */
  fixed: () => FixedChart;
}) {
  const { changeChart } = useChartCommands();
  const [format, setFormat] = usePageFormat();
  const tubeById = useStudio((studio) => studio.tubeById);
  const painting = useStudio((studio) => studio.painting);
  const readings = new Map(chart.readings.map((reading) => [reading.cell, reading]));
  /** What has to be mixed before: "; Green: 1 Prussian blue, 0.6 Arylide yellow". */
  const mixedFrom = (chart.mixtures ?? [])
    .map(({ name, amounts }) => {
      const most = Math.max(...amounts.map(({ parts }) => parts));
      const parts = amounts.map(
        (dose) => `${Number((dose.parts / most).toPrecision(2))} ${tubeName(tubeById.get(dose.tubeId))}`,
      );
      return `; ${name}: ${parts.join(", ")}`;
    })
    .join("");
  /** Shares of all tubes over the sheet: what to lay out. */
  const totalOf = (sheet: Sheet): string => {
    const sums = new Map<number, number>();
    for (const cell of sheet.rows.flatMap(({ cells }) => cells)) {
      const whole = cell?.doses.reduce((sum, { parts }) => sum + parts, 0) ?? 1;
      for (const { tube, parts } of cell?.doses ?? []) sums.set(tube, (sums.get(tube) ?? 0) + parts / whole);
    }
    return `For all its cells, in fillings of one cell: ${[...sums]
      .map(([tube, share]) => `${share.toFixed(1)} ${tube === CHART_WATER ? "water" : tubeName(tubes[tube])}`)
      .join(", ")}${mixedFrom}`;
  };
  return (
    <div className="mt-4 print:hidden">
      <div className="flex flex-wrap gap-3">
        <PageFormatFields format={format} onChange={setFormat} />
      </div>
      <TakeAlong
        label="Take the chart along:"
        title={chart.name}
        subject={tubes.map(({ label }) => label).join(", ")}
        usualName="chart"
        drawings={async () => {
          const { chartDrawings } = await import("./chartDrawing");
          await changeChart(chart.id, (before) => (before.fixed ? {} : fixed()));
          return sheets.flatMap((sheet, place) =>
            chartDrawings(
              {
                chartId: chart.id,
                chart: chart.name,
                painting: painting?.name ?? "",
                sheet,
                place,
                total: totalOf(sheet),
                linesOf: (row, column) => {
                  const cell = sheet.rows[row]?.cells[column];
                  return cell ? cellFigures(cell, tubes) : [];
                },
              },
              format,
            ),
          );
        }}
        lines={() =>
          sheets.flatMap((sheet) =>
            sheet.rows.flatMap(({ name, cells }, row) =>
              cells.flatMap((cell, column) => {
                const reading = cell && readings.get(cell.key);
                return cell
                  ? [
                      {
                        chart: chart.name,
                        sheet: sheet.title,
                        row: row + 1,
                        row_name: name,
                        column: column + 1,
                        column_name: sheet.columns[column] ?? "",
                        doses: cellFigures(cell, tubes).join("; "),
                        predicted_L: tableNumber(cell.lab[0]),
                        predicted_a: tableNumber(cell.lab[1]),
                        predicted_b: tableNumber(cell.lab[2]),
                        painted_L: reading ? tableNumber(reading.color.lab[0]) : "",
                        painted_a: reading ? tableNumber(reading.color.lab[1]) : "",
                        painted_b: reading ? tableNumber(reading.color.lab[2]) : "",
                        struck_out: reading?.isStruckOut ? "yes" : "no",
                      },
                    ]
                  : [];
              }),
            ),
          )
        }
      />
    </div>
  );
}
