"use client";

/** The cell that is nearest to each note, in all charts of the painting. */
import { useState } from "react";
import { deltaE2000 } from "../../core/color/ciede2000";
import type { Chart } from "../../domain/charts/chart";
import { labFromStored } from "../../domain/reading/storedColor";
import { useAllSheets } from "../../kit/charts/useCharts";
import { TaskLine } from "../../kit/query/TaskLine";
import { shownOf } from "../../kit/query/useTask";
import { useStudio } from "../../kit/studio/useStudio";
import { Fold } from "../../ui/Fold";
import { Patch } from "../../ui/Patch";
import { deltaEText } from "../../words/colors";

export function NearestCells(props: {
  chart: Chart;
  charts: readonly Chart[];
  onChoose: (chartId: string, cellKey: string) => void;
}) {
  const notes = useStudio((studio) => studio.notes);
  const [isOpen, setOpen] = useState(false);
  if (notes.length === 0) return null;
  return (
    <Fold label="Find your notes in all charts" className="mt-3" onOpenChange={setOpen}>
      {isOpen ? <Found {...props} /> : null}
    </Fold>
  );
}

function Found({
  charts,
  onChoose,
}: {
  charts: readonly Chart[];
  onChoose: (chartId: string, cellKey: string) => void;
}) {
  const notes = useStudio((studio) => studio.notes);
  const task = useAllSheets(charts);
  const cells = (shownOf(task) ?? []).flatMap(({ chart, sheets }) =>
    sheets.flatMap(({ rows }) =>
      rows.flatMap((row) => row.cells.flatMap((cell) => (cell ? [{ chart, cell }] : []))),
    ),
  );
  return (
    <>
      <TaskLine task={task} asking="Looking through all charts" what="The charts" />
      <ul className="max-w-2xl">
        {notes.map((note) => {
          const target = labFromStored(note.target);
          const [first, ...rest] = cells;
          if (!first) return null;
          const distanceTo = ({ cell }: (typeof cells)[number]): number => deltaE2000(target, cell.lab);
          const nearest = rest.reduce(
            (best, one) => (distanceTo(one) < best.distance ? { of: one, distance: distanceTo(one) } : best),
            { of: first, distance: distanceTo(first) },
          );
          return (
            <li key={note.id} className="border-t">
              <button
                type="button"
                className="flex min-h-12 w-full items-center gap-3 py-1 text-left"
                onClick={() => {
                  onChoose(nearest.of.chart.id, nearest.of.cell.key);
                }}
              >
                <span className="flex h-10 w-20 shrink-0">
                  <Patch lab={target} className="flex-1" />
                  <Patch lab={nearest.of.cell.lab} className="flex-1" />
                </span>
                <span>
                  {note.number} {note.name}: nearest cell {deltaEText(nearest.distance)}
                  {charts.length > 1 ? `, in ${nearest.of.chart.name}` : ""}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </>
  );
}
