"use client";

/** The recipe card on paper or as a file. */
import { OnPaper } from "../../kit/sheet/OnPaper";
import { fileNameOf, fontAddress, pdfOf, pngOf } from "../../kit/sheet/sheetFiles";
import { svgOf } from "../../kit/sheet/svgOf";
import { usePrinting } from "../../kit/sheet/usePrinting";
import { Button } from "../../ui/Button";
import { download } from "../../ui/download";
import { attempt } from "../../kit/studio/problems";
import { cardDrawing, type RecipeCard } from "./recipeCard";

export function CardButtons({ card }: { card: RecipeCard }) {
  const [printed, print] = usePrinting();
  const name = `${fileNameOf(card.title, "recipe")}-card`;
  const save = async (format: "svg" | "png" | "pdf"): Promise<void> => {
    const drawing = cardDrawing(card);
    const font = await fontAddress();
    if (format === "svg")
      download(new Blob([svgOf(drawing, font)], { type: "image/svg+xml" }), `${name}.svg`);
    else if (format === "png") download(await pngOf(drawing, font), `${name}.png`);
    else {
      const subject = card.doses.map((dose) => `${dose.amount} ${dose.name}`).join(", ");
      download(await pdfOf([drawing], { title: card.title, subject }), `${name}.pdf`);
    }
  };
  return (
    <div className="flex flex-wrap gap-x-4">
      <Button
        weight="quiet"
        onClick={() => {
          attempt(
            fontAddress().then((font) => {
              print([svgOf(cardDrawing(card), font)]);
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
