"use client";

/** Rows of the log as a table; only those in sight are in the page. */
import { useVirtualizer } from "@tanstack/react-virtual";
import { clsx } from "clsx";
import { format } from "date-fns";
import { memo, type ReactNode, useEffect, useMemo, useRef } from "react";
import type { LogOrder } from "../../persistence/log/logQuery";
import type { LogKind, LogRow } from "../../domain/log/logRow";
import type { Settings } from "../../domain/settings/settings";
import type { Tube } from "../../domain/tube/tube";
import { RowGuard } from "../../ui/RowGuard";
import { Patch } from "../../ui/Patch";
import { SortableHead } from "../../ui/SortableHead";
import { useSizedWithPicture } from "../../ui/useSizedWithPicture";
import { type TubesOf, useTubesOf } from "../../kit/paint/useTubesOf";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { describeLab } from "../../words/colors";
import { doseWords } from "../../words/doses";
import { labOf, sinceKept } from "../../domain/match/since";
import { noteOfRow, SOURCE_WORDS, STATE_WORDS } from "../../words/states";
import type { FoundRows } from "./useLog";

const ROW_PX = 58;
const OVERSCAN = 4;

export type RowsProps = {
  readonly rows: FoundRows;
  readonly onOpen: (row: LogRow) => void;
};

type Column = {
  readonly id: LogOrder;
  readonly label: string;
  /** Share of the table's width on a wide screen. */
  readonly width: string;
  /** Left to the opened record on a phone. */
  readonly isSecondary?: boolean;
  readonly cell: (row: LogRow) => ReactNode;
};

export function LogTable({ rows, onOpen, onOrder }: RowsProps & { onOrder: (order: LogOrder) => void }) {
  const frame = useRef<HTMLDivElement>(null);
  const { query, found, rowAt, need } = rows;
  const columns = useColumns(query.kind, onOpen);
  const virtual = useVirtualizer({
    count: found,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_PX,
    ...useSizedWithPicture(0.62, OVERSCAN),
  });
  const items = virtual.getVirtualItems();
  const [first, last] = [items[0]?.index ?? 0, items.at(-1)?.index ?? 0];
  useEffect(() => {
    need(first, last);
  }, [need, first, last]);
  const above = items[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);
  return (
    <div
      ref={frame}
      className="mt-2 h-[62dvh] min-h-0 flex-1 overflow-y-auto wide:h-auto"
      tabIndex={0}
      role="region"
      aria-label="Records as a table"
    >
      <table className="w-full table-fixed border-collapse max-wide:text-sm" aria-rowcount={found + 1}>
        <SortableHead
          isSticky
          columns={columns.map(({ id, label, width, isSecondary = false }) => ({
            id,
            label,
            width,
            isSecondary,
            sorted: query.near || query.order !== id ? false : query.isDescending ? "desc" : "asc",
            onSort: () => {
              onOrder(id);
            },
          }))}
        />
        <tbody>
          {above > 0 ? <tr aria-hidden="true" style={{ height: above }} /> : null}
          {items.map(({ index, key }) => (
            <TableRow key={key} index={index} row={rowAt(index)} columns={columns} />
          ))}
          {below > 0 ? <tr aria-hidden="true" style={{ height: below }} /> : null}
        </tbody>
      </table>
    </div>
  );
}

/** Scrolling draws the table again at every step; a row that stays in sight is left as it is. */
const TableRow = memo(function TableRow({
  index,
  row,
  columns,
}: {
  index: number;
  row: LogRow | undefined;
  columns: readonly Column[];
}) {
  return (
    <tr aria-rowindex={index + 2} className="border-b" style={{ height: ROW_PX }}>
      {columns.map(({ id, isSecondary, cell }) => (
        <td key={id} className={clsx("pr-3", isSecondary && "hidden wide:table-cell")}>
          <div className="line-clamp-2 leading-tight">
            {row ? (
              <RowGuard name={row.note ?? "This record"} resetKey={row}>
                <Cell row={row} draw={cell} />
              </RowGuard>
            ) : (
              "…"
            )}
          </div>
        </td>
      ))}
    </tr>
  );
});

