"use client";

/** Layers that are planned for the note of a record, from the ground up. */
import { seenOfGround } from "../../domain/ground/seenGround";
import type { LabD65 } from "../../core/color/types";
import type { Layering } from "../../domain/layers/layering";
import { seenStack } from "../../domain/layers/seenStack";
import { useFilms } from "../../kit/layers/useLayers";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Patch } from "../../ui/Patch";
import { groundWords, layerWords, ratioWords } from "../../words/layers";

export type LayerLines = {
  readonly id: string;
  readonly title: string;
  readonly lines: readonly {
    readonly name: string;
    readonly words: string;
    readonly lab: LabD65 | undefined;
  }[];
};

export function useLayerLines(layerings: readonly Layering[]): readonly LayerLines[] {
  const settings = useSettings();
  const tubeById = useStudio((studio) => studio.tubeById);
  const { habitOf, context } = useFilms();
  return layerings.map(({ id, name, ground, layers }) => {
    const under = seenOfGround(ground, context);
    const after = under && seenStack(layers, under, habitOf, tubeById)?.after;
    return {
      id,
      title: name,
      lines: [
        { name: ground.name, words: groundWords(ground), lab: after?.[0] },
        ...layers.map((layer, i) => ({
          name: layer.name,
          words: `${layerWords(layer)}, ${ratioWords(layer, settings)}`,
          lab: after?.[i + 1],
        })),
      ],
    };
  });
}

export function PlannedLayers({ plan: { title, lines } }: { plan: LayerLines }) {
  return (
    <section>
      <h3 className="mt-4 font-bold">In layers: {title}</h3>
      <ol className="border-t">
        {lines.map(({ name, words, lab }, i) => (
          <li key={i} className="flex items-center gap-3 border-b py-1.5">
            {lab ? <Patch lab={lab} className="h-9 w-12 shrink-0" /> : null}
            <span className="leading-tight">
              <span className="font-semibold">{name}</span>
              <span className="block text-sm text-muted">{words}</span>
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
