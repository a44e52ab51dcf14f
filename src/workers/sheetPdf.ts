/** Drawings as PDF with real text: it can be searched, copied and read aloud. */
import { degrees, PDFDocument, type PDFFont, type PDFPage, rgb, StandardFonts } from "@cantoo/pdf-lib";
import * as fontkit from "fontkit";
import { screenColorFromLab } from "../core/color/srgb";
import type { Drawing, DrawnRect, DrawnText } from "../domain/sheet/drawing";

/** Typefaces as WOFF or TrueType; the later ones stand in for letters that the first does not have. */
export type SheetFonts = { readonly plain: readonly Uint8Array[]; readonly bold: readonly Uint8Array[] };

export type SheetFile = {
  readonly drawings: readonly Drawing[];
  readonly title: string;
  /** The same in words, for those who search their files. */
  readonly subject: string;
  /** Milliseconds since 1970. */
  readonly madeAt: number;
};

const POINTS_PER_MM = 72 / 25.4;
const INK = rgb(0.067, 0.067, 0.067);
const PAPER = rgb(1, 1, 1);
const SLANT = degrees(12);
const BOLD_FROM = 600;

/** A letter that no typeface has would be a gap on paper; whoever asks then keeps the page as a picture. */
export type UnknownLetters = { readonly unknown: string };

/** @returns the file, or the letters that cannot be set. */
export async function pdfOfDrawings(
  file: SheetFile,
  fonts: SheetFonts,
): Promise<Uint8Array | UnknownLetters> {
  const pdf = await begin(file);
  pdf.registerFontkit(fontkit);
  const faces = {
    plain: await facesOf(pdf, fonts.plain),
    bold: await facesOf(pdf, fonts.bold),
  };
  const unknown = new Set<string>();
  for (const drawing of file.drawings) {
    const page = pageOf(pdf, drawing);
    const scale = POINTS_PER_MM / drawing.unitsPerMm;
    for (const item of drawing.items) {
      if (item.kind === "rect") drawRect(page, item, scale);
      else {
        const runs = runsOf(item.words, item.weight >= BOLD_FROM ? faces.bold : faces.plain);
        if (runs.unknown === "") drawText(page, item, runs.runs, scale);
        else for (const letter of runs.unknown) unknown.add(letter);
      }
    }
  }
  return unknown.size > 0 ? { unknown: [...unknown].join("") } : pdf.save();
}

export type PicturedPage = {
  readonly drawing: Pick<Drawing, "width" | "height" | "unitsPerMm">;
  /** Of the whole page. */
  readonly png: Uint8Array;
};

/** Pages that are pictures, with their words beside them. */
export async function pdfOfPictures(
  file: Omit<SheetFile, "drawings">,
  pages: readonly PicturedPage[],
): Promise<Uint8Array> {
  const pdf = await begin(file);
  for (const { drawing, png } of pages) {
    const page = pageOf(pdf, drawing);
    page.drawImage(await pdf.embedPng(png), { x: 0, y: 0, ...page.getSize() });
  }
  return pdf.save();
}

async function begin({ title, subject, madeAt }: Omit<SheetFile, "drawings">): Promise<PDFDocument> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(title, { showInWindowTitleBar: true });
  pdf.setSubject(subject);
  pdf.setLanguage("en");
  pdf.setCreator("Gaman");
  pdf.setProducer("Gaman");
  pdf.setCreationDate(new Date(madeAt));
  pdf.setModificationDate(new Date(madeAt));
  return pdf;
}

function pageOf(
  pdf: PDFDocument,
  { width, height, unitsPerMm }: Pick<Drawing, "width" | "height" | "unitsPerMm">,
) {
  const scale = POINTS_PER_MM / unitsPerMm;
  return pdf.addPage([width * scale, height * scale]);
}

type Face = { readonly font: PDFFont; readonly letters: ReadonlySet<number> };

/** The files' own letters first; Greek, such as Δ, comes from the symbols that every reader of PDF has. */
async function facesOf(pdf: PDFDocument, files: readonly Uint8Array[]): Promise<readonly Face[]> {
  const fonts = [
    ...(await Promise.all(files.map((bytes) => pdf.embedFont(bytes, { subset: true })))),
    await pdf.embedFont(StandardFonts.Symbol),
  ];
  return fonts.map((font) => ({ font, letters: new Set(font.getCharacterSet()) }));
}

type Run = { readonly font: PDFFont; readonly words: string };

/** Words cut where the typeface has to change. */
function runsOf(words: string, faces: readonly Face[]): { runs: readonly Run[]; unknown: string } {
  const runs: { font: PDFFont; words: string }[] = [];
  let unknown = "";
  for (const letter of words.normalize("NFC")) {
    const code = letter.codePointAt(0) ?? 0;
    const face = faces.find(({ letters }) => letters.has(code));
    const last = runs.at(-1);
    if (!face) unknown += letter;
    else if (last?.font === face.font) last.words += letter;
    else runs.push({ font: face.font, words: letter });
  }
  return { runs, unknown };
}

function drawText(page: PDFPage, item: DrawnText, runs: readonly Run[], scale: number): void {
  const size = item.size * scale;
  const width = runs.reduce((sum, { font, words }) => sum + font.widthOfTextAtSize(words, size), 0);
  let x = item.x * scale - (item.isEnd ? width : 0);
  for (const { font, words } of runs) {
    page.drawText(words, {
      x,
      y: page.getHeight() - item.y * scale,
      size,
      font,
      color: INK,
      ...(item.isSlanted && { ySkew: SLANT }),
    });
    x += font.widthOfTextAtSize(words, size);
  }
}

function drawRect(page: PDFPage, { x, y, width, height, fill, isOutlined }: DrawnRect, scale: number): void {
  page.drawRectangle({
    x: x * scale,
    y: page.getHeight() - (y + height) * scale,
    width: width * scale,
    height: height * scale,
    ...(fill && { color: fill === "paper" ? PAPER : fill === "ink" ? INK : colorOf(fill) }),
    ...(isOutlined && { borderColor: INK, borderWidth: scale }),
  });
}

function colorOf(lab: Exclude<DrawnRect["fill"], "paper" | "ink" | undefined>) {
  const [red, green, blue] = screenColorFromLab(lab).rgb;
  return rgb(red, green, blue);
}
