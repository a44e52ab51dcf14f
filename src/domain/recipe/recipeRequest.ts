/** What is asked of the recipe search: the paint that may be used, and the painter's wishes. */
import type { Lightener } from "../palette/medium";
import type { DosingChoice } from "../../core/amounts/dosing";
import { type DeltaE2000Factors, REFERENCE_FACTORS } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import type { RecipeQuery } from "../../core/recipe/types";
import { type HandSettings, measureOf } from "../hand/measure";
import type { Settings } from "../settings/settings";
import { isBlackTube } from "../tube/kinds";
import { pricePerMl } from "../tube/price";
import { type SolverTube, solverTubeOf } from "../tube/solverTube";
import type { Tube } from "../tube/tube";

export type RecipeRequest = {
  readonly tubes: readonly SolverTube[];
  readonly query: RecipeQuery;
  readonly dosing: DosingChoice;
  /** Washes over paper, lightened with water, in place of opaque paint. */
  readonly asWash?: boolean;
  /** What washes lie on, as it is seen, per band; white paper when it is left out. */
  readonly paper?: readonly number[] | undefined;
  /** The film that will lie on it: the aim is what is seen then. Dry; 1 where titanium white has S·X = 1 at 550 nm. */
  readonly under?: { readonly film: SolverTube; readonly thickness: number };
};

/** What the painter asks of the recipes besides the colour. */
export type RecipeWishes = {
  readonly required: readonly string[];
  readonly forbidden: readonly string[];
  readonly factors: DeltaE2000Factors;
  /** Paint besides the board's, such as what is left of older piles, with the largest share it may have. */
  readonly extra: readonly { readonly tube: Tube; readonly mostShare: number }[];
  /** Parts of the whole pile; of any size when it is left out. */
  readonly wantedParts?: number | undefined;
};

export const NO_WISHES: RecipeWishes = {
  required: [],
  forbidden: [],
  factors: REFERENCE_FACTORS,
  extra: [],
};

/** ΔE00 within which a recipe of fewer tubes is taken first: it can be remembered. */
const PLAINER_WITHIN = 1;
const MAX_ANSWERS = 4;
const MOST_TUBES = 6;
/** A wash holds water besides. */
const MOST_TUBES_OF_WASH = 5;

export type RecipeQuestion = {
  readonly request: RecipeRequest;
  /** Tubes that the answer names by their place. */
  readonly tubeIds: readonly string[];
  /** Parts in one unit of the measure that amounts are given in. */
  readonly partsPerUnit: number;
};

/** Undefined without a tube whose paint is known. */
export function recipeQuestion(
  target: LabD65,
  board: readonly Tube[],
  { required, forbidden, factors, extra, wantedParts }: RecipeWishes,
  settings: HandSettings & Pick<Settings, "maxTubesPerRecipe" | "school">,
  /** What the palette lightens with: in water, recipes are washes over paper. */
  lightener: Lightener,
  /** What washes lie on, per band; white paper when it is left out. */
  paper?: readonly number[],
): RecipeQuestion | undefined {
  const { maxTubesPerRecipe, school } = settings;
  const offered = [...board.map((tube) => ({ tube, mostShare: 1 })), ...extra];
  const known = offered.flatMap(({ tube, mostShare }) => {
    const solverTube = solverTubeOf(tube);
    return solverTube ? [{ id: tube.id, tube, solverTube, mostShare }] : [];
  });
  if (known.length === 0) return undefined;
  const isLeftOut = (tube: Tube): boolean =>
    forbidden.includes(tube.id) || (!school.allowsBlack && isBlackTube(tube));
  const prices = known.flatMap(({ tube }) => pricePerMl(tube) ?? []);
  const places = (isWanted: (tube: Tube) => boolean): number[] =>
    known.flatMap(({ tube }, place) => (isWanted(tube) ? [place] : []));
  const asWash = lightener === "water";
  const out = places(isLeftOut);
  const measure = measureOf(
    settings,
    known.map(({ tube }) => tube),
    wantedParts,
  );
  return {
    tubeIds: known.map(({ id }) => id),
    partsPerUnit: measure.partsPerUnit,
    request: {
      tubes: known.map((tube) => tube.solverTube),
      query: {
        target,
        maxTubes: Math.min(
          asWash ? MOST_TUBES_OF_WASH : MOST_TUBES,
          Math.max(maxTubesPerRecipe, required.length),
        ),
        factors,
        // Each of these makes the search longer, so it is said only when it limits something.
        ...(required.length > 0 && { required: places(({ id }) => required.includes(id)) }),
        ...(out.length > 0 && { forbidden: out }),
        ...(extra.length > 0 && { mostShare: known.map(({ mostShare }) => mostShare) }),
        ...(prices.length === known.length && { pricePerVolume: prices }),
        toleranceDeltaE2000: PLAINER_WITHIN,
        maxAnswers: MAX_ANSWERS,
      },
      dosing: measure.choice,
      asWash,
      ...(asWash && { paper }),
    },
  };
}
