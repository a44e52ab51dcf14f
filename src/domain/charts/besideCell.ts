/** What stands beside a cell, and how sure its prediction is. */
import type { LabD65 } from "../../core/color/types";
import { GENERIC_UNCERTAINTY } from "../reading/uncertainty";
import type { Tube } from "../tube/tube";
import { sharesOfColour } from "./doubtedCells";
import type { Sheet, SheetCell } from "./sheetTypes";

export type Neighbour = { readonly side: "left" | "above"; readonly lab: LabD65 };

/** The cells on its left and above it, where there are any. */
export function neighboursOf(cell: SheetCell, { rows }: Sheet): readonly Neighbour[] {
  const row = rows.findIndex(({ cells }) => cells.some((one) => one?.key === cell.key));
  const column = rows[row]?.cells.findIndex((one) => one?.key === cell.key) ?? -1;
  const [left, above] = [rows[row]?.cells[column - 1], rows[row - 1]?.cells[column]];
  return [
    ...(left ? [{ side: "left" as const, lab: left.lab }] : []),
    ...(above ? [{ side: "above" as const, lab: above.lab }] : []),
  ];
}

/** One standard deviation of the prediction, ΔE00: each tube's, by what it gives to the colour. */
export function cellUncertainty({ doses }: Pick<SheetCell, "doses">, tubes: readonly Tube[]): number {
  let sum = 0;
  for (const [tube, share] of sharesOfColour(doses, tubes))
    sum += share * (tubes[tube]?.optics.calibrations.at(-1)?.spreadAfter ?? GENERIC_UNCERTAINTY);
  return sum;
}
