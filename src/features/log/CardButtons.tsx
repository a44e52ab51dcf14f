"use client";

/** The recipe card on paper or as a file. */
import { useEffect, useState } from "react";
import { createPortal } from "react-dom";
import { workFailureWords } from "../../words/failures";
import { svgOf } from "../../kit/sheet/svgOf";
import { sheets } from "../../workers/clients";
import { Button } from "../../ui/Button";
import { download } from "../../ui/download";
import { sheetFonts } from "../../kit/sheet/sheetFonts";
import { attempt } from "../../kit/studio/problems";
import { CARD_MM, cardDrawing, type RecipeCard } from "./recipeCard";

const FONT = new URL(
  "../../../node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2",
  import.meta.url,
);
const DPI = 300;
const MM_PER_INCH = 25.4;

export function CardButtons({ card }: { card: RecipeCard }) {
  const [printed, setPrinted] = useState<string>();
  useEffect(() => {
    if (!printed) return undefined;
    const done = (): void => {
      setPrinted(undefined);
    };
    window.addEventListener("afterprint", done);
    return () => {
      window.removeEventListener("afterprint", done);
    };
  }, [printed]);
  const name = fileNameOf(card.title);
  const save = async (format: "svg" | "png" | "pdf"): Promise<void> => {
    const svg = svgOf(cardDrawing(card), await fontAddress());
    if (format === "svg") {
      download(new Blob([svg], { type: "image/svg+xml" }), `${name}.svg`);
      return;
    }
    if (format === "png") download(await pngOf(svg), `${name}.png`);
    else download(await pdfOf(card, svg), `${name}.pdf`);
  };
  return (
    <div className="flex flex-wrap gap-x-4">
      <Button
        weight="quiet"
        onClick={() => {
          attempt(
            fontAddress().then((font) => {
              setPrinted(svgOf(cardDrawing(card), font));
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
      {printed ? <OnPaper svg={printed} title={card.title} /> : null}
    </div>
  );
}

/** With text; as a picture where a name has letters that the typeface lacks. */
async function pdfOf(card: RecipeCard, svg: string): Promise<Blob> {
  const drawing = cardDrawing(card);
  const file = {
    title: card.title,
    subject: card.doses.map((dose) => `${dose.amount} ${dose.name}`).join(", "),
    madeAt: Date.now(),
  };
  const fonts = await sheetFonts();
  const asText = await sheets.ask((remote) => remote.pdfOfDrawings({ ...file, drawings: [drawing] }, fonts));
  if (!asText.ok) throw new Error(workFailureWords("The PDF", asText.failure));
  if (!("unknown" in asText.value)) return pdfBlob(asText.value);
  const png = new Uint8Array(await (await pngOf(svg)).arrayBuffer());
  const asPicture = await sheets.ask((remote) => remote.pdfOfPicture(file, drawing, png));
  if (!asPicture.ok) throw new Error(workFailureWords("The PDF", asPicture.failure));
  return pdfBlob(asPicture.value);
}

function pdfBlob(bytes: Uint8Array): Blob {
  return new Blob([new Uint8Array(bytes)], { type: "application/pdf" });
}

/** Beside the page, where only the printer sees it (globals.css). */
function OnPaper({ svg, title }: { svg: string; title: string }) {
  return createPortal(
    <div data-on-paper="">
      {/* eslint-disable-next-line @next/next/no-img-element */}
      <img
        src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
        alt={title}
        onLoad={() => {
          window.print();
        }}
      />
    </div>,
    document.body,
  );
}

/** The typeface as an address that holds it, since a drawing outside the page cannot fetch one. */
async function fontAddress(): Promise<string> {
  const response = await fetch(FONT);
  if (!response.ok) throw new Error(`The typeface could not be read (${response.status})`);
  const blob = await response.blob();
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => {
      // Read as an address, a file comes as text.
      if (typeof reader.result === "string") resolve(reader.result);
    };
    reader.onerror = () => {
      reject(new Error("The typeface could not be read"));
    };
    reader.readAsDataURL(new Blob([blob], { type: "font/woff2" }));
  });
}

async function pngOf(svg: string): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement("canvas");
  canvas.width = Math.round((CARD_MM.width / MM_PER_INCH) * DPI);
  canvas.height = Math.round((CARD_MM.height / MM_PER_INCH) * DPI);
  canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
  const png = await new Promise<Blob | null>((resolve) => {
    canvas.toBlob(resolve, "image/png");
  });
  if (!png) throw new Error("The card could not be drawn");
  return png;
}

function fileNameOf(title: string): string {
  const plain = title
    .normalize("NFKD")
    .replace(/[^\p{Letter}\p{Number}]+/gu, "-")
    .replace(/^-+|-+$/g, "")
    .toLowerCase();
  return `${plain || "recipe"}-card`;
}
