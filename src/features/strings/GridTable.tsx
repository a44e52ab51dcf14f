"use client";

/** The grid is paint: columns touch in a row, so that equal value is seen. */
import { clsx } from "clsx";
import { type KeyboardEvent, useRef } from "react";
import { valueText } from "../../core/describe/valueScale";
import type { GridCell } from "../../domain/strings/gridPlan";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { cssFromLab } from "../../ui/color";
import { intoSight } from "../../ui/intoSight";
import { describeLab } from "../../words/colors";
import { CELL_STATE_WORDS, memberName } from "../../words/strings";
import { type KnownGrid, seenCell } from "./known";

/** A cell, or a whole row. */
export type Place = { readonly stringId: string; readonly row: number } | { readonly row: number };

const VALUE_REM = 3.5;
/** The least width of a string; more of them than fit are scrolled to. */
const COLUMN_REM = 4.5;

export function GridTable({
  place,
  onPlace,
  onString,
  ...known
}: KnownGrid & {
  place: Place | undefined;
  onPlace: (place: Place) => void;
  onString: (stringId: string) => void;
}) {
  const { grid, plan } = known;
  const settings = useSettings();
  const table = useRef<HTMLTableElement>(null);
  const names = new Map(grid.strings.map(({ id, name }) => [id, name]));
  const at =
    place && "stringId" in place ? place : { stringId: plan.columns[0]?.stringId, row: grid.rows[0] };
  // One stop of the Tab key for all piles; the arrow keys go from pile to pile, and only there.
  const move = (event: KeyboardEvent): void => {
    const [column, row] = [
      plan.columns.findIndex(({ stringId }) => stringId === at.stringId),
      grid.rows.indexOf(at.row ?? Number.NaN),
    ];
    const [right, down] =
      { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowDown: [0, 1], ArrowUp: [0, -1] }[event.key] ?? [];
    const stringId = plan.columns[column + (right ?? 0)]?.stringId;
    const next = grid.rows[row + (down ?? 0)];
    if (right === undefined || stringId === undefined || next === undefined) return;
    event.preventDefault();
    onPlace({ stringId, row: next });
    table.current?.querySelector<HTMLElement>(`[data-cell="${stringId} ${next}"]`)?.focus();
  };
  return (
    <div className="mt-3 overflow-x-auto" onFocus={intoSight}>
      <table
        ref={table}
        aria-label="Strings on common values"
        className="w-full table-fixed border-separate border-spacing-0"
        style={{ minWidth: `${VALUE_REM + plan.columns.length * COLUMN_REM}rem` }}
      >
        <thead>
          <tr>
            <th
              scope="col"
              style={{ width: `${VALUE_REM}rem` }}
              className="pr-2 text-left align-bottom text-sm font-normal text-muted"
            >
              value
            </th>
            {plan.columns.map(({ stringId }) => (
              <th key={stringId} scope="col" className="p-0 align-bottom font-normal">
                <button
                  type="button"
                  aria-haspopup="dialog"
                  aria-label={`${names.get(stringId) ?? ""}: change this string`}
                  className="flex min-h-11 w-full items-end pr-1 pb-1 text-left leading-tight font-semibold underline decoration-dotted underline-offset-4"
                  onClick={() => {
                    onString(stringId);
                  }}
                >
                  {names.get(stringId)}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {grid.rows.map((row, i) => (
            <tr key={row}>
              <th scope="row" className="p-0 pr-2 text-left font-normal">
                <button
                  type="button"
                  aria-label={`Row of value ${valueText(row, settings.scale)}: change it`}
                  aria-pressed={place !== undefined && !("stringId" in place) && place.row === row}
                  className="flex min-h-14 w-full items-center text-lg font-semibold tabular-nums aria-pressed:underline"
                  onClick={() => {
                    onPlace({ row });
                  }}
                >
                  {valueText(row, settings.scale)}
                </button>
              </th>
              {plan.columns.map(({ stringId, cells }, j) => {
                const cell = cells.find((one) => one.row === row);
                return (
                  <td
                    key={stringId}
                    // Pale and dark paint keep an edge to the room; between piles there is none.
                    className={clsx(
                      "h-14 border-line p-0",
                      i === 0 && "border-t",
                      i === grid.rows.length - 1 && "border-b",
                      j === 0 && "border-l",
                      j === plan.columns.length - 1 && "border-r",
                    )}
                  >
                    {cell ? (
                      <CellButton
                        known={known}
                        cell={cell}
                        name={names.get(stringId) ?? ""}
                        isChosen={place !== undefined && at.stringId === stringId && at.row === row}
                        isStop={at.stringId === stringId && at.row === row}
                        onMove={move}
                        onChoose={() => {
                          onPlace({ stringId, row });
                        }}
                      />
                    ) : null}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function CellButton({
  known,
  cell,
  name,
  isChosen,
  isStop,
  onMove,
  onChoose,
}: {
  known: KnownGrid;
  cell: GridCell;
  name: string;
  isChosen: boolean;
  isStop: boolean;
  onMove: (event: KeyboardEvent) => void;
  onChoose: () => void;
}) {
  const settings = useSettings();
  const tubeById = useStudio((studio) => studio.tubeById);
  const { state, lab } = seenCell(known, cell, tubeById);
  const marks = [
    state === "planned" ? undefined : CELL_STATE_WORDS[state],
    cell.isOutOfReach ? `only ${valueText(cell.predicted[0], settings.scale)}` : undefined,
    cell.isReserved ? "kept for the end" : undefined,
  ].filter((mark) => mark !== undefined);
  return (
    <button
      type="button"
      data-paint=""
      data-cell={`${cell.stringId} ${cell.row}`}
      tabIndex={isStop ? 0 : -1}
      aria-pressed={isChosen}
      aria-label={[memberName(name, cell.row, settings), describeLab(lab, settings).sentence, ...marks].join(
        ", ",
      )}
      className={clsx(
        "relative flex h-full min-h-14 w-full items-end p-1 text-left focus-visible:z-10",
        isChosen && "z-10 outline outline-4 -outline-offset-4 outline-ink",
      )}
      style={{ backgroundColor: cssFromLab(lab) }}
      onKeyDown={onMove}
      onClick={onChoose}
    >
      {isChosen ? <span aria-hidden="true" className="absolute inset-1 border-2 border-surface" /> : null}
      <span className="flex flex-wrap gap-1">
        {marks.map((mark) => (
          <span key={mark} className="bg-surface px-1 text-xs leading-4 text-ink">
            {mark}
          </span>
        ))}
      </span>
    </button>
  );
}
