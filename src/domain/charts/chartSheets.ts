/** The cells of a chart: which doses go into each, and what they give. Pure and plain, so that a worker can do it. */
import { drift, ofSubject, oneHue, standIns } from "./moreSheets";
import { crossings, dulled, films, greys, ladder, ratios, washes, wheel } from "./plainSheets";
import { SheetMaker } from "./sheetMaker";
import type { ChartRequest, PlannedSheet, Sheet } from "./sheetTypes";

export function chartSheets(request: ChartRequest): readonly Sheet[] {
  const maker = new SheetMaker(request);
  if (request.fixed) return request.fixed.map((sheet) => seenAgain(maker, sheet));
  switch (request.kind) {
    case "crossings":
      return [crossings(maker)];
    case "ratios":
      return ratios(maker);
    case "tints":
      return [ladder(maker)];
    case "washes":
      return [washes(maker)];
    case "wheel": {
      const sheet = wheel(maker);
      return [{ ...sheet, rows: [...sheet.rows, ...ofSubject(maker)] }];
    }
    case "dulled":
      return [dulled(maker)];
    case "greys":
      return [greys(maker)];
    case "films":
      return [films(maker)];
    case "drift":
      return [drift(maker)];
    case "stand-ins":
      return [standIns(maker)];
    case "hue":
      return [oneHue(maker)];
    // It has no cells but those that were written into it.
    case "own":
      return [];
  }
}

/** The doses as they were, in the colours that they are believed to have now. */
function seenAgain(maker: SheetMaker, { title, columns, rows }: PlannedSheet): Sheet {
  return {
    title,
    columns,
    rows: rows.map(({ name, cells }) => ({ name, cells: cells.map((cell) => cell && maker.seen(cell)) })),
  };
}
