"use client";

/** The cell of a chart that is nearest to each note. */
import { deltaE2000 } from "../../core/color/ciede2000";
import type { SheetCell } from "../../domain/charts/chartSheets";
import { labFromStored } from "../../domain/reading/storedColor";
import { useStudio } from "../../kit/studio/useStudio";
import { Fold } from "../../ui/Fold";
import { Patch } from "../../ui/Patch";
import { deltaEText } from "../../words/colors";

export function NearestCells({
  cells,
  onChoose,
}: {
  cells: readonly SheetCell[];
  onChoose: (key: string) => void;
}) {
  const notes = useStudio((studio) => studio.notes);
  if (notes.length === 0 || cells.length === 0) return null;
  return (
    <Fold label="Find your notes in this chart" className="mt-3">
      <ul className="max-w-2xl">
        {notes.map((note) => {
          const target = labFromStored(note.target);
          const nearest = cells
            .map((cell) => ({ cell, difference: deltaE2000(target, cell.lab) }))
            .reduce((best, one) => (one.difference < best.difference ? one : best));
          return (
            <li key={note.id} className="border-t">
              <button
                type="button"
                className="flex min-h-12 w-full items-center gap-3 py-1 text-left"
                onClick={() => {
                  onChoose(nearest.cell.key);
                }}
              >
                <span className="flex h-10 w-20 shrink-0">
                  <Patch lab={target} className="flex-1" />
                  <Patch lab={nearest.cell.lab} className="flex-1" />
                </span>
                <span>
                  {note.number} {note.name}: nearest cell {deltaEText(nearest.difference)}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </Fold>
  );
}
