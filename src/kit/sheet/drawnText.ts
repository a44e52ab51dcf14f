/** A line of text on a drawing, cut to a width. */
import type { DrawnText } from "../../domain/sheet/drawing";

/** Mean advance of a letter against the size of the type. */
const LETTER = 0.48;

/** @param width - that the line may take, in units of the drawing. */
export function drawnText(
  x: number,
  y: number,
  words: string,
  {
    size,
    width,
    weight = 400,
    isEnd = false,
    isSlanted = false,
  }: { size: number; width: number; weight?: number; isEnd?: boolean; isSlanted?: boolean },
): DrawnText {
  const most = Math.max(4, Math.floor(width / (LETTER * size)));
  const line = words.replace(/\s+/g, " ").trim();
  // Cut between letters as a reader sees them, not inside one.
  const letters = Array.from(new Intl.Segmenter("en").segment(line), ({ segment }) => segment);
  const shown = letters.length > most ? `${letters.slice(0, most - 1).join("")}…` : line;
  return { kind: "text", x, y, size, weight, isEnd, isSlanted, words: shown };
}
