import type { LabD65 } from "../../core/color/types";
import { labOfAdditions } from "../../domain/mixture/color";
import { type Belief, believedTubes } from "../../domain/pile/belief";
import { contentsOf } from "../../domain/pile/contents";
import type { Pile } from "../../domain/pile/pile";
import type { Reading } from "../../domain/reading/reading";
import { type CellState, cellState, pileOfCell } from "../../domain/strings/cellState";
import type { Grid } from "../../domain/strings/grid";
import type { GridCell, GridPlan } from "../../domain/strings/gridPlan";
import type { Tube } from "../../domain/tube/tube";

/** What is known of a grid: the plan, and the paint that has come of it. */
export type KnownGrid = {
  readonly grid: Grid;
  readonly plan: GridPlan;
  readonly piles: readonly Pile[];
  readonly readings: readonly Reading[];
  readonly beliefs: ReadonlyMap<string, Belief> | undefined;
};

export type SeenCell = {
  readonly pile: Pile | undefined;
  readonly state: CellState;
  /** As its paint is believed to be; as planned while there is none. */
  readonly lab: LabD65;
};

export function seenCell(
  { grid, piles, readings, beliefs }: Omit<KnownGrid, "plan">,
  { stringId, row, predicted }: GridCell,
  tubeById: ReadonlyMap<string, Tube>,
): SeenCell {
  const pile = pileOfCell(grid, stringId, row, piles);
  const state = cellState(
    pile,
    readings.filter(({ pileId }) => pileId === pile?.id),
  );
  const lab =
    pile && state !== "planned" && !pile.isStreaky
      ? labOfAdditions(contentsOf(pile), believedTubes(tubeById, beliefs?.get(pile.id)))
      : undefined;
  return { pile, state, lab: lab ?? predicted };
}
