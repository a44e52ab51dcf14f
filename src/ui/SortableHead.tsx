"use client";

/** The head of a table that sorts: each column is a button, and the arrow says which way it lies. */
import { clsx } from "clsx";
import { ArrowDown, ArrowUp } from "lucide-react";
import type { ReactNode } from "react";

export type HeadColumn = {
  readonly id: string;
  readonly label: ReactNode;
  readonly sorted: false | "asc" | "desc";
  readonly onSort: ((event: unknown) => void) | undefined;
  /** Left out on a phone. */
  readonly isSecondary?: boolean;
  /** Classes that set the column's width, where the table does not find it itself. */
  readonly width?: string;
};

export function SortableHead({
  columns,
  isSticky = false,
}: {
  columns: readonly HeadColumn[];
  /** Stays in sight while the rows scroll below it. */
  isSticky?: boolean;
}) {
  return (
    <thead className={clsx(isSticky && "sticky top-0 z-10 bg-surface")}>
      <tr className="border-b-2 border-ink text-left">
        {columns.map(({ id, label, sorted, onSort, isSecondary, width }) => (
          <th
            key={id}
            scope="col"
            aria-sort={sorted === "asc" ? "ascending" : sorted === "desc" ? "descending" : "none"}
            className={clsx("font-semibold", width, isSecondary && "hidden wide:table-cell")}
          >
            <button type="button" className="flex min-h-11 min-w-11 items-center gap-1 pr-2" onClick={onSort}>
              {label}
              {sorted === "asc" ? <ArrowUp aria-hidden="true" className="size-4" /> : null}
              {sorted === "desc" ? <ArrowDown aria-hidden="true" className="size-4" /> : null}
            </button>
          </th>
        ))}
      </tr>
    </thead>
  );
}
