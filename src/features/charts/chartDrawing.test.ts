/** Blanks of every kind on every paper, opened by an independent reader of PDF. */
import { readFileSync } from "node:fs";
import { decodePDFRawStream, PDFDocument, type PDFPage, PDFRawStream } from "@cantoo/pdf-lib";
import { getDocumentProxy } from "unpdf";
import { describe, expect, it } from "vitest";
import { chartOf, IDS, madeOf } from "../../../tests/support/chartTrials";
import { thinned } from "../../../tests/support/study";
import { blankPages, PAPERS, sizeOf, TURNS } from "../../domain/charts/blankLayout";
import { CHART_KINDS, type ChartKind, TUBES_OF_KIND } from "../../domain/charts/chart";
import { chartName } from "../../domain/charts/pageCode";
import { fixedRows } from "../../domain/charts/writtenSheet";
import { cellFigures } from "../../words/charts";
import { pdfOfDrawings } from "../../workers/sheetPdf";
import { chartDrawings } from "./chartDrawing";

const face = (name: string): Uint8Array =>
  new Uint8Array(
    readFileSync(
      `node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${name}-normal.woff`,
    ),
  );
const FONTS = {
  plain: [face("latin-400"), face("latin-ext-400")],
  bold: [face("latin-700"), face("latin-ext-700")],
};
const FORMATS = PAPERS.flatMap((paper) => TURNS.map((turn) => ({ paper, turn })));
const MM_PER_POINT = 25.4 / 72;

const made = new Map<ChartKind, ReturnType<typeof madeOf>>();

/** Mixed once for all formats. */
function mixed(kind: ChartKind): ReturnType<typeof madeOf> {
  const known = made.get(kind);
  if (known) return known;
  const count = Math.max(TUBES_OF_KIND[kind].least, Math.min(5, TUBES_OF_KIND[kind].most));
  const ids = IDS.slice(1, 1 + count);
  const doses = ids.map((tubeId) => ({ tubeId, parts: 1 }));
  const own = {
    fixed: [fixedRows("Mine", [{ doses }, { doses: doses.slice(1) }])],
    lightener: "white" as const,
  };
  const chart = madeOf(chartOf(kind, ids, kind === "own" ? own : {}));
  made.set(kind, chart);
  return chart;
}

function blanksOf(kind: ChartKind, format: (typeof FORMATS)[number]) {
  const { sheets, tubes } = mixed(kind);
  const drawings = sheets.flatMap((sheet, place) =>
    chartDrawings(
      {
        chartId: "a chart",
        chart: "My chart",
        painting: "Jug",
        sheet,
        place,
        total: "For all its cells",
        linesOf: (row, column) => {
          const cell = sheet.rows[row]?.cells[column];
          return cell ? cellFigures(cell, tubes) : [];
        },
      },
      format,
    ),
  );
  return { sheets, tubes, drawings };
}

/** What is set before anything is filled or drawn on a page, as it stands in the file. */
function colorsOf(page: PDFPage): readonly (readonly string[])[] {
  const contents = page.node.normalizedEntries().Contents?.asArray() ?? [];
  const text = contents
    .map((ref) => page.doc.context.lookup(ref))
    .map((stream) =>
      stream instanceof PDFRawStream
        ? new TextDecoder("latin1").decode(decodePDFRawStream(stream).decode())
        : "",
    )
    .join("\n");
  return [...text.matchAll(/([\d.]+) ([\d.]+) ([\d.]+) (?:rg|RG)\b/g)].map(([, a = "", b = "", c = ""]) => [
    a,
    b,
    c,
  ]);
}

describe("a printed blank", () => {
  it.each(thinned(CHART_KINDS, 3))(
    "of %s has text, pages of the right size and nothing but black",
    async (kind) => {
      const format = FORMATS[CHART_KINDS.indexOf(kind) % FORMATS.length] ?? FORMATS[0];
      if (!format) throw new Error("no format");
      const { sheets, tubes, drawings } = blanksOf(kind, format);
      expect(drawings.length).toBe(sheets.reduce((sum, sheet) => sum + blankPages(sheet, format).length, 0));
      const file = await pdfOfDrawings({ title: "My chart", subject: "", madeAt: 0, drawings }, FONTS);
      if ("unknown" in file) throw new Error(file.unknown);
      const pdf = await getDocumentProxy(file.slice());
      expect(pdf.numPages).toBe(drawings.length);
      const { width, height } = sizeOf(format);
      let words = "";
      for (let number = 1; number <= pdf.numPages; number++) {
        const page = await pdf.getPage(number);
        const [, , right = 0, top = 0] = page.view;
        expect(10 * MM_PER_POINT * right).toBeCloseTo(width, 0);
        expect(10 * MM_PER_POINT * top).toBeCloseTo(height, 0);
        const { items } = await page.getTextContent();
        words += ` ${items.map((item) => ("str" in item ? item.str : "")).join(" ")}`;
      }
      // Every colour that is set has three equal parts: white paper, or the black of the print.
      const colors = (await PDFDocument.load(file)).getPages().flatMap(colorsOf);
      expect(colors.length).toBeGreaterThan(20);
      for (const parts of colors) expect(new Set(parts).size, parts.join(" ")).toBe(1);
      for (const phrase of [
        "My chart",
        "Jug, page 1 of",
        chartName("a chart"),
        "Mix each cell by the parts",
        "white or grey card",
      ])
        expect(words).toContain(phrase);
      const figures = sheets.flatMap(({ rows }) =>
        rows.flatMap(({ cells }) => cells.flatMap((cell) => (cell ? cellFigures(cell, tubes) : []))),
      );
      for (const figure of figures.slice(0, 3)) expect(words).toContain(figure.slice(0, 12));
    },
  );

  it.each(FORMATS)("on $paper, $turn, has cells of 25 mm and more, inside its edges", (format) => {
    const { width, height } = sizeOf(format);
    for (const kind of CHART_KINDS) {
      const { sheets, drawings } = blanksOf(kind, format);
      for (const page of sheets.flatMap((sheet) => blankPages(sheet, format))) {
        expect(Math.min(page.cellWidth, page.cellHeight)).toBeGreaterThanOrEqual(250);
      }
      for (const { items } of drawings)
        for (const item of items) {
          if (item.kind === "rect") expect(["paper", "ink", undefined]).toContain(item.fill);
          const [right, bottom] =
            item.kind === "rect" ? [item.x + item.width, item.y + item.height] : [item.x, item.y];
          expect(item.x).toBeGreaterThanOrEqual(0);
          expect(right).toBeLessThanOrEqual(width + 0.01);
          expect(bottom).toBeLessThanOrEqual(height + 0.01);
        }
    }
  });
});
