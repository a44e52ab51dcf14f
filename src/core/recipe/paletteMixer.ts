/** From a palette of tubes to recipes in amounts that can be laid down: the whole first answer in one call. */
import { type DosingChoice, dosingOf } from "../amounts/dosing";
import { type LaidDown, layDown } from "../amounts/layDown";
import { type DilutedRecipe, preDiluted } from "../amounts/preDilution";
import type { ColorModel } from "../mixing/colorModel";
import { FilmEvaluator } from "../mixing/filmEvaluator";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import type { SurfaceConstants } from "../mixing/saunderson";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel, Reflectance } from "../spectrum/types";
import { RecipeSearch } from "./search";
import { tubeTraits } from "./tubeTraits";
import type { Recipe, RecipeQuery } from "./types";

export type PaletteTube = {
  readonly optics: OpticalModel;
  readonly isBlack: boolean;
};

/** How the paint is used. */
export type Medium =
  | { readonly kind: "opaque" }
  /** Thinned paint over a ground: the ground is the white, so whites stay out unless they are asked for. */
  | {
      readonly kind: "film";
      readonly ground: Reflectance;
      /** Dry thickness of one undiluted layer, 1 where titanium white has S·X = 1 at 550 nm. */
      readonly undilutedThickness: number;
      readonly allowWhite: boolean;
    };

export type PaintedRecipe = Recipe & {
  /** Rounded to what a hand can lay down; volumes in the order of the recipe. */
  readonly laidDown: LaidDown;
  /** When an amount is below the smallest dose at that size of pile: what to thin first. */
  readonly diluted: DilutedRecipe | undefined;
  /** Of a film: volumes of water or medium to one volume of paint. */
  readonly thinning: number | undefined;
};

export type PaletteAnswer = {
  readonly recipes: readonly PaintedRecipe[];
  readonly subsetsTried: number;
  readonly evaluations: number;
};

const OPAQUE: Medium = { kind: "opaque" };

/** Holds what a palette's searches share, so that the next target costs only its own search. */
export class PaletteMixer {
  private readonly mixer: ColorModel;
  private readonly search: RecipeSearch;
  private readonly whites: readonly number[];

  constructor(
    tubes: readonly PaletteTube[],
    view: ViewingWeights,
    surface: SurfaceConstants,
    private readonly medium: Medium = OPAQUE,
  ) {
    const optics = tubes.map((tube) => tube.optics);
    const isBlack = tubes.map((tube) => tube.isBlack);
    const opaque = new MixtureEvaluator(optics, view, surface);
    this.mixer = medium.kind === "opaque" ? opaque : new FilmEvaluator(optics, view, surface, medium.ground);
    this.search = new RecipeSearch(this.mixer, isBlack);
    this.whites = tubeTraits(opaque, isBlack).flatMap((traits, tube) => (traits.isWhite ? [tube] : []));
  }

  recipesFor(query: RecipeQuery, choice: DosingChoice): PaletteAnswer {
    const dosing = dosingOf(choice);
    const report = this.search.search(this.asked(query));
    return {
      ...report,
      recipes: report.recipes.map((recipe) => {
        const tubes = recipe.parts.map((part) => part.tube);
        const shares = recipe.parts.map((part) => part.share);
        const laidDown = layDown(this.mixer, tubes, shares, query.target, dosing, recipe.filmThickness);
        return {
          ...recipe,
          laidDown,
          diluted: this.mixer.isScaleFree
            ? preDiluted(
                this.mixer,
                tubes,
                shares.map((share) => share * laidDown.totalVolume),
                query.target,
                dosing,
              )
            : undefined,
          thinning:
            this.medium.kind === "film" && recipe.filmThickness !== undefined
              ? this.medium.undilutedThickness / recipe.filmThickness - 1
              : undefined,
        };
      }),
    };
  }

  private asked(query: RecipeQuery): RecipeQuery {
    const { medium } = this;
    if (medium.kind === "opaque") return query;
    return {
      ...query,
      forbidden: [...(query.forbidden ?? []), ...(medium.allowWhite ? [] : this.whites)],
      thickestFilm: Math.min(query.thickestFilm ?? Number.POSITIVE_INFINITY, medium.undilutedThickness),
    };
  }
}
