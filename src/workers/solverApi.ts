/** The solver's work, apart from the worker around it, so that it can be tested without one. */
import { type PaletteAnswer, PaletteMixer } from "../core/recipe/palette";
import { createPigmentLibrary } from "../core/pigment/library";
import { PIGMENT_MODELS } from "../data/pigments.generated";
import { VIEWING } from "../data/standardViewing";
import { PAINT_SURFACE } from "../data/surface";
import type { RecipeRequest, SolverApi } from "./protocol";

export function createSolverApi(): SolverApi {
  const library = createPigmentLibrary(PIGMENT_MODELS);
  // One palette is in use at a time; what its searches share is worth keeping.
  let current: { key: string; mixer: PaletteMixer } | undefined;

  const mixerFor = (request: RecipeRequest): PaletteMixer => {
    const key = JSON.stringify(request.tubes);
    if (current?.key === key) return current.mixer;
    const tubes = request.tubes.map(({ modelId }) => {
      const model = library.byId(modelId);
      if (!model) throw new RangeError(`There is no pigment model called ${modelId}`);
      return { optics: model.optics, isBlack: model.family === "black" };
    });
    current = { key, mixer: new PaletteMixer(tubes, VIEWING.D65, PAINT_SURFACE) };
    return current.mixer;
  };

  return {
    searchRecipes: (request): PaletteAnswer => mixerFor(request).recipesFor(request.query, request.dosing),
  };
}
