"use client";

/** The stack as bands, the top layer first: base and result touch, over one's own ground and over three cards. */
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
import { clsx } from "clsx";
import { GripVertical } from "lucide-react";
import type { LabD65 } from "../../core/color/types";
import { valueText } from "../../core/describe/valueScale";
import { CARDS, seenOfGround } from "../../domain/ground/seenGround";
import type { PaintLayer } from "../../domain/layers/layering";
import { seenStack } from "../../domain/layers/seenStack";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { cssFromLab } from "../../ui/color";
import { describeLab } from "../../words/colors";
import { groundWords, layerWords } from "../../words/layers";
import type { KnownLayers } from "./known";

const DRAG_DISTANCE = 6;
const CARD_HEADS = { light: "white", middle: "grey", dark: "black" } as const satisfies Record<
  keyof typeof CARDS,
  string
>;
const ROW = "grid grid-cols-[2.75rem_5.5rem_minmax(0,1fr)] wide:grid-cols-[2.75rem_11rem_minmax(0,1fr)]";
const COLUMNS = "grid grid-cols-[minmax(0,1.6fr)_repeat(3,minmax(0,1fr))]";

/** What is seen of one column: of the ground, then after each layer. */
type Column = { readonly name: string; readonly after: readonly LabD65[] | undefined };

export function Bands({
  known: { layering, films, seen },
  layers,
  chosenId,
  onChoose,
  onOrder,
}: {
  known: KnownLayers;
  /** Those that are shown: without the top one while it is held off. */
  layers: readonly PaintLayer[];
  chosenId: string | undefined;
  onChoose: (layerId: string) => void;
  onOrder: (ids: readonly string[]) => void;
}) {
  const tubeById = useStudio((studio) => studio.tubeById);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: DRAG_DISTANCE } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const columns: readonly Column[] = [
    { name: layering.ground.name, after: seen?.after },
    ...Object.values(CARDS).map((card) => {
      const ground = seenOfGround(card, films.context);
      return { name: card.name, after: ground && seenStack(layers, ground, films.habitOf, tubeById)?.after };
    }),
  ];
  // Under it the room is narrow: the colour of a card is enough.
  const heads = new Map(
    Object.entries(CARD_HEADS).map(([card, head]) => [CARDS[card as keyof typeof CARDS].name, head]),
  );
  const falling = [...layers].reverse();
  const nameOf = (id: string | number): string =>
    layers.find((layer) => layer.id === id)?.name ?? "The layer";
  const placeOf = (id: string | number): string =>
    `place ${falling.findIndex((layer) => layer.id === id) + 1} of ${falling.length} from the top`;
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    if (!over || active.id === over.id) return;
    const ids = falling.map(({ id }) => id);
    onOrder(arrayMove(ids, ids.indexOf(String(active.id)), ids.indexOf(String(over.id))).reverse());
  };
  return (
    <div className="mt-3">
      <div className={ROW}>
        <span />
        <span />
        <div className={clsx(COLUMNS, "text-sm text-muted")} aria-hidden="true">
          {columns.map(({ name }) => (
            <span key={name} className="self-end pr-1 pb-1 leading-tight">
              {heads.get(name) ?? name}
            </span>
          ))}
        </div>
      </div>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={onDragEnd}
        accessibility={{
          announcements: {
            onDragStart: ({ active }) => `${nameOf(active.id)} is picked up, ${placeOf(active.id)}`,
            onDragOver: ({ active, over }) =>
              over ? `${nameOf(active.id)} is over ${placeOf(over.id)}` : undefined,
            onDragEnd: ({ active, over }) =>
              `${nameOf(active.id)} is laid down${over ? `, ${placeOf(over.id)}` : ""}`,
            onDragCancel: ({ active }) => `${nameOf(active.id)} goes back`,
          },
        }}
      >
        <SortableContext items={falling.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
          <ol aria-label="Layers, the top one first">
            {falling.map((layer, i) => (
              <Band
                key={layer.id}
                layer={layer}
                isChosen={layer.id === chosenId}
                columns={columns}
                at={layers.length - i}
                onChoose={() => {
                  onChoose(layer.id);
                }}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <div className={ROW}>
        <span />
        <span className="self-center pr-2 text-sm leading-tight text-muted">
          {groundWords(layering.ground)}
        </span>
        <Cells columns={columns} at={0} />
      </div>
    </div>
  );
}

function Band({
  layer,
  isChosen,
  columns,
  at,
  onChoose,
}: {
  layer: PaintLayer;
  isChosen: boolean;
  columns: readonly Column[];
  at: number;
  onChoose: () => void;
}) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({
    id: layer.id,
  });
  return (
    <li
      ref={setNodeRef}
      className={clsx(ROW, "bg-surface")}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <button
        ref={setActivatorNodeRef}
        type="button"
        className="-ml-1 flex min-h-11 w-11 touch-none items-center justify-center"
        {...attributes}
        {...listeners}
        aria-label={`Move ${layer.name}`}
      >
        <GripVertical aria-hidden="true" className="size-5" />
      </button>
      <button
        type="button"
        aria-pressed={isChosen}
        className="flex min-h-11 min-w-0 flex-wrap content-center gap-x-2 pr-2 text-left leading-tight aria-pressed:font-bold aria-pressed:underline"
        onClick={onChoose}
      >
        <span>{layer.name}</span>
        <span className="text-sm font-normal text-muted">{layerWords(layer)}</span>
      </button>
      <Cells columns={columns} at={at} />
    </li>
  );
}

function Cells({ columns, at }: { columns: readonly Column[]; at: number }) {
  const settings = useSettings();
  return (
    <div className={COLUMNS}>
      {columns.map(({ name, after }) => {
        const lab = after?.[at];
        return lab ? (
          <div
            key={name}
            role="img"
            data-paint=""
            aria-label={`over ${name}: ${describeLab(lab, settings).sentence}`}
            className="flex min-h-14 items-end"
            style={{ backgroundColor: cssFromLab(lab) }}
          >
            <span
              aria-hidden="true"
              className="m-0.5 bg-surface px-1 text-xs wide:m-1 leading-4 text-ink tabular-nums"
            >
              {valueText(lab[0], settings.scale)}
            </span>
          </div>
        ) : (
          <span key={name} className="flex min-h-14 items-center border px-1 text-xs text-muted">
            not known
          </span>
        );
      })}
    </div>
  );
}
