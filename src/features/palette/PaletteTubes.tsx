"use client";

/** The tubes of a palette in the order of one's own board: dragged by hand or moved by keyboard. */
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
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
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { GripVertical, X } from "lucide-react";
import { useState } from "react";
import type { Palette } from "../../domain/palette/palette";
import type { Tube } from "../../domain/tube/tube";
import { Button } from "../../ui/Button";
import { Drawer } from "../../ui/Drawer";
import { Smear } from "../../ui/Smear";
import { BoxPicker } from "../../kit/paint/BoxPicker";
import { ladderOfTube } from "../../domain/tube/smear";
import { useDb, useStudio } from "../../kit/studio/useStudio";
import { attempt } from "../../kit/studio/problems";
import { undoably } from "../../kit/studio/undoStack";
import { useTubeCommands } from "../../kit/commands/tubes";
import { tubesOf } from "../../domain/palette/searchedTubes";

/** A finger that scrolls moves less than this before it is meant as a drag, px. */
const DRAG_DISTANCE = 6;

export function PaletteTubes({ palette }: { palette: Palette }) {
  const tubeById = useStudio((studio) => studio.tubeById);
  const { setBoard } = useTubeCommands();
  const db = useDb();
  const [isChoosing, setChoosing] = useState(false);
  // The new order stands at once; the store follows.
  const [moved, setMoved] = useState<{ readonly from: string; readonly ids: readonly string[] }>();
  const stored = palette.tubeIds.join();
  const tubeIds = moved?.from === stored ? moved.ids : palette.tubeIds;
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: DRAG_DISTANCE } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const keep = (ids: readonly string[]): void => {
    setMoved({ from: stored, ids });
    attempt(setBoard(palette.id, ids));
  };
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    if (!over || active.id === over.id) return;
    keep(arrayMove([...tubeIds], tubeIds.indexOf(String(active.id)), tubeIds.indexOf(String(over.id))));
  };
  const tubes = tubesOf(tubeIds, tubeById);
  /** What a screen reader says while a tube is moved. */
  const told = (id: string | number, words: string): string =>
    `${tubeById.get(String(id))?.label ?? "The tube"} ${words}`;
  const placeOf = (id: string | number): string =>
    `place ${tubeIds.indexOf(String(id)) + 1} of ${tubeIds.length}`;
  return (
    <div className="mt-4">
      <h2 className="flex items-baseline justify-between gap-2 border-b-2 border-ink font-bold">
        Its tubes
        <Button
          weight="quiet"
          onClick={() => {
            setChoosing(true);
          }}
        >
          choose
        </Button>
      </h2>
      {tubes.length === 0 ? <p className="py-2 text-muted">None yet. Choose some from your box.</p> : null}
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={onDragEnd}
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
        <SortableContext items={tubes.map((tube) => tube.id)} strategy={verticalListSortingStrategy}>
          <ol aria-label={`Tubes of ${palette.name}`}>
            {tubes.map((tube, place) => (
              <SortableTube
                key={tube.id}
                tube={tube}
                variant={place}
                canGo={tubes.length > 1}
                onRemove={() => {
                  attempt(
                    undoably(db, `${tube.label} is off ${palette.name}.`, [["palettes", palette.id]], () =>
                      setBoard(
                        palette.id,
                        tubeIds.filter((id) => id !== tube.id),
                      ),
                    ),
                  );
                }}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <Drawer
        isOpen={isChoosing}
        onOpenChange={setChoosing}
        title={`Tubes of ${palette.name}`}
        description="From your box, in the order in which you choose them."
      >
        <TubeChoice
          key={stored}
          chosenIds={tubeIds}
          onChosen={(ids) => {
            keep(ids);
            setChoosing(false);
          }}
        />
      </Drawer>
    </div>
  );
}

function SortableTube({
  tube,
  variant,
  canGo,
  onRemove,
}: {
  tube: Tube;
  variant: number;
  canGo: boolean;
  onRemove: () => void;
}) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({
    id: tube.id,
  });
  return (
    <li
      ref={setNodeRef}
      className="flex min-h-12 items-center gap-1.5 border-b bg-surface"
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <button
        ref={setActivatorNodeRef}
        type="button"
        className="-ml-3 flex size-11 shrink-0 touch-none items-center justify-center"
        {...attributes}
        {...listeners}
        aria-label={`Move ${tube.label}`}
      >
        <GripVertical aria-hidden="true" className="size-5" />
      </button>
      <Smear ladder={ladderOfTube(tube)} variant={variant} className="h-7 w-14 shrink-0" />
      <span className="min-w-0 flex-1 truncate leading-tight">{tube.label}</span>
      <button
        type="button"
        className="flex size-11 shrink-0 items-center justify-center disabled:invisible"
        aria-label={`Take ${tube.label} out`}
        disabled={!canGo}
        onClick={onRemove}
      >
        <X aria-hidden="true" className="size-5" />
      </button>
    </li>
  );
}

function TubeChoice({
  chosenIds,
  onChosen,
}: {
  chosenIds: readonly string[];
  onChosen: (ids: readonly string[]) => void;
}) {
  const [ids, setIds] = useState(chosenIds);
  return (
    <div className="flex flex-col gap-4">
      <BoxPicker legend="Tubes of this palette" chosenIds={ids} keptIds={chosenIds} onChange={setIds} />
      <Button
        weight="main"
        className="self-start"
        disabled={ids.length === 0}
        onClick={() => {
          onChosen(ids);
        }}
      >
        Take these
      </Button>
    </div>
  );
}
