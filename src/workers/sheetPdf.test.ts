import { PDFDocument } from "@cantoo/pdf-lib";
import { readFileSync } from "node:fs";
import { extractText, getMeta } from "unpdf";
import { describe, expect, it } from "vitest";
import { labD65 } from "../core/color/types";
import type { Drawing, DrawnText } from "../domain/sheet/drawing";
import { pdfOfDrawings, pdfOfPictures } from "./sheetPdf";

const face = (name: string) =>
  new Uint8Array(
    readFileSync(
      `node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${name}-normal.woff`,
    ),
  );
const FONTS = {
  plain: [face("latin-400"), face("latin-ext-400")],
  bold: [face("latin-700"), face("latin-ext-700")],
};
const FILE = { title: "Hull", subject: "3 parts white", madeAt: 1_700_000_000_000 };

const text = (words: string, more: Partial<DrawnText> = {}): DrawnText => ({
  kind: "text",
  x: 60,
  y: 100,
  size: 36,
  weight: 400,
  isEnd: false,
  isSlanted: false,
  words,
  ...more,
});
const card = (...items: Drawing["items"]): Drawing => ({
  width: 1480,
  height: 1050,
  unitsPerMm: 10,
  title: "Hull",
  items,
});

async function read(file: Awaited<ReturnType<typeof pdfOfDrawings>>) {
  if ("unknown" in file) throw new Error(`cannot set ${file.unknown}`);
  const { text: pages } = await extractText(file.slice());
  return { pages, pdf: await PDFDocument.load(file), meta: await getMeta(file.slice()) };
}

describe("a sheet as PDF", () => {
  it("holds its words as text that is read back whole, letters of other faces among them", async () => {
    const { pages } = await read(
      await pdfOfDrawings(
        {
          ...FILE,
          drawings: [
            card(text("6¼ parts Titanium white, ΔE 0.3")),
            card(
              text("Łódź, źrebię", { weight: 700, isSlanted: true }),
              text("12.5 %", { y: 300, isEnd: true, x: 1400 }),
            ),
          ],
        },
        FONTS,
      ),
    );
    // Readers give the Greek letter of the symbol face as the sign for a difference.
    expect(pages[0]?.replace("∆", "Δ")).toBe("6¼ parts Titanium white, ΔE 0.3");
    expect(pages[1]?.split("\n").sort()).toEqual(["12.5 %", "Łódź, źrebię"]);
  });

  it("is of the drawing's own size, with paint as it is, and says what it is", async () => {
    const drawing = card({
      kind: "rect",
      x: 0,
      y: 0,
      width: 740,
      height: 500,
      fill: labD65(50, 20, -10),
      isOutlined: true,
    });
    const { pdf, meta } = await read(await pdfOfDrawings({ ...FILE, drawings: [drawing] }, FONTS));
    const { width, height } = pdf.getPage(0).getSize();
    expect([(width * 25.4) / 72, (height * 25.4) / 72].map((side) => side.toFixed(3))).toEqual([
      "148.000",
      "105.000",
    ]);
    expect([pdf.getTitle(), pdf.getSubject(), pdf.getPageCount()]).toEqual(["Hull", "3 parts white", 1]);
    expect(meta.info).toMatchObject({ Title: "Hull" });
  });

  it("names the letters that it cannot set instead of leaving gaps", async () => {
    const drawing = card(text("Jetty 桟橋"), text("橋"));
    expect(await pdfOfDrawings({ ...FILE, drawings: [drawing] }, FONTS)).toEqual({ unknown: "桟橋" });
  });

  it("keeps a page as a picture where that is asked", async () => {
    const png = Uint8Array.from(
      atob(
        "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==",
      ),
      (letter) => letter.charCodeAt(0),
    );
    const pdf = await PDFDocument.load(await pdfOfPictures(FILE, [{ drawing: card(), png }]));
    expect([pdf.getTitle(), pdf.getSubject(), pdf.getPageCount()]).toEqual(["Hull", "3 parts white", 1]);
  });
});
