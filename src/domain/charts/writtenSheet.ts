/** A sheet of mixtures one after the other, in rows that fit a page. */
import type { Dose } from "../pile/pile";
import type { FixedCell, FixedSheet } from "./chart";

export type WrittenMixture = { readonly doses: readonly Dose[]; readonly name?: string };

const COLUMNS = 6;
/** As a hand reads it from a blank. */
const DIGITS = 3;

/** Of the colour of which least goes in, one part: what is weaker is a multiple that can be laid. */
export function fixedRows(title: string, mixtures: readonly WrittenMixture[]): FixedSheet {
  const cells = mixtures.map(({ doses }): FixedCell | null => {
    const paint = doses.filter(({ parts }) => parts > 0);
    const most = Math.max(...paint.map(({ parts }) => parts));
    if (paint.length === 0) return null;
    return {
      doses: paint.map(({ tubeId, parts }) => ({
        tubeId,
        parts: Number((parts / most).toPrecision(DIGITS)),
      })),
    };
  });
  return {
    title,
    columns: Array.from({ length: Math.min(COLUMNS, mixtures.length) }, (_, i) => String(i + 1)),
    rows: Array.from({ length: Math.ceil(cells.length / COLUMNS) }, (_, row) => {
      const from = COLUMNS * row;
      const names = mixtures
        .slice(from, from + COLUMNS)
        .flatMap(({ name = "" }) => (name === "" ? [] : [name]));
      return {
        name:
          names.length > 0
            ? names.join(", ").slice(0, MOST_NAME)
            : `${from + 1} to ${Math.min(cells.length, from + COLUMNS)}`,
        cells: cells.slice(from, from + COLUMNS),
      };
    }),
  };
}
const MOST_NAME = 200;
