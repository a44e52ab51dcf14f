/** Questions about layers, answered in the palettes' worker; apart from it, so that they can be tested without one. */
import type { LabD65 } from "../core/color/types";
import { GlazeSolver } from "../core/layers/glazeSolver";
import { type GreyWanted, greyWanted } from "../core/layers/greyWanted";
import { scumbles } from "../core/layers/scumble";
import type { Reflectance } from "../core/spectrum/types";
import { VIEWING } from "../data/standardViewing";
import { PAINT_SURFACE } from "../data/surface";
import type { TowardsAnswer, TowardsRequest } from "../domain/layers/towards";
import { chartSheets } from "../domain/charts/chartSheets";
import type { ChartRequest, Sheet } from "../domain/charts/sheetTypes";
import { opticsOf, type SolverTube } from "../domain/tube/solverTube";

/** So many scumbles are worth showing. */
const MOST_SCUMBLES = 3;

export type LayersApi = {
  /** The cells of a chart. */
  chart: (request: ChartRequest) => readonly Sheet[];
  /** Glazes and scumbles from what lies there towards a colour. */
  towards: (request: TowardsRequest) => TowardsAnswer;
  /** Of each colour the grey that it wants under a film. @param thickness - dry. */
  greysUnder: (targets: readonly LabD65[], film: SolverTube, thickness: number) => readonly GreyWanted[];
};

export function createLayersApi(): LayersApi {
  return {
    chart: chartSheets,
    towards: ({ base, target, tubes, whites, most, range, scumbles: asksScumbles }) => {
      const paints = tubes.map(opticsOf);
      const seen: Reflectance = { grid: VIEWING.D65.grid, values: base };
      const solver = new GlazeSolver(paints, VIEWING.D65, PAINT_SURFACE, range);
      return {
        glazes: solver.solve({ base: seen, target, most }),
        scumbles: asksScumbles
          ? scumbles(seen, target, paints, whites, range, VIEWING.D65, PAINT_SURFACE).slice(0, MOST_SCUMBLES)
          : [],
      };
    },
    greysUnder: (targets, film, thickness) =>
      targets.map((target) =>
        greyWanted(target, { optics: opticsOf(film), thickness }, VIEWING.D65, PAINT_SURFACE),
      ),
  };
}
