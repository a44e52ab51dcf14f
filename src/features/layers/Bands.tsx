"use client";

/** The stack as bands, the top layer first: base and result touch, over one's own ground and over three cards. */
import { clsx } from "clsx";
import type { LabD65 } from "../../core/color/types";
import { valueText } from "../../core/describe/valueScale";
import { CARDS, seenOfGround } from "../../domain/ground/seenGround";
import type { PaintLayer } from "../../domain/layers/layering";
import { seenStack } from "../../domain/layers/seenStack";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { cssFromLab } from "../../ui/color";
import { SortableList } from "../../ui/SortableList";
import type { SortableItem } from "../../ui/sortableParts";
import { describeLab } from "../../words/colors";
import { groundWords, layerWords } from "../../words/layers";
import type { KnownLayers } from "./known";

const CARD_HEADS = { light: "white", middle: "grey", dark: "black" } as const satisfies Record<
  keyof typeof CARDS,
  string
>;
const ROW =
  "grid grid-cols-[2.75rem_5.5rem_minmax(0,1fr)] narrow:grid-cols-[2.25rem_2.25rem_minmax(0,1fr)] wide:grid-cols-[2.75rem_11rem_minmax(0,1fr)]";
const COLUMNS = "grid grid-cols-[minmax(0,1.6fr)_repeat(3,minmax(0,1fr))] narrow:grid-cols-4";

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
  return (
    <div className="mt-3">
      <div className={ROW}>
        <span />
        <span />
        <div className={clsx(COLUMNS, "text-sm text-muted")} aria-hidden="true">
          {columns.map(({ name }) => (
            <span key={name} className="self-end pr-1 pb-1 leading-tight narrow:pr-0.5">
              {heads.get(name) ?? name}
            </span>
          ))}
        </div>
      </div>
      <SortableList
        label="Layers, the top one first"
        ids={falling.map(({ id }) => id)}
        nameOf={(id) => layers.find((layer) => layer.id === id)?.name ?? "The layer"}
        handleClass="-ml-1"
        onOrder={(ids) => {
          onOrder([...ids].reverse());
        }}
        item={(id, held) => {
          const at = layers.findIndex((layer) => layer.id === id);
          const layer = layers[at];
          return layer ? (
            <Band
              layer={layer}
              held={held}
              isChosen={id === chosenId}
              columns={columns}
              at={at + 1}
              onChoose={() => {
                onChoose(id);
              }}
            />
          ) : null;
        }}
      />
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
  held: { ref, style, handle },
  isChosen,
  columns,
  at,
  onChoose,
}: {
  layer: PaintLayer;
  held: SortableItem;
  isChosen: boolean;
  columns: readonly Column[];
  at: number;
  onChoose: () => void;
}) {
  return (
    <li ref={ref} className={clsx(ROW, "bg-surface")} style={style}>
      {handle}
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
              className="m-0.5 bg-surface px-1 text-xs narrow:m-0 narrow:px-0 narrow:text-[0.5rem] wide:m-1 leading-4 text-ink tabular-nums"
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
