"use client";

/** The layers to take along: as PDF with text, on paper, as a table for spreadsheets. */
import { CARDS, seenOfGround } from "../../domain/ground/seenGround";
import { layerFaults } from "../../domain/layers/mediumRules";
import { seenStack } from "../../domain/layers/seenStack";
import { TakeAlong, tableNumber } from "../../kit/sheet/TakeAlong";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { doseWords, tubeName } from "../../words/doses";
import { groundWords, LAYER_FAULT_WORDS, layerWords, ratioWords, THINNER_WORDS } from "../../words/layers";
import type { KnownLayers } from "./known";
import { layersDrawing } from "./layersDrawing";

export function LayersOnPaper({ known: { layering, films, seen } }: { known: KnownLayers }) {
  const painting = useStudio((studio) => studio.painting);
  const tubeById = useStudio((studio) => studio.tubeById);
  const settings = useSettings();
  const { layers, ground, name: title } = layering;
  const overCard = (card: (typeof CARDS)[keyof typeof CARDS]) => {
    const under = seenOfGround(card, films.context);
    return under && seenStack(layers, under, films.habitOf, tubeById)?.after;
  };
  const columns = [seen?.after, ...Object.values(CARDS).map(overCard)];
  const labsAt = (at: number) => columns.map((after) => after?.[at]);
  const drawing = layersDrawing({
    title,
    painting: painting?.name ?? "",
    columns: [ground.name, ...Object.values(CARDS).map(({ name }) => name)],
    rows: [
      ...layers
        .map((layer, i) => ({
          name: layer.name,
          lines: [
            layerWords(layer),
            ratioWords(layer, settings),
            ...(layer.amounts.length > 1 ? [doseWords(layer.amounts, tubeById, settings).join(", ")] : []),
          ],
          labs: labsAt(i + 1),
        }))
        .reverse(),
      { name: "The ground", lines: [groundWords(ground)], labs: labsAt(0) },
    ],
    remarks: layerFaults(layers, ground, tubeById).map(
      ({ fault, layerId }) =>
        `${layers.find(({ id }) => id === layerId)?.name ?? ""}: ${LAYER_FAULT_WORDS[fault]}`,
    ),
  });
  return (
    <TakeAlong
      label="Take the layers along:"
      title={title}
      subject={layers.map(({ name }) => name).join(", ")}
      usualName="layers"
      drawings={() => [drawing]}
      lines={() =>
        layers.flatMap((layer, i) => {
          const lab = seen?.after[i + 1];
          return layer.amounts.map(({ tubeId, parts }) => ({
            plan: title,
            ground: ground.name,
            layer: i + 1,
            name: layer.name,
            tube: tubeName(tubeById.get(tubeId)),
            pigments: tubeById.get(tubeId)?.colourIndexNames.join(" ") ?? "",
            parts: tableNumber(parts),
            thinned_with: THINNER_WORDS[layer.thinner],
            thinner_share: tableNumber(layer.thinnerShare),
            passes: layer.passes,
            cover_share: tableNumber(layer.coverShare),
            taken_up_share: tableNumber(layer.takenUpShare),
            predicted_L: lab ? tableNumber(lab[0]) : "",
            predicted_a: lab ? tableNumber(lab[1]) : "",
            predicted_b: lab ? tableNumber(lab[2]) : "",
          }));
        })
      }
    />
  );
}
