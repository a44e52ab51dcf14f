/** From a palette of tubes to recipes in amounts for the knife: the whole first answer in one call. */
import { type AmountSizes } from "../amounts/amounts";
import { type LaidDown, layDown } from "../amounts/layDown";
import type { SurfaceConstants } from "../mixing/saunderson";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import { RecipeSearch } from "./search";
import type { Recipe, RecipeQuery } from "./types";

export type PaletteTube = {
  readonly optics: OpticalModel;
  readonly isBlack: boolean;
};

export type PaintedRecipe = Recipe & {
  /** Rounded to what a hand can lay down; parts in the order of the recipe. */
  readonly laidDown: LaidDown;
};

export type PaletteAnswer = {
  readonly recipes: readonly PaintedRecipe[];
  readonly subsetsTried: number;
  readonly evaluations: number;
};

/** Holds what a palette's searches share, so that the next target costs only its own search. */
export class PaletteMixer {
  private readonly mixer: MixtureEvaluator;
  private readonly search: RecipeSearch;

  constructor(tubes: readonly PaletteTube[], view: ViewingWeights, surface: SurfaceConstants) {
    this.mixer = new MixtureEvaluator(
      tubes.map((tube) => tube.optics),
      view,
      surface,
    );
    this.search = new RecipeSearch(
      this.mixer,
      tubes.map((tube) => tube.isBlack),
    );
  }

  recipesFor(query: RecipeQuery, sizes: AmountSizes): PaletteAnswer {
    const report = this.search.search(query);
    return {
      ...report,
      recipes: report.recipes.map((recipe) => ({
        ...recipe,
        laidDown: layDown(
          this.mixer,
          recipe.parts.map((part) => part.tube),
          recipe.parts.map((part) => part.share),
          query.target,
          sizes,
        ),
      })),
    };
  }
}
