/** Drawings as files: PDF with text, or as pictures where a name has letters that the typeface lacks. */
import type { Drawing } from "../../domain/sheet/drawing";
import { sheets } from "../../workers/clients";
import { workFailureWords } from "../../words/failures";
import { sheetFonts } from "./sheetFonts";
import { svgOf } from "./svgOf";

const FONT = new URL(
  "../../../node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2",
  import.meta.url,
);
const DPI = 300;
const MM_PER_INCH = 25.4;

/** @param subject - the same in words, for those who search their files. */
export async function pdfOf(
  drawings: readonly Drawing[],
  { title, subject }: { readonly title: string; readonly subject: string },
): Promise<Blob> {
  const file = { title, subject, madeAt: Date.now() };
  const fonts = await sheetFonts();
  const asText = await sheets.ask((remote) => remote.pdfOfDrawings({ ...file, drawings }, fonts));
  if (!asText.ok) throw new Error(workFailureWords("The PDF", asText.failure));
  if (!("unknown" in asText.value)) return pdfBlob(asText.value);
  const font = await fontAddress();
  const pages = await Promise.all(
    drawings.map(async (drawing) => ({
      drawing,
      png: new Uint8Array(await (await pngOf(drawing, font)).arrayBuffer()),
    })),
  );
  const asPictures = await sheets.ask((remote) => remote.pdfOfPictures(file, pages));
  if (!asPictures.ok) throw new Error(workFailureWords("The PDF", asPictures.failure));
  return pdfBlob(asPictures.value);
}

function pdfBlob(bytes: Uint8Array): Blob {
  return new Blob([new Uint8Array(bytes)], { type: "application/pdf" });
}

/** The typeface as an address that holds it, since a drawing outside the page cannot fetch one. */
export async function fontAddress(): Promise<string> {
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

export async function pngOf(drawing: Drawing, font: string): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svgOf(drawing, font))}`;
  await image.decode();
  const pxPerUnit = DPI / MM_PER_INCH / drawing.unitsPerMm;
  const canvas = document.createElement("canvas");
  canvas.width = Math.round(drawing.width * pxPerUnit);
  canvas.height = Math.round(drawing.height * pxPerUnit);
  canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
  const png = await new Promise<Blob | null>((resolve) => {
    canvas.toBlob(resolve, "image/png");
  });
  if (!png) throw new Error("The page could not be drawn");
  return png;
}

/** A title as the name of a file. */
export function fileNameOf(title: string, usual: string): string {
  const plain = title
    .normalize("NFKD")
    .replace(/[^\p{Letter}\p{Number}]+/gu, "-")
    .replace(/^-+|-+$/g, "")
    .toLowerCase();
  return plain || usual;
}
