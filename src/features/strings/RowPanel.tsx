"use client";

/** One row: changed, it changes for all strings. */
import { lightnessPerStep, valueText } from "../../core/describe/valueScale";
import { type Grid, LEAST_ROWS, MOST_ROWS } from "../../domain/strings/grid";
import { inOrder, onScale } from "../../domain/strings/rows";
import { useGridCommands } from "../../kit/commands/grids";
import { attempt } from "../../kit/studio/problems";
import { useSettings } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import type { Place } from "./GridTable";

export function RowPanel({
  grid,
  row,
  onPlace,
}: {
  grid: Grid;
  row: number;
  onPlace: (place: Place | undefined) => void;
}) {
  const { changeGrid } = useGridCommands();
  const { scale } = useSettings();
  const quarter = lightnessPerStep(scale) / 4;
  const below = grid.rows[grid.rows.indexOf(row) + 1];
  const change = (rows: readonly number[], next: number | undefined): void => {
    attempt(changeGrid(grid.id, () => ({ rows: inOrder(rows) })));
    onPlace(next === undefined ? undefined : { row: next });
  };
  const moveTo = (lightness: number): void => {
    const next = onScale(lightness, scale);
    change([...grid.rows.filter((other) => other !== row), next], next);
  };
  const canMove = (lightness: number): boolean =>
    lightness >= 0 && lightness <= 100 && !grid.rows.includes(onScale(lightness, scale));
  const middle = below === undefined ? undefined : onScale((row + below) / 2, scale);
  const hasTaken = grid.taken.some((cell) => cell.row === row);
  return (
    <>
      <h2 className="text-lg font-bold">Row of value {valueText(row, scale)}</h2>
      <p className="text-muted">
        All strings follow.{" "}
        {hasTaken ? "Piles that were laid for this row stay on your board, under their own names." : ""}
      </p>
      <div className="mt-2 flex flex-wrap gap-3">
        {[
          { label: "¼ step lighter", to: row + quarter },
          { label: "¼ step darker", to: row - quarter },
        ].map(({ label, to }) => (
          <Button
            key={label}
            disabled={!canMove(to)}
            onClick={() => {
              moveTo(to);
            }}
          >
            {label}
          </Button>
        ))}
        {middle !== undefined && grid.rows.length < MOST_ROWS && !grid.rows.includes(middle) ? (
          <Button
            onClick={() => {
              change([...grid.rows, middle], middle);
            }}
          >
            Add {valueText(middle, scale)} below
          </Button>
        ) : null}
        {grid.rows.length > LEAST_ROWS ? (
          <Button
            weight="quiet"
            onClick={() => {
              change(
                grid.rows.filter((other) => other !== row),
                undefined,
              );
            }}
          >
            leave this row out
          </Button>
        ) : null}
      </div>
    </>
  );
}
