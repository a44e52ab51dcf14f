/**
 * Blanks to paint, in black lines and text on A4: cells of at least 25 mm with what goes into them, corner marks, room for
 * what is known of the sheet, and a place for a white or grey card.
 */
import {
  type BlankPage,
  blankPages,
  cellPlace,
  FOOT,
  HEAD,
  MARGIN,
  MARK,
  MARK_PLACES,
  NAMES,
  PAGE,
} from "../../domain/charts/blankLayout";
import type { Sheet } from "../../domain/charts/chartSheets";
import type { Drawing, DrawnItem } from "../../domain/sheet/drawing";
import { drawnText } from "../../kit/sheet/drawnText";

const { width: WIDTH, height: HEIGHT, perMm: PER_MM } = PAGE;
const LINE = 34;
const CARD = { width: 380, height: 240 } as const;

const INSTRUCTIONS = [
  "1. Mix each cell by the parts at its foot, measured by volume. Clean the knife in between.",
  "2. Fill the cell to its lines, thick enough to hide the paper; washes in one pass.",
  "3. Let it dry. Photograph the whole page in daylight, without glare and shadow, all four marks in sight.",
  "4. Open the chart in Gaman and read the photo, or tap each cell. Strike out what went wrong.",
] as const;

export type BlankSheet = {
  readonly chart: string;
  readonly painting: string;
  readonly sheet: Sheet;
  /** Doses of a cell, a line each. */
  readonly linesOf: (row: number, column: number) => readonly string[];
  readonly total: string;
};

export function chartDrawings(blank: BlankSheet): readonly Drawing[] {
  return blankPages(blank.sheet).map((page) => pageOf(blank, page));
}

function pageOf({ chart, painting, sheet, linesOf, total }: BlankSheet, page: BlankPage): Drawing {
  const columns = sheet.columns.slice(page.column, page.column + page.columns);
  const rows = sheet.rows.slice(page.row, page.row + page.rows);
  const title = sheet.title === "" ? chart : `${chart}: ${sheet.title}`;
  const under = sheet.title === "" ? [] : [drawnText(MARGIN, 240, sheet.title, { size: 36, width: 1800 })];
  const whole = WIDTH - 2 * MARGIN;
  const items: DrawnItem[] = [
    { kind: "rect", x: 0, y: 0, width: WIDTH, height: HEIGHT, fill: "paper", isOutlined: false },
    // Open corners, so that a photo of the page can be squared up.
    ...MARK_PLACES.map(
      ([x, y]): DrawnItem => ({
        kind: "rect",
        x,
        y,
        width: MARK,
        height: MARK,
        fill: undefined,
        isOutlined: true,
      }),
    ),
    drawnText(MARGIN, 180, chart, { size: 54, weight: 700, width: 1200 }),
    ...under,
    drawnText(WIDTH - MARGIN, 180, `${painting}, page ${page.number} of ${page.count}`, {
      size: 32,
      width: 700,
      isEnd: true,
    }),
    drawnText(MARGIN, 290, total, { size: 28, width: whole }),
    drawnText(
      MARGIN,
      345,
      "date ________  ground ________  medium ________  light ________  read dry / wet",
      {
        size: 30,
        width: whole,
      },
    ),
    ...columns.map((name, i) => {
      const { x, width } = cellPlace(page, 0, i);
      return drawnText(x, HEAD - 20, name, { size: 28, width: width - 8 });
    }),
  ];
  rows.forEach(({ name, cells }, i) => {
    items.push(
      drawnText(MARGIN, cellPlace(page, i, 0).y + 50, name, { size: 30, weight: 700, width: NAMES - 20 }),
    );
    columns.forEach((_, j) => {
      if (!cells[page.column + j]) return;
      const place = cellPlace(page, i, j);
      items.push({ kind: "rect", ...place, fill: undefined, isOutlined: true });
      linesOf(page.row + i, page.column + j)
        .slice(0, 4)
        .forEach((words, line, all) =>
          items.push(
            drawnText(place.x + 10, place.y + place.height - 14 - LINE * (all.length - 1 - line), words, {
              size: 24,
              width: place.width - 16,
            }),
          ),
        );
    });
  });
  const foot = HEIGHT - FOOT + 90;
  INSTRUCTIONS.forEach((words, i) =>
    items.push(drawnText(MARGIN, foot + 44 * i, words, { size: 28, width: whole - CARD.width - 40 })),
  );
  items.push(
    {
      kind: "rect",
      x: WIDTH - MARGIN - CARD.width,
      y: foot - 40,
      ...CARD,
      fill: undefined,
      isOutlined: true,
    },
    drawnText(WIDTH - MARGIN - CARD.width + 20, foot + 170, "card", { size: 28, width: 300 }),
  );
  return { width: WIDTH, height: HEIGHT, unitsPerMm: PER_MM, title, items };
}
