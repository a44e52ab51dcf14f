"use client";

/** A list in an order of one's own: dragged by hand or moved by keyboard, and each move is told. */
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  type DragOverEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  rectSortingStrategy,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { clsx } from "clsx";
import { GripVertical } from "lucide-react";
import type { CSSProperties, ReactNode } from "react";

/** A finger that scrolls moves less than this before it is meant as a drag, px. */
const DRAG_DISTANCE = 6;

export function SortableList({
  label,
  ids,
  nameOf,
  isRow = false,
  onOrder,
  onPreview,
  children,
}: {
  label: string;
  /** In the order of the list. */
  ids: readonly string[];
  nameOf: (id: string) => string;
  /** Beside each other, and on further lines where there is no room. */
  isRow?: boolean;
  onOrder: (ids: readonly string[]) => void;
  /** The order that it would be, while something is dragged; undefined when nothing is any more. */
  onPreview?: (ids: readonly string[] | undefined) => void;
  /** Items, each made with {@link useSortableItem}. */
  children: ReactNode;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: DRAG_DISTANCE } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const orderWith = ({ active, over }: DragOverEvent): readonly string[] | undefined =>
    over && active.id !== over.id
      ? arrayMove([...ids], ids.indexOf(String(active.id)), ids.indexOf(String(over.id)))
      : undefined;
  const onDragEnd = (event: DragEndEvent): void => {
    onPreview?.(undefined);
    const order = orderWith(event);
    if (order) onOrder(order);
  };
  const told = (id: string | number, words: string): string => `${nameOf(String(id))} ${words}`;
  const placeOf = (id: string | number): string => `place ${ids.indexOf(String(id)) + 1} of ${ids.length}`;
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={onDragEnd}
      {...(onPreview && {
        onDragOver: (event: DragOverEvent) => {
          onPreview(orderWith(event));
        },
        onDragCancel: () => {
          onPreview(undefined);
        },
      })}
      accessibility={{
        announcements: {
          onDragStart: ({ active }) => told(active.id, `is picked up, ${placeOf(active.id)}`),
          onDragOver: ({ active, over }) =>
            over ? told(active.id, `is over ${placeOf(over.id)}`) : undefined,
          onDragEnd: ({ active, over }) =>
            told(active.id, `is laid down${over ? `, ${placeOf(over.id)}` : ""}`),
          onDragCancel: ({ active }) => told(active.id, "goes back"),
        },
      }}
    >
      <SortableContext items={[...ids]} strategy={isRow ? rectSortingStrategy : verticalListSortingStrategy}>
        <ol aria-label={label} className={isRow ? "flex flex-wrap gap-x-4" : undefined}>
          {children}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

export type SortableItem = {
  readonly ref: (element: HTMLElement | null) => void;
  readonly style: CSSProperties;
  /** Where it is taken hold of. */
  readonly handle: ReactNode;
};

export function useSortableItem(id: string, name: string, handleClass: string): SortableItem {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({
    id,
  });
  return {
    ref: setNodeRef,
    style: { transform: CSS.Translate.toString(transform), transition },
    handle: (
      <button
        ref={setActivatorNodeRef}
        type="button"
        className={clsx("flex min-h-11 w-11 shrink-0 touch-none items-center justify-center", handleClass)}
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}`}
      >
        <GripVertical aria-hidden="true" className="size-5" />
      </button>
    ),
  };
}
