/** The solver's work, apart from the worker around it, so that it can be tested without one. */
import { type PaletteAnswer, PaletteMixer } from "../core/recipe/palette";
import { MixtureEvaluator } from "../core/mixing/mixtureEvaluator";
import { buildPaletteTable, type PaletteTable } from "../core/picture/paletteTable";
import { nextAddition } from "../core/correct/nextAddition";
import { USUAL_PRIOR } from "../core/learning/tubeModel";
import { calibrateTube, type TubeCalibration } from "../core/tube/calibrateTube";
import { learnBox } from "../core/tube/learnBox";
import { WHITE_BENCH } from "../data/whiteBench";
import { VIEWING } from "../data/standardViewing";
import { PAINT_SURFACE } from "../data/surface";
import { opticsOf, type RecipeRequest, type SolverApi } from "./protocol";

export function createSolverApi(): SolverApi {
  // One palette is in use at a time; what its searches share is worth keeping.
  let current: { key: string; mixer: PaletteMixer } | undefined;

  const mixerFor = (request: RecipeRequest): PaletteMixer => {
    const key = JSON.stringify(request.tubes);
    if (current?.key === key) return current.mixer;
    const tubes = request.tubes.map((tube) => ({ optics: opticsOf(tube), isBlack: tube.isBlack }));
    current = { key, mixer: new PaletteMixer(tubes, VIEWING.D65, PAINT_SURFACE) };
    return current.mixer;
  };

  return {
    searchRecipes: (request): PaletteAnswer => mixerFor(request).recipesFor(request.query, request.dosing),
    calibrateTube: (tube, readings): TubeCalibration => calibrateTube(opticsOf(tube), readings, WHITE_BENCH),
    learnBox: (tubes, piles) => learnBox(tubes, piles, WHITE_BENCH),
    nextAddition: ({ tubes, ...query }) =>
      nextAddition(
        { ...query, tubes: tubes.map(opticsOf) },
        { view: VIEWING.D65, surface: PAINT_SURFACE, prior: USUAL_PRIOR },
      ),
    paletteTable: (tubes, size, onProgress): PaletteTable => {
      const mixer = new MixtureEvaluator(tubes.map(opticsOf), VIEWING.D65, PAINT_SURFACE);
      const table = buildPaletteTable(mixer, {
        size,
        onProgress: (share) => {
          onProgress(share);
          return true;
        },
      });
      // Only a refused progress gives up, and this one never refuses.
      if (!table) throw new Error("The table was given up");
      return table;
    },
  };
}
