"use client";

/** The plan to take along: as PDF with text, on paper, as a table for spreadsheets. */
import { lchFromLab } from "../../core/color/cieLab";
import { valueText } from "../../core/describe/valueScale";
import { volumeOf } from "../../domain/pile/contents";
import type { Grid } from "../../domain/strings/grid";
import type { GridPlan } from "../../domain/strings/gridPlan";
import { TakeAlong, tableNumber } from "../../kit/sheet/TakeAlong";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { doseWords, exactWords, tubeName } from "../../words/doses";
import { cellDoseWords, thinningWords } from "../../words/strings";
import { type PlannedPage, planDrawings } from "./planDrawing";

export function PlanOnPaper({ grid, plan }: { grid: Grid; plan: GridPlan }) {
  const painting = useStudio((studio) => studio.painting);
  const tubeById = useStudio((studio) => studio.tubeById);
  const settings = useSettings();
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
  return (
    <TakeAlong
      label="Take the plan along:"
      title={grid.name}
      subject={page.columns.map((column) => column.name).join(", ")}
      usualName="strings"
      drawings={() => planDrawings(page)}
      lines={() =>
        plan.columns.flatMap(({ stringId, cells }) =>
          cells.flatMap((cell) =>
            cell.contents.map(({ tubeId, parts }) => {
              const [lightness, chroma, hue] = lchFromLab(cell.predicted);
              return {
                grid: grid.name,
                string: nameOf(stringId),
                row_L: tableNumber(cell.row),
                value: valueText(cell.row, scale),
                out_of_reach: cell.isOutOfReach ? "yes" : "no",
                tube: tubeName(tubeById.get(tubeId)),
                pigments: tubeById.get(tubeId)?.colourIndexNames.join(" ") ?? "",
                parts: tableNumber(parts),
                predicted_L: tableNumber(lightness),
                predicted_a: tableNumber(cell.predicted[1]),
                predicted_b: tableNumber(cell.predicted[2]),
                predicted_C: tableNumber(chroma),
                predicted_h: tableNumber(hue),
                miss_L: tableNumber(cell.miss.lightness),
                miss_C: tableNumber(cell.miss.chroma),
                miss_h: cell.miss.hueDegrees === undefined ? "" : tableNumber(cell.miss.hueDegrees),
              };
            }),
          ),
        )
      }
    />
  );
}
