/** How far a member has come: from a plan to paint, and to the end of it. */
import { volumeOf, contentsOf } from "../pile/contents";
import type { Pile } from "../pile/pile";
import type { Reading } from "../reading/reading";
import type { Grid } from "./grid";

export type CellState = "planned" | "laid" | "read" | "kept" | "dry-checked" | "used-up";

/** @param readings - of this pile. */
export function cellState(pile: Pile | undefined, readings: readonly Reading[]): CellState {
  if (!pile || pile.state === "set-aside" || pile.additions.length === 0) return "planned";
  if (pile.state === "kept" && !((pile.leftParts ?? 0) > 0)) return "used-up";
  if (pile.state === "open" && volumeOf(contentsOf(pile)) <= 0) return "used-up";
  if (readings.some(({ film }) => film === "dry")) return "dry-checked";
  if (pile.state === "kept") return "kept";
  return readings.length > 0 ? "read" : "laid";
}

/** The pile that is a member, or a parent; the newest where one was begun again. */
export function pileOfCell(
  { taken }: Pick<Grid, "taken">,
  stringId: string,
  row: number | undefined,
  piles: readonly Pile[],
): Pile | undefined {
  const recipeId = taken.find((cell) => cell.stringId === stringId && cell.row === row)?.recipeId;
  return recipeId === undefined ? undefined : piles.filter((pile) => pile.recipeId === recipeId).at(-1);
}
