/** Pages of squares of 25 mm to paint found colours into, with what was said of each. */
import type { LabD65 } from "../../core/color/types";
import type { FoundSeries } from "../../domain/practice/practice";
import type { Drawing, DrawnItem } from "../../domain/sheet/drawing";
import { drawnText } from "../../kit/sheet/drawnText";

/** Units of the drawing in a millimetre, as on the other sheets. */
const PER_MM = 10;
const [WIDTH, HEIGHT] = [2100, 2970];
const MARGIN = 140;
const SQUARE = 25 * PER_MM;
const [COLUMNS, ROWS] = [5, 6];
const PITCH_X = (WIDTH - 2 * MARGIN) / COLUMNS;
const PITCH_Y = 420;
const HEAD = 260;

export function squaresToPrint(
  { name, wanted, colours }: FoundSeries,
  words: (lab: LabD65) => string,
): readonly Drawing[] {
  const count = Math.ceil(wanted / (COLUMNS * ROWS));
  return Array.from({ length: count }, (_, page) => {
    const first = page * COLUMNS * ROWS;
    const squares = Array.from({ length: Math.min(COLUMNS * ROWS, wanted - first) }, (__, i) => first + i);
    return {
      width: WIDTH,
      height: HEIGHT,
      unitsPerMm: PER_MM,
      title: count === 1 ? name : `${name}, page ${page + 1} of ${count}`,
      items: [
        { kind: "rect", x: 0, y: 0, width: WIDTH, height: HEIGHT, fill: "paper", isOutlined: false },
        drawnText(MARGIN, 140, count === 1 ? name : `${name}, page ${page + 1} of ${count}`, {
          size: 52,
          weight: 700,
          width: WIDTH - 2 * MARGIN,
        }),
        drawnText(MARGIN, 200, "Say hue, value and brightness first. Then mix, and fill the square.", {
          size: 32,
          width: WIDTH - 2 * MARGIN,
        }),
        ...squares.flatMap((at, i): DrawnItem[] => {
          const x = MARGIN + (i % COLUMNS) * PITCH_X;
          const y = HEAD + Math.floor(i / COLUMNS) * PITCH_Y;
          const colour = colours[at];
          const width = PITCH_X - 24;
          return [
            { kind: "rect", x, y, width: SQUARE, height: SQUARE, fill: undefined, isOutlined: true },
            drawnText(x, y + SQUARE + 38, `${at + 1}  ${colour?.name ?? ""}`, { size: 30, width }),
            drawnText(x, y + SQUARE + 76, colour?.said ? words(colour.said) : "", { size: 24, width }),
          ];
        }),
      ],
    };
  });
}
