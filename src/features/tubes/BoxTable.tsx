"use client";

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
import { useMemo } from "react";
import type { LabD65 } from "../../core/color/types";
import { lchFromLab } from "../../core/color/cieLab";
import { valueFromLightness } from "../../core/describe/valueScale";
import type { Tube } from "../../domain/tube/tube";
import { ladderOfTube } from "../../domain/tube/smear";
import { SortableHead } from "../../ui/SortableHead";
import { useSettings } from "../../kit/studio/useStudio";

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { basic: sortFn_basic, alphanumeric: sortFn_alphanumeric },
});
type Row = {
  readonly tube: Tube;
  /** Empty for a tube without a model; undefined for one that cannot be shown. */
  readonly ladder: readonly LabD65[] | undefined;
};
const column = createColumnHelper<typeof features, Row>();

/** Columns are computed for sorting, outside of any row: one tube that fails may not take the others along. */
function rowOf(tube: Tube): Row {
  try {
    return { tube, ladder: ladderOfTube(tube) };
  } catch {
    return { tube, ladder: undefined };
  }
}

/** Below all that is known. */
const UNKNOWN = -1;
const known = (value: number): string => (value < 0 ? "" : String(value));

/** The box as a table that sorts by its columns. */
export function BoxTable({
  tubes,
  openId,
  onOpen,
}: {
  tubes: readonly Tube[];
  openId: string | undefined;
  onOpen: (tubeId: string) => void;
}) {
  const settings = useSettings();
  const columns = useMemo(
    () =>
      column.columns([
        column.accessor(({ tube }) => tube.label, {
          id: "label",
          header: "Tube",
          sortFn: "alphanumeric",
          cell: ({ row }) => (
            <>
              <button
                type="button"
                className="min-h-11 text-left underline underline-offset-4"
                onClick={() => {
                  onOpen(row.original.tube.id);
                }}
              >
                {row.original.tube.label}
              </button>
              {row.original.ladder ? null : (
                <span className="block text-sm text-muted">
                  Its colour cannot be shown. Its record is kept as it is.
                </span>
              )}
            </>
          ),
        }),
        column.accessor(
          ({ ladder }) => {
            const masstone = ladder?.[0];
            return masstone ? Number(valueFromLightness(masstone[0], settings.scale).toFixed(1)) : UNKNOWN;
          },
          { id: "value", header: "Value", sortFn: "basic", cell: ({ getValue }) => known(getValue()) },
        ),
        column.accessor(
          ({ ladder }) =>
            ladder?.length ? Math.round(Math.max(...ladder.map((lab) => lchFromLab(lab)[1]))) : UNKNOWN,
          { id: "chroma", header: "Chroma", sortFn: "basic", cell: ({ getValue }) => known(getValue()) },
        ),
        column.accessor(({ tube }) => tube.stockMl ?? UNKNOWN, {
          id: "stock",
          header: "ml",
          sortFn: "basic",
          cell: ({ getValue }) => known(getValue()),
        }),
      ]),
    [onOpen, settings.scale],
  );
  const data = useMemo(() => tubes.map(rowOf), [tubes]);
  const table = useTable({ features, columns, data });
  return (
    <div
      className="mt-1 min-h-56 flex-1 shrink-0 overflow-auto"
      tabIndex={0}
      role="region"
      aria-label="Tubes as a table"
    >
      <table className="w-full border-collapse">
        <SortableHead
          columns={table.getFlatHeaders().map((header) => ({
            id: header.id,
            label: <table.FlexRender header={header} />,
            sorted: header.column.getIsSorted(),
            onSort: header.column.getToggleSortingHandler(),
          }))}
        />
        <tbody>
          {table.getRowModel().rows.map((row) => (
            <tr key={row.id} className={clsx("border-b", row.original.tube.id === openId && "font-bold")}>
              {row.getAllCells().map((cell) => (
                <td key={cell.id} className="pr-2">
                  <table.FlexRender cell={cell} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
