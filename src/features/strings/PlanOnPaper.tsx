"use client";

/** The plan to take along: as PDF with text, on paper, as a table for spreadsheets. */
import Papa from "papaparse";
import { lchFromLab } from "../../core/color/cieLab";
import { valueText } from "../../core/describe/valueScale";
import { volumeOf } from "../../domain/pile/contents";
import type { Grid } from "../../domain/strings/grid";
import type { GridPlan } from "../../domain/strings/gridPlan";
import { OnPaper } from "../../kit/sheet/OnPaper";
import { fileNameOf, fontAddress, pdfOf } from "../../kit/sheet/sheetFiles";
import { svgOf } from "../../kit/sheet/svgOf";
import { usePrinting } from "../../kit/sheet/usePrinting";
import { attempt } from "../../kit/studio/problems";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { download } from "../../ui/download";
import { doseWords, exactWords, tubeName } from "../../words/doses";
import { cellDoseWords, thinningWords } from "../../words/strings";
import { type PlannedPage, planDrawings } from "./planDrawing";

export function PlanOnPaper({ grid, plan }: { grid: Grid; plan: GridPlan }) {
  const painting = useStudio((studio) => studio.painting);
  const tubeById = useStudio((studio) => studio.tubeById);
  const settings = useSettings();
  const [printed, print] = usePrinting();
  const { scale } = settings;
  const nameOf = (stringId: string): string => grid.strings.find(({ id }) => id === stringId)?.name ?? "";
  const page: PlannedPage = {
    title: grid.name,
    painting: painting?.name ?? "",
    columns: plan.columns.map(({ stringId, cells, parent }) => ({
      name: nameOf(stringId),
      first: parent
        ? [`first: ${doseWords(parent.amounts, tubeById, settings, volumeOf(parent.amounts)).join(", ")}`]
        : [],
      cells: cells.map((cell) => ({
        value: valueText(cell.row, scale),
        lab: cell.predicted,
        doses: cellDoseWords(cell, nameOf(stringId), volumeOf(cell.contents), tubeById, settings),
        remarks: [
          ...cell.dilutions.map((one) => thinningWords(one, tubeById, settings)),
          ...(cell.isOutOfReach ? [`only ${valueText(cell.predicted[0], scale)}`] : []),
          ...(cell.isReserved ? ["kept for the end"] : []),
        ],
      })),
    })),
    foot: `${plan.totals
      .map(
        ({ tubeId, parts }) =>
          `${exactWords(parts, settings, { tube: tubeById.get(tubeId) })} ${tubeName(tubeById.get(tubeId))}`,
      )
      .join(", ")} in all`,
  };
  const name = fileNameOf(grid.name, "strings");
  const savePdf = async (): Promise<void> => {
    const subject = page.columns.map((column) => column.name).join(", ");
    download(await pdfOf(planDrawings(page), { title: grid.name, subject }), `${name}.pdf`);
  };
  const saveCsv = (): void => {
    const lines = plan.columns.flatMap(({ stringId, cells }) =>
      cells.flatMap((cell) =>
        cell.contents.map(({ tubeId, parts }) => {
          const [lightness, chroma, hue] = lchFromLab(cell.predicted);
          return {
            grid: grid.name,
            string: nameOf(stringId),
            row_L: round(cell.row),
            value: valueText(cell.row, scale),
            out_of_reach: cell.isOutOfReach ? "yes" : "no",
            tube: tubeName(tubeById.get(tubeId)),
            pigments: tubeById.get(tubeId)?.colourIndexNames.join(" ") ?? "",
            parts: round(parts),
            predicted_L: round(lightness),
            predicted_a: round(cell.predicted[1]),
            predicted_b: round(cell.predicted[2]),
            predicted_C: round(chroma),
            predicted_h: round(hue),
            miss_L: round(cell.miss.lightness),
            miss_C: round(cell.miss.chroma),
            miss_h: cell.miss.hueDegrees === undefined ? "" : round(cell.miss.hueDegrees),
          };
        }),
      ),
    );
    // A cell that a spreadsheet would take for a formula is marked as text.
    const text = Papa.unparse(lines, { escapeFormulae: true, newline: "\r\n" });
    download(new Blob([text], { type: "text/csv;charset=utf-8" }), `${name}.csv`);
  };
  return (
    <div className="mt-4 flex flex-wrap items-center gap-x-4 print:hidden">
      <span className="text-muted">Take the plan along:</span>
      <Button
        weight="quiet"
        onClick={() => {
          attempt(savePdf());
        }}
      >
        PDF
      </Button>
      <Button
        weight="quiet"
        onClick={() => {
          attempt(
            fontAddress().then((font) => {
              print(planDrawings(page).map((drawing) => svgOf(drawing, font)));
            }),
          );
        }}
      >
        print it
      </Button>
      <Button weight="quiet" onClick={saveCsv}>
        table for spreadsheets
      </Button>
      {printed ? <OnPaper svgs={printed} title={grid.name} /> : null}
    </div>
  );
}

function round(value: number): number {
  return Number(value.toFixed(3));
}
