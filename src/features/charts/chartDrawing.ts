/**
 * Blanks to paint, in black lines and text on A4: cells of at least 25 mm with what goes into them, corner marks, room for
 * what is known of the sheet, and a place for a white or grey card.
 */
import type { Sheet } from "../../domain/charts/chartSheets";
import type { Drawing, DrawnItem } from "../../domain/sheet/drawing";
import { drawnText } from "../../kit/sheet/drawnText";

const PER_MM = 10;
const WIDTH = 2100;
const HEIGHT = 2970;
const MARGIN = 120;
const NAMES = 330;
const HEAD = 440;
const FOOT = 420;
/** The least that a brush fills well, 25 mm, and the largest that is worth the paint. */
const LEAST_CELL = 250;
const MOST_CELL = 380;
const MARK = 60;
const LINE = 34;

export type BlankSheet = {
  readonly chart: string;
  readonly painting: string;
  readonly sheet: Sheet;
  /** Doses of a cell, a line each. */
  readonly linesOf: (row: number, column: number) => readonly string[];
  readonly total: string;
};

/** Pages as many as its columns and rows take. */
export function chartDrawings(blank: BlankSheet): readonly Drawing[] {
  const { columns, rows } = blank.sheet;
  const across = Math.max(1, Math.min(columns.length, Math.floor((WIDTH - 2 * MARGIN - NAMES) / LEAST_CELL)));
  const down = Math.max(1, Math.min(rows.length, Math.floor((HEIGHT - HEAD - FOOT) / LEAST_CELL)));
  const pages: Drawing[] = [];
  const count = Math.ceil(columns.length / across) * Math.ceil(rows.length / down);
  for (let row = 0; row < rows.length; row += down)
    for (let column = 0; column < columns.length; column += across)
      pages.push(pageOf(blank, { row, column, across, down, page: pages.length + 1, count }));
  return pages;
}

type Place = {
  readonly row: number;
  readonly column: number;
  readonly across: number;
  readonly down: number;
  readonly page: number;
  readonly count: number;
};

function pageOf(blank: BlankSheet, { row, column, across, down, page, count }: Place): Drawing {
  const { chart, painting, sheet, linesOf, total } = blank;
  const columns = sheet.columns.slice(column, column + across);
  const rows = sheet.rows.slice(row, row + down);
  const width = Math.min(MOST_CELL, (WIDTH - 2 * MARGIN - NAMES) / columns.length);
  const height = Math.min(MOST_CELL, (HEIGHT - HEAD - FOOT) / rows.length);
  const left = MARGIN + NAMES;
  const title = sheet.title === "" ? chart : `${chart}: ${sheet.title}`;
  const under = sheet.title === "" ? [] : [drawnText(MARGIN, 240, sheet.title, { size: 36, width: 1800 })];
  const items: DrawnItem[] = [
    { kind: "rect", x: 0, y: 0, width: WIDTH, height: HEIGHT, fill: "paper", isOutlined: false },
    ...cornerMarks(),
    drawnText(MARGIN, 180, chart, { size: 54, weight: 700, width: 1200 }),
    ...under,
    drawnText(WIDTH - MARGIN, 180, `${painting}, page ${page} of ${count}`, {
      size: 32,
      width: 700,
      isEnd: true,
    }),
    drawnText(MARGIN, 290, total, { size: 28, width: WIDTH - 2 * MARGIN }),
    drawnText(
      MARGIN,
      345,
      "date ________  ground ________  medium ________  light ________  read dry / wet",
      {
        size: 30,
        width: WIDTH - 2 * MARGIN,
      },
    ),
    ...columns.map((name, i) => drawnText(left + i * width, HEAD - 20, name, { size: 28, width: width - 8 })),
  ];
  rows.forEach(({ name, cells }, i) => {
    const y = HEAD + i * height;
    items.push(drawnText(MARGIN, y + 50, name, { size: 30, weight: 700, width: NAMES - 20 }));
    columns.forEach((_, j) => {
      if (!cells[column + j]) return;
      const x = left + j * width;
      items.push({ kind: "rect", x, y, width, height, fill: undefined, isOutlined: true });
      linesOf(row + i, column + j)
        .slice(0, 4)
        .forEach((words, line, all) =>
          items.push(
            drawnText(x + 10, y + height - 14 - LINE * (all.length - 1 - line), words, {
              size: 24,
              width: width - 16,
            }),
          ),
        );
    });
  });
  const foot = HEIGHT - FOOT + 90;
  const instructions = [
    "1. Mix each cell by the parts at its foot, measured by volume. Clean the knife in between.",
    "2. Fill the cell to its lines, thick enough to hide the paper; washes in one pass.",
    "3. Let it dry. Lay a white or grey card on the framed place and look in daylight, without glare.",
    "4. Open the chart in Gaman, tap a cell, and say or measure what came out. Strike out what went wrong.",
  ];
  instructions.forEach((words, i) =>
    items.push(drawnText(MARGIN, foot + 44 * i, words, { size: 28, width: WIDTH - 2 * MARGIN - 420 })),
  );
  items.push(
    {
      kind: "rect",
      x: WIDTH - MARGIN - 380,
      y: foot - 40,
      width: 380,
      height: 240,
      fill: undefined,
      isOutlined: true,
    },
    drawnText(WIDTH - MARGIN - 360, foot + 170, "card", { size: 28, width: 300 }),
  );
  return { width: WIDTH, height: HEIGHT, unitsPerMm: PER_MM, title, items };
}

/** Open corners, so that a photo of the sheet can be squared up. */
function cornerMarks(): readonly DrawnItem[] {
  return [
    [60, 60],
    [WIDTH - 60 - MARK, 60],
    [60, HEIGHT - 60 - MARK],
    [WIDTH - 60 - MARK, HEIGHT - 60 - MARK],
  ].map(([x = 0, y = 0]) => ({
    kind: "rect",
    x,
    y,
    width: MARK,
    height: MARK,
    fill: undefined,
    isOutlined: true,
  }));
}
