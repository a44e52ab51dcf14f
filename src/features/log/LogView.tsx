"use client";

/** Every match kept; sort it, open one, and mix it again. */
import {
  createColumnHelper,
  createSortedRowModel,
  rowSortingFeature,
  sortFn_alphanumeric,
  sortFn_basic,
  tableFeatures,
  useTable,
} from "@tanstack/react-table";
import { clsx } from "clsx";
import { format } from "date-fns";
import { useLiveQuery } from "dexie-react-hooks";
import Link from "next/link";
import { useMemo, useState } from "react";
import { type LogEntry, readLog } from "../../persistence/studio";
import { labFromStored } from "../../persistence/storedColor";
import { buttonClass } from "../../ui/Button";
import { Patch } from "../../ui/Patch";
import { SortableHead } from "../shared/SortableHead";
import { useStudio } from "../shared/Studio";
import { describeLab } from "../shared/words";
import { BiasReport } from "./BiasReport";
import { LogDetail } from "./LogDetail";

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { basic: sortFn_basic, alphanumeric: sortFn_alphanumeric },
});

const VERDICTS = { provisional: "provisional", confirmed: "checked dry", moved: "moved in drying" } as const;

export function LogView() {
  const { db } = useStudio();
  const entries = useLiveQuery(() => readLog(db), [db]);
  const [openId, setOpenId] = useState<string>();
  if (!entries) return <p className="p-5 text-muted">Reading the log</p>;
  if (entries.length === 0) {
    return (
      <div className="p-5">
        <h1 className="text-xl font-bold">Log</h1>
        <p className="mt-2">
          Each match that you keep is recorded here with what went in, so that it can be mixed again.
        </p>
        <Link href="/mix" className={buttonClass("main", "mt-4")}>
          Mix a note
        </Link>
      </div>
    );
  }
  const open = entries.find((entry) => entry.match.id === openId);
  return (
    <div className="p-4 wide:p-5 wide:pl-2">
      <h1 className="text-xl font-bold">
        Log{" "}
        <span className="font-normal text-muted">
          {entries.length} {entries.length === 1 ? "match" : "matches"}
        </span>
      </h1>
      <LogTable entries={entries} onOpen={setOpenId} />
      <BiasReport />
      <LogDetail
        entry={open}
        onClose={() => {
          setOpenId(undefined);
        }}
      />
    </div>
  );
}

const column = createColumnHelper<typeof features, LogEntry>();

function LogTable({ entries, onOpen }: { entries: readonly LogEntry[]; onOpen: (id: string) => void }) {
  const { settings } = useStudio();
  const columns = useMemo(
    () =>
      column.columns([
        column.accessor((entry) => entry.note?.name ?? "a note no longer known", {
          id: "note",
          header: "Note",
          sortFn: "alphanumeric",
          cell: ({ row }) => <NoteCell entry={row.original} onOpen={onOpen} />,
        }),
        column.accessor((entry) => entry.match.target.lab[0], {
          id: "value",
          header: "Colour",
          sortFn: "basic",
          cell: ({ row }) => describeLab(labFromStored(row.original.match.target), settings).sentence,
        }),
        column.accessor((entry) => entry.match.deltaE2000, {
          id: "miss",
          header: "Miss",
          sortFn: "basic",
          cell: ({ getValue }) => <span className="whitespace-nowrap">ΔE {getValue().toFixed(1)}</span>,
        }),
        column.accessor((entry) => entry.pile?.additions.length ?? 0, {
          id: "additions",
          header: "Additions",
          sortFn: "basic",
        }),
        column.accessor((entry) => VERDICTS[entry.match.verdict], {
          id: "verdict",
          header: "Verdict",
          sortFn: "alphanumeric",
        }),
        column.accessor((entry) => entry.match.keptAt, {
          id: "kept",
          header: "Kept",
          sortFn: "basic",
          cell: ({ getValue }) => format(getValue(), "d MMM, HH:mm"),
        }),
      ]),
    [onOpen, settings],
  );
  const data = useMemo(() => [...entries], [entries]);
  const table = useTable({ features, columns, data });
  return (
    <table className="mt-3 w-full border-collapse max-wide:text-sm">
      <SortableHead
        columns={table.getFlatHeaders().map((header) => ({
          id: header.id,
          label: <table.FlexRender header={header} />,
          sorted: header.column.getIsSorted(),
          onSort: header.column.getToggleSortingHandler(),
          isSecondary: isSecondary(header.id),
        }))}
      />
      <tbody>
        {table.getRowModel().rows.map((row) => (
          <tr key={row.id} className="border-b">
            {row.getAllCells().map((cell) => (
              <td
                key={cell.id}
                className={clsx("py-0.5 pr-3", isSecondary(cell.column.id) && "hidden wide:table-cell")}
              >
                <table.FlexRender cell={cell} />
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Columns that a phone leaves to the opened record. */
function isSecondary(columnId: string): boolean {
  return columnId === "value" || columnId === "additions" || columnId === "kept";
}

function NoteCell({ entry, onOpen }: { entry: LogEntry; onOpen: (id: string) => void }) {
  const { match, note } = entry;
  return (
    <button
      type="button"
      className="flex min-h-11 w-full items-center gap-3 text-left font-semibold underline underline-offset-4"
      onClick={() => {
        onOpen(match.id);
      }}
    >
      <span className="flex w-24 shrink-0">
        <Patch lab={labFromStored(match.target)} className="h-9 flex-1" />
        <Patch lab={labFromStored(match.result)} className="h-9 flex-1" />
      </span>
      {note?.name ?? "a note no longer known"}
    </button>
  );
}
