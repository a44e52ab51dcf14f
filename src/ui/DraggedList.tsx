"use client";

/** The list while it can be dragged by hand or moved by keyboard; each move is told. */
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
import { Handle, ListFrame, type SortableListProps } from "./sortableParts";

/** A finger that scrolls moves less than this before it is meant as a drag, px. */
const DRAG_DISTANCE = 6;

export function DraggedList({
  label,
  ids,
  nameOf,
  handleClass,
  isRow = false,
  onOrder,
  onPreview,
  item,
}: SortableListProps) {
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
        <ListFrame label={label} isRow={isRow}>
          {ids.map((id) => (
            <DraggedItem key={id} id={id} name={nameOf(id)} handleClass={handleClass} item={item} />
          ))}
        </ListFrame>
      </SortableContext>
    </DndContext>
  );
}

function DraggedItem({
  id,
  name,
  handleClass,
  item,
}: Pick<SortableListProps, "handleClass" | "item"> & { readonly id: string; readonly name: string }) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({
    id,
  });
  return item(id, {
    ref: setNodeRef,
    style: { transform: CSS.Translate.toString(transform), transition },
    handle: (
      <Handle ref={setActivatorNodeRef} name={name} className={handleClass} {...attributes} {...listeners} />
    ),
  });
}
