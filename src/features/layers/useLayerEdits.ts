"use client";

/** What is done to the layers of one plan; each deed can be taken back. */
import { nanoid } from "nanoid";
import { type Layering, MOST_LAYERS, type PaintLayer } from "../../domain/layers/layering";
import { useLayerCommands } from "../../kit/commands/layerings";
import { attempt } from "../../kit/studio/problems";
import { useStore } from "../../kit/studio/useStudio";
import { undoably } from "../../kit/studio/undoStack";

export type LayerEdits = {
  readonly isFull: boolean;
  readonly add: (layers: readonly Omit<PaintLayer, "id">[]) => void;
  readonly change: (layerId: string, change: Partial<Omit<PaintLayer, "id">>) => void;
  readonly remove: (layer: PaintLayer) => void;
  /** Lowest first. */
  readonly order: (ids: readonly string[]) => void;
};

export function useLayerEdits({ id, name, layers }: Layering): LayerEdits {
  const store = useStore();
  const { changeLayering } = useLayerCommands();
  const write = (words: string, next: (before: Layering) => readonly PaintLayer[]): void => {
    attempt(
      undoably(store, words, [["layerings", id]], () =>
        changeLayering(id, (before) => ({ layers: next(before) })),
      ),
    );
  };
  return {
    isFull: layers.length >= MOST_LAYERS,
    add: (added) => {
      const rows = added.map((layer) => ({ ...layer, id: nanoid() }));
      const [first] = rows;
      if (!first) return;
      const words =
        rows.length === 1 ? `${first.name} is laid over ${name}.` : `${rows.length} layers are added.`;
      write(words, (before) => [...before.layers, ...rows].slice(0, MOST_LAYERS));
    },
    change: (layerId, change) => {
      // A rail that is dragged is one deed after another: each is small, none asks for a way back of its own.
      attempt(
        changeLayering(id, (before) => ({
          layers: before.layers.map((layer) => (layer.id === layerId ? { ...layer, ...change } : layer)),
        })),
      );
    },
    remove: (layer) => {
      write(`${layer.name} is taken off.`, (before) =>
        before.layers.filter(({ id: other }) => other !== layer.id),
      );
    },
    order: (ids) => {
      write("The order of the layers is changed.", (before) =>
        ids.flatMap((layerId) => before.layers.find((layer) => layer.id === layerId) ?? []),
      );
    },
  };
}
