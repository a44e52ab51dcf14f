/** Where things stand on a printed blank, in tenths of a millimetre: for drawing it, and for reading a photo of it. */
import type { SheetLayout, SheetPoint } from "../../core/picture/squaredSheet";
import type { PlacedMark } from "../../core/picture/sheetMarks";
import type { Sheet } from "./sheetTypes";

export const PER_MM = 10;
export const MARGIN = 120;
export const NAMES = 330;
export const HEAD = 460;
export const FOOT = 420;
/** The least that a brush fills well, 25 mm, and the largest that is worth the paint. */
const LEAST_CELL = 250;
const MOST_CELL = 380;
/** Side of a corner mark, and how far it stands from the edge. */
export const MARK = 100;
export const MARK_EDGE = 60;
/** Of a mark: its ring, and the dot inside, which is larger in the mark where reading begins. */
export const MARK_RING = 20;
const MARK_DOT = 20;
const FIRST_DOT = 40;
/** Between places of bare paper that a photo's light is read from. */
const PAPER_STEP = 190;
/** A white or grey card lies at the foot, on the right. */
const CARD = { width: 380, height: 240 } as const;
/** Side of the square that names the page. */
export const CODE = 220;

export const PAPERS = ["a4", "letter"] as const;
export const TURNS = ["portrait", "landscape"] as const;
export type PageFormat = {
  readonly paper: (typeof PAPERS)[number];
  readonly turn: (typeof TURNS)[number];
};
export const USUAL_FORMAT: PageFormat = { paper: "a4", turn: "portrait" };

const SIZES = {
  a4: { width: 2100, height: 2970 },
  letter: { width: 2159, height: 2794 },
} as const satisfies Record<PageFormat["paper"], { width: number; height: number }>;

export function sizeOf({ paper, turn }: PageFormat): { readonly width: number; readonly height: number } {
  const { width, height } = SIZES[paper];
  return turn === "portrait" ? { width, height } : { width: height, height: width };
}

export type BlankPage = {
  readonly format: PageFormat;
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
export function blankPages({ columns, rows }: Sheet, format = USUAL_FORMAT): readonly BlankPage[] {
  const { width, height } = sizeOf(format);
  const room = { across: width - 2 * MARGIN - NAMES, down: height - HEAD - FOOT };
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
        format,
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

type Place = { readonly x: number; readonly y: number; readonly width: number; readonly height: number };

/** Of a cell on its page, from the page's own first row and column. */
export function cellPlace({ cellWidth, cellHeight }: BlankPage, row: number, column: number): Place {
  return {
    x: MARGIN + NAMES + column * cellWidth,
    y: HEAD + row * cellHeight,
    width: cellWidth,
    height: cellHeight,
  };
}

export function cardPlace(format: PageFormat): Place {
  const { width, height } = sizeOf(format);
  return { x: width - MARGIN - CARD.width, y: height - FOOT + 50, ...CARD };
}

/** Beside the mark of the top right corner. */
export function codePlace(format: PageFormat): Place {
  return { x: sizeOf(format).width - MARGIN - CODE - 90, y: 100, width: CODE, height: CODE };
}

/** Marks of a page: top left, top right, bottom right, bottom left. */
export function marksOf(format: PageFormat): readonly [PlacedMark, PlacedMark, PlacedMark, PlacedMark] {
  const { width, height } = sizeOf(format);
  const [near, right, bottom] = [
    MARK_EDGE + MARK / 2,
    width - MARK_EDGE - MARK / 2,
    height - MARK_EDGE - MARK / 2,
  ];
  const mark = (x: number, y: number, dot: number): PlacedMark => ({
    at: [x, y],
    side: MARK,
    ring: MARK_RING,
    dot,
  });
  return [
    mark(near, near, FIRST_DOT),
    mark(right, near, MARK_DOT),
    mark(right, bottom, MARK_DOT),
    mark(near, bottom, MARK_DOT),
  ];
}

/** What a photo of a page is read by. */
export function layoutOf(sheet: Sheet, page: BlankPage): SheetLayout {
  const { width, height } = sizeOf(page.format);
  const [a, b, c, d] = marksOf(page.format);
  const along = (length: number): readonly number[] =>
    Array.from(
      { length: Math.floor((length - 2 * PAPER_STEP) / PAPER_STEP) + 1 },
      (_, i) => (i + 1) * PAPER_STEP,
    );
  const edge = MARK_EDGE;
  return {
    marks: [a.at, b.at, c.at, d.at],
    paper: [
      ...along(height).flatMap((y): SheetPoint[] => [
        [edge, y],
        [width - edge, y],
      ]),
      ...along(width).flatMap((x): SheetPoint[] => [
        [x, edge],
        [x, height - edge],
      ]),
    ],
    card: cardPlace(page.format),
    cells: Array.from({ length: page.rows }, (_, row) =>
      Array.from({ length: page.columns }, (_, column) => {
        const cell = sheet.rows[page.row + row]?.cells[page.column + column];
        return cell ? [{ key: cell.key, ...cellPlace(page, row, column) }] : [];
      }).flat(),
    ).flat(),
  };
}