/** A component of its own, so that what fails in it fails inside its row. */
function Cell({ row, draw }: { row: LogRow; draw: Column["cell"] }) {
  return draw(row);
}

function useColumns(kind: LogKind, onOpen: (row: LogRow) => void): readonly Column[] {
  const settings = useSettings();
  const tubeById = useStudio((studio) => studio.tubeById);
  const tubesOf = useTubesOf();
  return useMemo(
    () => columnsOf(kind, onOpen, settings, tubeById, tubesOf),
    [kind, onOpen, settings, tubeById, tubesOf],
  );
}

function columnsOf(
  kind: LogKind,
  onOpen: (row: LogRow) => void,
  settings: Settings,
  tubeById: ReadonlyMap<string, Tube>,
  tubesOf: TubesOf,
): readonly Column[] {
  const colour: Column = {
    id: "value",
    label: kind === "addition" ? "What was added" : "Colour",
    width: "wide:w-[30%]",
    isSecondary: kind !== "addition",
    cell: (row) => {
      if (kind === "addition") return doseWords(row.doses, tubeById, settings).join(", ");
      const lab = labOf(row.color ?? row.target);
      return lab ? describeLab(lab, settings).sentence : "";
    },
  };
  const miss: Column = {
    id: "miss",
    label: "Miss",
    width: "w-16 max-[23rem]:w-14 wide:w-[9%]",
    cell: ({ miss: by }) => (by === undefined ? "not read" : `ΔE ${by.toFixed(1)}`),
  };
  const count: Column = {
    id: "additions",
    label: kind === "addition" ? "Step" : "Additions",
    width: "wide:w-[9%]",
    isSecondary: true,
    cell: (row) => row.additionCount,
  };
  const state: Column = {
    id: "state",
    label: kind === "match" ? "Verdict" : kind === "reading" ? "How" : "State",
    width: "w-24 max-[23rem]:w-[5.75rem] wide:w-[12%]",
    cell: (row) => {
      if (kind === "reading" && row.source) return `${SOURCE_WORDS[row.source]}, ${row.state}`;
      const isStale = kind === "match" && sinceKept(row, tubesOf(row), settings.scale).kind === "changed";
      return isStale ? `${STATE_WORDS[row.state]}; a tube changed` : STATE_WORDS[row.state];
    },
  };
  const when: Column = {
    id: "at",
    label: WHEN[kind],
    width: "wide:w-[16%]",
    isSecondary: true,
    cell: ({ at }) => format(at, "d MMM yy, HH:mm"),
  };
  const note: Column = {
    id: "note",
    label: "Note",
    width: "",
    cell: (row) => <NoteCell row={row} onOpen={onOpen} />,
  };
  if (kind === "addition") return [note, colour, count, when];
  return kind === "reading" ? [note, colour, miss, state, when] : [note, colour, miss, count, state, when];
}

const WHEN: Readonly<Record<LogKind, string>> = {
  match: "Kept",
  pile: "Begun",
  addition: "Added",
  reading: "Taken",
};

function NoteCell({ row, onOpen }: { row: LogRow; onOpen: (row: LogRow) => void }) {
  const [target, result] = [labOf(row.target), labOf(row.color)];
  return (
    <button
      type="button"
      className="flex min-h-11 w-full items-center gap-2 text-left wide:gap-3"
      onClick={() => {
        onOpen(row);
      }}
    >
      <span className="flex w-14 shrink-0 max-[23rem]:w-8 wide:w-24">
        {target ? <Patch lab={target} className="h-10 flex-1" /> : null}
        {result ? <Patch lab={result} className="h-10 flex-1" /> : null}
      </span>
      <span className="min-w-0">
        <span className="line-clamp-2 pb-1 font-semibold break-words underline underline-offset-4 wide:line-clamp-1">
          {noteOfRow(row)}
        </span>
        <span className="hidden truncate text-sm text-muted wide:block">{row.painting}</span>
      </span>
    </button>
  );
}
