"use client";

/** The layers to take along: as PDF with text, on paper, as a table for spreadsheets. */
import Papa from "papaparse";
import { CARDS, seenOfGround } from "../../domain/ground/seenGround";
import { layerFaults } from "../../domain/layers/mediumRules";
import { seenStack } from "../../domain/layers/seenStack";
import { OnPaper } from "../../kit/sheet/OnPaper";
import { fileNameOf, fontAddress, pdfOf } from "../../kit/sheet/sheetFiles";
import { svgOf } from "../../kit/sheet/svgOf";
import { usePrinting } from "../../kit/sheet/usePrinting";
import { attempt } from "../../kit/studio/problems";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { download } from "../../ui/download";
import { doseWords, tubeName } from "../../words/doses";
import { groundWords, LAYER_FAULT_WORDS, layerWords, ratioWords, THINNER_WORDS } from "../../words/layers";
import type { KnownLayers } from "./known";
import { layersDrawing } from "./layersDrawing";

export function LayersOnPaper({ known: { layering, films, seen } }: { known: KnownLayers }) {
  const painting = useStudio((studio) => studio.painting);
  const tubeById = useStudio((studio) => studio.tubeById);
  const settings = useSettings();
  const [printed, print] = usePrinting();
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
            ratioWords(layer),
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
  const fileName = fileNameOf(title, "layers");
  const savePdf = async (): Promise<void> => {
    const subject = layers.map(({ name }) => name).join(", ");
    download(await pdfOf([drawing], { title, subject }), `${fileName}.pdf`);
  };
  const saveCsv = (): void => {
    const lines = layers.flatMap((layer, i) => {
      const lab = seen?.after[i + 1];
      return layer.amounts.map(({ tubeId, parts }) => ({
        plan: title,
        ground: ground.name,
        layer: i + 1,
        name: layer.name,
        tube: tubeName(tubeById.get(tubeId)),
        pigments: tubeById.get(tubeId)?.colourIndexNames.join(" ") ?? "",
        parts: round(parts),
        thinned_with: THINNER_WORDS[layer.thinner],
        thinner_share: round(layer.thinnerShare),
        passes: layer.passes,
        cover_share: round(layer.coverShare),
        taken_up_share: round(layer.takenUpShare),
        predicted_L: lab ? round(lab[0]) : "",
        predicted_a: lab ? round(lab[1]) : "",
        predicted_b: lab ? round(lab[2]) : "",
      }));
    });
    // A cell that a spreadsheet would take for a formula is marked as text.
    const text = Papa.unparse(lines, { escapeFormulae: true, newline: "\r\n" });
    download(new Blob([text], { type: "text/csv;charset=utf-8" }), `${fileName}.csv`);
  };
  return (
    <div className="mt-4 flex flex-wrap items-center gap-x-4 print:hidden">
      <span className="text-muted">Take the layers along:</span>
      <Button
        weight="quiet"
        onClick={() => {
          attempt(savePdf());
        }}
      >
        PDF
      </Button>
      <Button
        weight="quiet"
        onClick={() => {
          attempt(
            fontAddress().then((font) => {
              print([svgOf(drawing, font)]);
            }),
          );
        }}
      >
        print them
      </Button>
      <Button weight="quiet" onClick={saveCsv}>
        table for spreadsheets
      </Button>
      {printed ? <OnPaper svgs={printed} title={title} /> : null}
    </div>
  );
}

function round(value: number): number {
  return Number(value.toFixed(3));
}
