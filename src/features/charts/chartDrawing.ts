/**
 * Blanks to paint, in black lines and text: cells of at least 25 mm with what goes into them, corner marks and a square
 * that names the page, room for what is known of the sheet, and a place for a white or grey card.
 */
import encodeQR from "qr";
import {
  type BlankPage,
  blankPages,
  cardPlace,
  cellPlace,
  codePlace,
  FOOT,
  HEAD,
  MARGIN,
  marksOf,
  NAMES,
  type PageFormat,
  PER_MM,
  sizeOf,
} from "../../domain/charts/blankLayout";
import type { Sheet } from "../../domain/charts/sheetTypes";
import { chartName, pageCode } from "../../domain/charts/pageCode";
import type { Drawing, DrawnItem, DrawnRect } from "../../domain/sheet/drawing";
import { drawnText } from "../../kit/sheet/drawnText";

const LINE = 34;
/** Clear of the mark in the corner. */
const HEAD_LEFT = 200;
/** Light modules round the square that names the page. */
const QUIET = 2;

const INSTRUCTIONS = [
  "1. Mix each cell by the parts at its foot, measured by volume. Clean the knife in between.",
  "2. Fill the cell to its lines, thick enough to hide the paper; washes in one pass.",
  "3. Let it dry. Photograph the whole page in daylight, without glare and shadow, all four marks in sight.",
  "4. Open the chart in Gaman and read the photo, or tap each cell. Strike out what went wrong.",
] as const;

export type BlankSheet = {
  readonly chartId: string;
  readonly chart: string;
  readonly painting: string;
  readonly sheet: Sheet;
  /** Which of the chart's sheets it is, from 0. */
  readonly place: number;
  /** Doses of a cell, a line each. */
  readonly linesOf: (row: number, column: number) => readonly string[];
  readonly total: string;
};

export function chartDrawings(blank: BlankSheet, format: PageFormat): readonly Drawing[] {
  return blankPages(blank.sheet, format).map((page) => pageOf(blank, page));
}

function pageOf(blank: BlankSheet, page: BlankPage): Drawing {
  const { chartId, chart, sheet, place, linesOf } = blank;
  const { width, height } = sizeOf(page.format);
  const columns = sheet.columns.slice(page.column, page.column + page.columns);
  const rows = sheet.rows.slice(page.row, page.row + page.rows);
  const items: DrawnItem[] = [
    { kind: "rect", x: 0, y: 0, width, height, fill: "paper", isOutlined: false },
    ...marksOf(page.format).flatMap(({ at: [x, y], side, ring, dot }): DrawnItem[] =>
      [
        { of: side, fill: "ink" as const },
        { of: side - 2 * ring, fill: "paper" as const },
        { of: dot, fill: "ink" as const },
      ].map(({ of, fill }) => square(x - of / 2, y - of / 2, of, fill)),
    ),
    ...codeItems(pageCode(chartId, place, page), page.format),
    ...headOf(blank, page),
    ...columns.map((name, i) => {
      const cell = cellPlace(page, 0, i);
      return drawnText(cell.x, HEAD - 20, name, { size: 28, width: cell.width - 8 });
    }),
  ];
  rows.forEach(({ name, cells }, i) => {
    items.push(
      drawnText(MARGIN, cellPlace(page, i, 0).y + 50, name, { size: 30, weight: 700, width: NAMES - 20 }),
    );
    columns.forEach((_, j) => {
      if (!cells[page.column + j]) return;
      const cell = cellPlace(page, i, j);
      items.push({ kind: "rect", ...cell, fill: undefined, isOutlined: true });
      linesOf(page.row + i, page.column + j)
        .slice(0, 4)
        .forEach((words, line, all) =>
          items.push(
            drawnText(cell.x + 10, cell.y + cell.height - 14 - LINE * (all.length - 1 - line), words, {
              size: 24,
              width: cell.width - 16,
            }),
          ),
        );
    });
  });
  const card = cardPlace(page.format);
  const foot = height - FOOT + 90;
  INSTRUCTIONS.forEach((words, i) =>
    items.push(drawnText(MARGIN, foot + 44 * i, words, { size: 28, width: card.x - MARGIN - 40 })),
  );
  items.push(
    { kind: "rect", ...card, fill: undefined, isOutlined: true },
    drawnText(card.x + 20, card.y + card.height - 30, "white or grey card", {
      size: 26,
      width: card.width - 30,
    }),
  );
  const title = sheet.title === "" ? chart : `${chart}: ${sheet.title}`;
  return { width, height, unitsPerMm: PER_MM, title, items };
}

function headOf({ chartId, chart, painting, sheet, total }: BlankSheet, page: BlankPage): DrawnItem[] {
  const { width } = sizeOf(page.format);
  const right = codePlace(page.format).x - 30;
  return [
    drawnText(HEAD_LEFT, 140, chart, { size: 54, weight: 700, width: right - HEAD_LEFT - 520 }),
    drawnText(right, 140, `${painting}, page ${page.number} of ${page.count}`, {
      size: 32,
      width: 500,
      isEnd: true,
    }),
    drawnText(HEAD_LEFT, 200, sheet.title, { size: 36, width: right - HEAD_LEFT - 320 }),
    drawnText(right, 200, `${chartName(chartId)} ${page.number}`, { size: 32, width: 300, isEnd: true }),
    drawnText(MARGIN, 280, total, { size: 28, width: right - MARGIN }),
    drawnText(
      MARGIN,
      360,
      "date ________  ground ________  medium ________  light ________  read dry / wet",
      { size: 30, width: width - 2 * MARGIN },
    ),
  ];
}

/** Dark modules that lie beside each other are one rectangle. */
function codeItems(code: string, format: PageFormat): DrawnItem[] {
  const rows = encodeQR(code, "raw", { ecc: "medium", encoding: "alphanumeric", border: QUIET });
  const { x, y, width } = codePlace(format);
  const side = width / rows.length;
  return rows.flatMap((row, i) => {
    const runs: DrawnItem[] = [];
    for (let from = 0; from < row.length; from++) {
      if (!row[from]) continue;
      let to = from;
      while (row[to + 1]) to++;
      runs.push({
        kind: "rect",
        x: x + from * side,
        y: y + i * side,
        width: (to - from + 1) * side,
        height: side,
        fill: "ink",
        isOutlined: false,
      });
      from = to;
    }
    return runs;
  });
}

function square(x: number, y: number, side: number, fill: DrawnRect["fill"]): DrawnItem {
  return { kind: "rect", x, y, width: side, height: side, fill, isOutlined: false };
}
