"use client";

/** What a list in an order of one's own is made of, at rest and while it is dragged. */
import { clsx } from "clsx";
import { GripVertical } from "lucide-react";
import type { ButtonHTMLAttributes, CSSProperties, ReactNode, Ref } from "react";

export type SortableItem = {
  readonly ref: Ref<HTMLLIElement>;
  readonly style: CSSProperties;
  /** Where it is taken hold of. */
  readonly handle: ReactNode;
};

export type SortableListProps = {
  readonly label: string;
  /** In the order of the list. */
  readonly ids: readonly string[];
  readonly nameOf: (id: string) => string;
  /** Of the handles. */
  readonly handleClass: string;
  /** Beside each other, and on further lines where there is no room. */
  readonly isRow?: boolean;
  readonly onOrder: (ids: readonly string[]) => void;
  /** The order that it would be, while something is dragged; undefined when nothing is any more. */
  readonly onPreview?: (ids: readonly string[] | undefined) => void;
  /** An item of the list, as `li`. */
  readonly item: (id: string, held: SortableItem) => ReactNode;
};

export function ListFrame({
  label,
  isRow = false,
  children,
}: Pick<SortableListProps, "label" | "isRow"> & { readonly children: ReactNode }) {
  return (
    <ol aria-label={label} className={isRow ? "flex flex-wrap gap-x-4" : undefined}>
      {children}
    </ol>
  );
}

export function Handle({
  name,
  className,
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & {
  readonly name: string;
  readonly ref?: Ref<HTMLButtonElement>;
}) {
  return (
    <button
      type="button"
      className={clsx("flex min-h-11 w-11 shrink-0 touch-none items-center justify-center", className)}
      {...rest}
      aria-label={`Move ${name}`}
    >
      <GripVertical aria-hidden="true" className="size-5" />
    </button>
  );
}
