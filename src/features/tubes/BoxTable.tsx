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
const column = createColumnHelper<typeof features, Tube>();

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
        column.accessor((tube) => tube.label, {
          id: "label",
          header: "Tube",
          sortFn: "alphanumeric",
          cell: ({ row }) => (
            <button
              type="button"
              className="min-h-11 text-left underline underline-offset-4"
              onClick={() => {
                onOpen(row.original.id);
              }}
            >
              {row.original.label}
            </button>
          ),
        }),
        column.accessor(
          (tube) => {
            const [masstone] = ladderOfTube(tube);
            return masstone ? Number(valueFromLightness(masstone[0], settings.scale).toFixed(1)) : -1;
          },
          { id: "value", header: "Value", sortFn: "basic" },
        ),
        column.accessor(
          (tube) => Math.round(Math.max(0, ...ladderOfTube(tube).map((lab) => lchFromLab(lab)[1]))),
          { id: "chroma", header: "Chroma", sortFn: "basic" },
        ),
        column.accessor((tube) => tube.stockMl ?? -1, {
          id: "stock",
          header: "ml",
          sortFn: "basic",
          cell: ({ getValue }) => (getValue() < 0 ? "" : String(getValue())),
        }),
      ]),
    [onOpen, settings.scale],
  );
  const data = useMemo(() => [...tubes], [tubes]);
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
            <tr key={row.id} className={clsx("border-b", row.original.id === openId && "font-bold")}>
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
