/** Where things stand on a printed blank, in tenths of a millimetre of an A4 page: for drawing it, and for reading a photo of it. */
import type { SheetLayout, SheetPoint } from "../../core/picture/squaredSheet";
import type { Sheet } from "./chartSheets";

export const PAGE = { width: 2100, height: 2970, perMm: 10 } as const;
export const MARGIN = 120;
export const NAMES = 330;
export const HEAD = 440;
export const FOOT = 420;
/** The least that a brush fills well, 25 mm, and the largest that is worth the paint. */
const LEAST_CELL = 250;
const MOST_CELL = 380;
/** Side of a corner mark, and how far it stands from the edge. */
export const MARK = 60;
export const MARK_EDGE = 60;
/** Between places of bare paper that a photo's light is read from. */
const PAPER_STEP = 190;

export type BlankPage = {
  readonly number: number;
  readonly count: number;
  /** First row and column of the sheet that stand on it, and how many. */
  readonly row: number;
  readonly column: number;
  readonly rows: number;
  readonly columns: number;
  readonly cellWidth: number;
  readonly cellHeight: number;
};

/** As many pages as the sheet's rows and columns take. */
export function blankPages({ columns, rows }: Sheet): readonly BlankPage[] {
  const room = { across: PAGE.width - 2 * MARGIN - NAMES, down: PAGE.height - HEAD - FOOT };
  const across = Math.max(1, Math.min(columns.length, Math.floor(room.across / LEAST_CELL)));
  const down = Math.max(1, Math.min(rows.length, Math.floor(room.down / LEAST_CELL)));
  const count = Math.ceil(columns.length / across) * Math.ceil(rows.length / down);
  const pages: BlankPage[] = [];
  for (let row = 0; row < rows.length; row += down)
    for (let column = 0; column < columns.length; column += across) {
      const here = {
        rows: Math.min(down, rows.length - row),
        columns: Math.min(across, columns.length - column),
      };
      pages.push({
        number: pages.length + 1,
        count,
        row,
        column,
        ...here,
        cellWidth: Math.min(MOST_CELL, room.across / here.columns),
        cellHeight: Math.min(MOST_CELL, room.down / here.rows),
      });
    }
  return pages;
}

/** Of a cell on its page, from the page's own first row and column. */
export function cellPlace(
  { cellWidth, cellHeight }: BlankPage,
  row: number,
  column: number,
): { readonly x: number; readonly y: number; readonly width: number; readonly height: number } {
  return {
    x: MARGIN + NAMES + column * cellWidth,
    y: HEAD + row * cellHeight,
    width: cellWidth,
    height: cellHeight,
  };
}

/** Upper left corners of the marks: top left, top right, bottom right, bottom left. */
export const MARK_PLACES: readonly [SheetPoint, SheetPoint, SheetPoint, SheetPoint] = [
  [MARK_EDGE, MARK_EDGE],
  [PAGE.width - MARK_EDGE - MARK, MARK_EDGE],
  [PAGE.width - MARK_EDGE - MARK, PAGE.height - MARK_EDGE - MARK],
  [MARK_EDGE, PAGE.height - MARK_EDGE - MARK],
];

/** What a photo of a page is read by. */
export function layoutOf(sheet: Sheet, page: BlankPage): SheetLayout {
  const [a, b, c, d] = MARK_PLACES.map(([x, y]): SheetPoint => [x + MARK / 2, y + MARK / 2]);
  if (!a || !b || !c || !d) throw new RangeError("A page has four marks");
  const along = (length: number): readonly number[] =>
    Array.from(
      { length: Math.floor((length - 2 * PAPER_STEP) / PAPER_STEP) + 1 },
      (_, i) => (i + 1) * PAPER_STEP,
    );
  const edge = MARK_EDGE + MARK / 2;
  return {
    marks: [a, b, c, d],
    paper: [
      ...along(PAGE.height).flatMap((y): SheetPoint[] => [
        [edge, y],
        [PAGE.width - edge, y],
      ]),
      ...along(PAGE.width).flatMap((x): SheetPoint[] => [
        [x, edge],
        [x, PAGE.height - edge],
      ]),
    ],
    cells: Array.from({ length: page.rows }, (_, row) =>
      Array.from({ length: page.columns }, (_, column) => {
        const cell = sheet.rows[page.row + row]?.cells[page.column + column];
        return cell ? [{ key: cell.key, ...cellPlace(page, row, column) }] : [];
      }).flat(),
    ).flat(),
  };
}
