"use client";

/** The recipe card on paper or as a file. */
import { OnPaper } from "../../kit/sheet/OnPaper";
import { fileNameOf, fontAddress, pdfOf, pngOf } from "../../kit/sheet/sheetFiles";
import { svgOf } from "../../kit/sheet/svgOf";
import { usePrinting } from "../../kit/sheet/usePrinting";
import type { Drawing } from "../../domain/sheet/drawing";
import { Button } from "../../ui/Button";
import { download } from "../../ui/download";
import { attempt } from "../../kit/studio/problems";
import { cardBack, cardDrawing, type RecipeCard } from "./recipeCard";

const sidesOf = (card: RecipeCard): readonly Drawing[] =>
  [cardDrawing(card), cardBack(card)].filter((side) => side !== undefined);

export function CardButtons({ card }: { card: RecipeCard }) {
  const [printed, print] = usePrinting();
  const name = `${fileNameOf(card.title, "recipe")}-card`;
  const save = async (format: "svg" | "png" | "pdf"): Promise<void> => {
    const sides = sidesOf(card);
    const font = await fontAddress();
    if (format === "pdf") {
      const subject = card.doses.map((dose) => `${dose.amount} ${dose.name}`).join(", ");
      download(await pdfOf(sides, { title: card.title, subject }), `${name}.pdf`);
      return;
    }
    for (const [i, drawing] of sides.entries()) {
      const picture =
        format === "svg"
          ? new Blob([svgOf(drawing, font)], { type: "image/svg+xml" })
          : await pngOf(drawing, font);
      download(picture, `${name}${i === 0 ? "" : "-back"}.${format}`);
    }
  };
  return (
    <div className="flex flex-wrap gap-x-4">
      <Button
        weight="quiet"
        onClick={() => {
          attempt(
            fontAddress().then((font) => {
              print(sidesOf(card).map((drawing) => svgOf(drawing, font)));
            }),
          );
        }}
      >
        print the card
      </Button>
      {(["svg", "png", "pdf"] as const).map((format) => (
        <Button
          key={format}
          weight="quiet"
          aria-label={`Save the card as ${format.toUpperCase()}`}
          onClick={() => {
            attempt(save(format));
          }}
        >
          {format.toUpperCase()}
        </Button>
      ))}
      {printed ? <OnPaper svgs={printed} title={card.title} /> : null}
    </div>
  );
}
