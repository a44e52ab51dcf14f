/** The plan on paper: a grid of boxes, each with its colour, value and amounts; A4, lying, one page for six strings. */
import type { LabD65 } from "../../core/color/types";
import type { Drawing, DrawnItem } from "../../domain/sheet/drawing";
import { drawnText } from "../../kit/sheet/drawnText";

const MM = { width: 297, height: 210 } as const;
const PER_MM = 10;
const WIDTH = MM.width * PER_MM;
const HEIGHT = MM.height * PER_MM;
const MARGIN = 100;
const LABELS = 130;
const HEAD = 290;
const FOOT = 110;
const MOST_COLUMNS = 6;
const LINE = 34;

export type PlannedPage = {
  readonly title: string;
  readonly painting: string;
  readonly columns: readonly {
    readonly name: string;
    /** What is mixed first for it, a line each. */
    readonly first: readonly string[];
    readonly cells: readonly {
      readonly value: string;
      readonly lab: LabD65;
      /** A line for each dose. */
      readonly doses: readonly string[];
      /** What is to be minded: thinning, out of reach, kept for the end. */
      readonly remarks: readonly string[];
    }[];
  }[];
  readonly foot: string;
};

export function planDrawings(page: PlannedPage): readonly Drawing[] {
  const pages: Drawing[] = [];
  for (let from = 0; from < page.columns.length; from += MOST_COLUMNS)
    pages.push(pageOf({ ...page, columns: page.columns.slice(from, from + MOST_COLUMNS) }));
  return pages;
}

function pageOf({ title, painting, columns, foot }: PlannedPage): Drawing {
  const rows = columns[0]?.cells.length ?? 1;
  const width = (WIDTH - 2 * MARGIN - LABELS) / columns.length;
  const height = (HEIGHT - HEAD - FOOT) / rows;
  const items: DrawnItem[] = [
    { kind: "rect", x: 0, y: 0, width: WIDTH, height: HEIGHT, fill: "paper", isOutlined: false },
    drawnText(MARGIN, 110, title, { size: 58, weight: 700, width: 1700 }),
    drawnText(WIDTH - MARGIN, 110, painting, { size: 34, width: 900, isEnd: true }),
    drawnText(MARGIN, HEIGHT - 50, foot, { size: 28, width: WIDTH - 2 * MARGIN }),
  ];
  columns.forEach(({ name, first, cells }, column) => {
    const x = MARGIN + LABELS + column * width;
    items.push(drawnText(x, 175, name, { size: 36, weight: 700, width: width - 10 }));
    first
      .slice(0, 3)
      .forEach((line, i) => items.push(drawnText(x, 210 + i * 30, line, { size: 24, width: width - 10 })));
    cells.forEach(({ value, lab, doses, remarks }, row) => {
      const y = HEAD + row * height;
      const band = Math.min(0.34 * height, 90);
      if (column === 0)
        items.push(drawnText(MARGIN, y + height / 2, value, { size: 48, weight: 700, width: LABELS }));
      items.push({ kind: "rect", x, y, width, height: band, fill: lab, isOutlined: false });
      items.push({ kind: "rect", x, y, width, height, fill: undefined, isOutlined: true });
      const room = Math.max(1, Math.floor((height - band - 8) / LINE));
      const lines = [
        ...doses.map((words) => ({ words, isSlanted: false })),
        ...remarks.map((words) => ({ words, isSlanted: true })),
      ];
      const shown = lines.length > room ? lines.slice(0, room) : lines;
      shown.forEach(({ words, isSlanted }, i) =>
        items.push(
          drawnText(x + 12, y + band + 32 + i * LINE, words, { size: 27, width: width - 20, isSlanted }),
        ),
      );
    });
  });
  return { width: WIDTH, height: HEIGHT, unitsPerMm: PER_MM, title, items };
}
