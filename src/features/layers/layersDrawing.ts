/** The layers on paper: the ground, each film with what it is made of, and the colours after it; A4, standing. */
import type { LabD65 } from "../../core/color/types";
import type { Drawing, DrawnItem } from "../../domain/sheet/drawing";
import { drawnText } from "../../kit/sheet/drawnText";

const WIDTH = 2100;
const HEIGHT = 2970;
const PER_MM = 10;
const MARGIN = 150;
const HEAD = 330;
const ROW = 250;
const PAINT = 620;

export type LayersPage = {
  readonly title: string;
  readonly painting: string;
  /** Names of what it lies on. */
  readonly columns: readonly string[];
  /** The top layer first, the ground last. */
  readonly rows: readonly {
    readonly name: string;
    readonly lines: readonly string[];
    readonly labs: readonly (LabD65 | undefined)[];
  }[];
  readonly remarks: readonly string[];
};

export function layersDrawing({ title, painting, columns, rows, remarks }: LayersPage): Drawing {
  const left = MARGIN + PAINT;
  const width = (WIDTH - MARGIN - left) / columns.length;
  const items: DrawnItem[] = [
    { kind: "rect", x: 0, y: 0, width: WIDTH, height: HEIGHT, fill: "paper", isOutlined: false },
    drawnText(MARGIN, 160, title, { size: 62, weight: 700, width: 1200 }),
    drawnText(WIDTH - MARGIN, 160, painting, { size: 38, width: 560, isEnd: true }),
    ...columns.map((name, i) =>
      drawnText(left + i * width, HEAD - 20, name, { size: 30, width: width - 10 }),
    ),
  ];
  rows.forEach(({ name, lines, labs }, row) => {
    const y = HEAD + row * ROW;
    items.push(drawnText(MARGIN, y + 60, name, { size: 40, weight: 700, width: PAINT - 20 }));
    lines.forEach((line, i) =>
      items.push(drawnText(MARGIN, y + 110 + 40 * i, line, { size: 30, width: PAINT - 20 })),
    );
    labs.forEach((lab, i) => {
      items.push({ kind: "rect", x: left + i * width, y, width, height: ROW, fill: lab, isOutlined: !lab });
    });
  });
  remarks.forEach((words, i) =>
    items.push(
      drawnText(MARGIN, HEAD + rows.length * ROW + 80 + 44 * i, words, {
        size: 30,
        width: WIDTH - 2 * MARGIN,
        isSlanted: true,
      }),
    ),
  );
  return { width: WIDTH, height: HEIGHT, unitsPerMm: PER_MM, title, items };
}
