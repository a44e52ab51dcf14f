"use client";

/** A list in an order of one's own. It stands at rest until what drags it is there. */
import { Fragment } from "react";
import { later } from "./later";
import { Handle, ListFrame, type SortableListProps } from "./sortableParts";

const DraggedList = later(async () => (await import("./DraggedList")).DraggedList);

export function SortableList(props: SortableListProps) {
  return <DraggedList {...props} meanwhile={<ListAtRest {...props} />} />;
}

function ListAtRest({ label, ids, nameOf, handleClass, isRow = false, item }: SortableListProps) {
  return (
    <ListFrame label={label} isRow={isRow}>
      {ids.map((id) => (
        <Fragment key={id}>
          {item(id, { ref: null, style: {}, handle: <Handle name={nameOf(id)} className={handleClass} /> })}
        </Fragment>
      ))}
    </ListFrame>
  );
}
