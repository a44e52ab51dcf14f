"use client";

/** The cells of a chart touch; one that was painted shows what was predicted and what came out. */
import { clsx } from "clsx";
import { type KeyboardEvent, useRef, useState } from "react";
import { valueText } from "../../core/describe/valueScale";
import type { CellReading } from "../../domain/charts/chart";
import type { Sheet, SheetCell } from "../../domain/charts/sheetTypes";
import { labFromStored } from "../../domain/reading/storedColor";
import type { Tube } from "../../domain/tube/tube";
import { useSettings } from "../../kit/studio/useStudio";
import { cssFromLab } from "../../ui/color";
import { SelectField } from "../../ui/SelectField";
import { intoSight } from "../../ui/intoSight";
import { cellDoses } from "../../words/charts";
import { describeLab } from "../../words/colors";

const NAME_REM = 5.25;
/** A long name of a tube, in the size of letters that it is written in. */
const COLUMN_REM = { few: 3.9, many: 3.2 };
/** With more columns their names are set smaller, or they would touch. */
const MANY_COLUMNS = 9;

type Props = {
  readonly sheet: Sheet;
  readonly tubes: readonly Tube[];
  readonly painted: ReadonlyMap<string, CellReading>;
  readonly chosenKey: string | undefined;
  readonly onChoose: (key: string) => void;
};

/** On a phone one row or one column at a time, where all of it has no room. */
export function SheetTable(props: Props) {
  const { sheet } = props;
  const [line, setLine] = useState("");
  const [along = "", at = ""] = line.split(" ");
  const place = Number(at);
  const one =
    along === "row" ? oneRow(sheet, place) : along === "column" ? oneColumn(sheet, place) : undefined;
  return (
    <>
      {sheet.columns.length > FIT_A_PHONE ? (
        <SelectField
          className="mt-2 wide:hidden"
          label="show"
          value={line}
          onChoose={(picked) => {
            setLine(picked);
          }}
        >
          <option value="">all of it</option>
          {sheet.rows.map(({ name }, i) => (
            <option key={`row ${i}`} value={`row ${i}`}>
              row: {name}
            </option>
          ))}
          {sheet.columns.map((name, i) => (
            <option key={`column ${i}`} value={`column ${i}`}>
              column: {name}
            </option>
          ))}
        </SelectField>
      ) : null}
      <Cells {...props} sheet={one ?? sheet} />
    </>
  );
}

/** As many columns stand beside each other on a phone. */
const FIT_A_PHONE = 4;

/** Its cells below each other, so that each is large. */
function oneRow({ title, columns, rows }: Sheet, place: number): Sheet | undefined {
  const row = rows[place];
  return (
    row && {
      title,
      columns: [row.name],
      rows: columns.map((name, i) => ({ name, cells: [row.cells[i]] })),
    }
  );
}

function oneColumn({ title, columns, rows }: Sheet, place: number): Sheet | undefined {
  const column = columns[place];
  return column === undefined
    ? undefined
    : { title, columns: [column], rows: rows.map(({ name, cells }) => ({ name, cells: [cells[place]] })) };
}

function Cells({ sheet: { title, columns, rows }, tubes, painted, chosenKey, onChoose }: Props) {
  const settings = useSettings();
  const table = useRef<HTMLTableElement>(null);
  const first = rows.flatMap(({ cells }) => cells.flatMap((cell) => cell?.key ?? []))[0];
  const isHere = rows.some(({ cells }) => cells.some((cell) => cell?.key === chosenKey));
  const stop = isHere ? chosenKey : first;
  // One stop of the Tab key for all cells; the arrow keys go from cell to cell.
  const move = (event: KeyboardEvent): void => {
    const [right, down] =
      { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowDown: [0, 1], ArrowUp: [0, -1] }[event.key] ?? [];
    if (right === undefined || down === undefined) return;
    event.preventDefault();
    let row = rows.findIndex(({ cells }) => cells.some((cell) => cell?.key === stop));
    let column = rows[row]?.cells.findIndex((cell) => cell?.key === stop) ?? 0;
    let next: SheetCell | undefined;
    // Places without a cell are passed over.
    do {
      row += down;
      column += right;
      next = rows[row]?.cells[column];
    } while (!next && rows[row] && column >= 0 && column < columns.length);
    if (!next) return;
    onChoose(next.key);
    table.current?.querySelector<HTMLElement>(`[data-cell="${CSS.escape(next.key)}"]`)?.focus();
  };
  const button = (cell: SheetCell) => {
    const reading = painted.get(cell.key);
    const read = reading && labFromStored(reading.color);
    const isChosen = cell.key === chosenKey;
    return (
      <button
        type="button"
        data-paint=""
        data-cell={cell.key}
        tabIndex={cell.key === stop ? 0 : -1}
        aria-pressed={isChosen}
        aria-label={[
          cellDoses(cell, tubes, settings).join(", "),
          describeLab(cell.lab, settings).sentence,
          ...(cell.mark ? [cell.mark] : []),
          ...(reading && read
            ? [`painted ${describeLab(read, settings).sentence}${reading.isStruckOut ? ", struck out" : ""}`]
            : []),
        ].join("; ")}
        className={clsx(
          "relative flex h-full min-h-14 w-full items-end p-1 text-left focus-visible:z-10",
          isChosen && "z-10 outline outline-4 -outline-offset-4 outline-ink",
        )}
        style={
          read
            ? {
                backgroundImage: `linear-gradient(90deg, ${cssFromLab(cell.lab)} 50%, ${cssFromLab(read)} 50%)`,
              }
            : { backgroundColor: cssFromLab(cell.lab) }
        }
        onKeyDown={move}
        onClick={() => {
          onChoose(cell.key);
        }}
      >
        {isChosen ? <span aria-hidden="true" className="absolute inset-1 border-2 border-surface" /> : null}
        <span aria-hidden="true" className="bg-surface px-0.5 text-xs leading-4 text-ink tabular-nums">
          {valueText(cell.lab[0], settings.scale)}
          {reading?.isStruckOut ? " ×" : read ? " ✓" : ""}
          {cell.mark ? ` ${cell.mark}` : ""}
        </span>
      </button>
    );
  };
  const isMany = columns.length > MANY_COLUMNS;
  return (
    <div className="mt-3 overflow-x-auto" onFocus={intoSight}>
      <table
        ref={table}
        aria-label={title || "Cells of the chart"}
        className="w-full table-fixed border-separate border-spacing-0"
        style={{
          minWidth: `${NAME_REM + columns.length * (isMany ? COLUMN_REM.many : COLUMN_REM.few)}rem`,
        }}
      >
        <thead>
          <tr>
            <td style={{ width: `${NAME_REM}rem` }} />
            {columns.map((name, i) => (
              <th
                key={i}
                scope="col"
                className={clsx(
                  "pr-1 pb-1 text-left align-bottom leading-tight font-normal",
                  isMany ? "text-xs" : "text-sm",
                )}
              >
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ name, cells }, row) => (
            <tr key={row}>
              <th scope="row" className="pr-2 text-left text-sm leading-tight font-normal">
                {name}
              </th>
              {columns.map((_, i) => {
                const cell = cells[i];
                return (
                  <td key={i} className="h-14 p-0">
                    {cell ? button(cell) : null}
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
