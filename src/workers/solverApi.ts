/** The solver's work, apart from the worker around it, so that it can be tested without one. */
import { type PaletteAnswer, PaletteMixer } from "../core/recipe/palette";
import { MixtureEvaluator } from "../core/mixing/mixtureEvaluator";
import { buildPaletteTable, type PaletteTable } from "../core/picture/paletteTable";
import type { PigmentModel } from "../core/pigment/types";
import { createPigmentLibrary } from "../core/pigment/library";
import { PIGMENT_MODELS } from "../data/pigments.generated";
import { VIEWING } from "../data/standardViewing";
import { PAINT_SURFACE } from "../data/surface";
import type { RecipeRequest, SolverApi, SolverTube } from "./protocol";

export function createSolverApi(): SolverApi {
  const library = createPigmentLibrary(PIGMENT_MODELS);
  // One palette is in use at a time; what its searches share is worth keeping.
  let current: { key: string; mixer: PaletteMixer } | undefined;

  const modelOf = ({ modelId }: SolverTube): PigmentModel => {
    const model = library.byId(modelId);
    if (!model) throw new RangeError(`There is no pigment model called ${modelId}`);
    return model;
  };

  const mixerFor = (request: RecipeRequest): PaletteMixer => {
    const key = JSON.stringify(request.tubes);
    if (current?.key === key) return current.mixer;
    const tubes = request.tubes.map(modelOf).map(({ optics, family }) => ({
      optics,
      isBlack: family === "black",
    }));
    current = { key, mixer: new PaletteMixer(tubes, VIEWING.D65, PAINT_SURFACE) };
    return current.mixer;
  };

  return {
    searchRecipes: (request): PaletteAnswer => mixerFor(request).recipesFor(request.query, request.dosing),
    paletteTable: (tubes, size, onProgress): PaletteTable => {
      const optics = tubes.map(modelOf).map((model) => model.optics);
      const mixer = new MixtureEvaluator(optics, VIEWING.D65, PAINT_SURFACE);
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
