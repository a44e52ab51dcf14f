/** All recipes that are offered for a note: those that were found, the one from the record, the one by hand. */
import type { LabD65 } from "../../core/color/types";
import type { PaintedRecipe } from "../../core/recipe/paletteMixer";
import { laidAmounts } from "../hand/laidAmounts";
import type { HandSettings } from "../hand/measure";
import { labOfAdditions } from "../mixture/color";
import { contentsOf, volumeOf } from "../pile/contents";
import type { Dose, Pile } from "../pile/pile";
import type { School } from "../school/school";
import { opticsOfTube } from "../tube/optics";
import type { Tube } from "../tube/tube";
import { type PaintRecipe, paintRecipe, plannedRecipe, recipeByHand } from "./paintRecipe";

export type Offered = {
  /** What the search found, with the tubes that it names by their place; undefined before it answered. */
  readonly found:
    | {
        readonly recipes: readonly PaintedRecipe[];
        readonly tubeIds: readonly string[];
        readonly partsPerUnit: number;
      }
    | undefined;
  /** A pile from the record that is to be mixed again. */
  readonly again: Pile | undefined;
  /** Its amounts for tubes that have changed since. */
  readonly corrected?: readonly Dose[] | undefined;
  /** The box as what was read of that pile lets it appear. */
  readonly believedAgain: ReadonlyMap<string, Tube>;
  /** Amounts that the painter changed, whatever recipe they began from. */
  readonly byHand: readonly Dose[] | undefined;
  readonly target: LabD65;
  readonly tubeById: ReadonlyMap<string, Tube>;
  /** Parts of the whole pile; undefined for a pile of any size. */
  readonly wantedParts: number | undefined;
  readonly start: School["start"];
  readonly hand: HandSettings;
};

/** The one by hand first, then the one from the record, then what was found. */
export function offeredRecipes(offered: Offered): readonly PaintRecipe[] {
  const { found, again, corrected, believedAgain, byHand, target, tubeById, wantedParts, start, hand } =
    offered;
  const predict = (amounts: readonly Dose[]): LabD65 | undefined => labOfAdditions(amounts, tubeById);
  const lightnessOf = (tubeId: string): number => {
    const tube = tubeById.get(tubeId);
    return (tube && opticsOfTube(tube) ? predict([{ tubeId, parts: 1 }]) : undefined)?.[0] ?? 0;
  };
  const laid = (found?.recipes ?? []).map((recipe) =>
    paintRecipe(recipe, found?.tubeIds ?? [], found?.partsPerUnit ?? 1),
  );
  const fromLog =
    again &&
    recipeByHand(
      `again-${again.id}`,
      "from-log",
      corrected ?? scaledTo(contentsOf(again), wantedParts, hand, believedAgain),
      target,
      (amounts) => labOfAdditions(amounts, believedAgain),
    );
  const changed = byHand && recipeByHand("by-hand", "by-hand", byHand, target, predict);
  return [
    ...(changed ? [changed] : []),
    ...[...(fromLog ? [fromLog] : []), ...laid].map((recipe) => plannedRecipe(recipe, start, lightnessOf)),
  ];
}

/** The same mixture for a pile of another size, in amounts that the painter's measure can lay down. */
export function scaledTo(
  amounts: readonly Dose[],
  wantedParts: number | undefined,
  hand: HandSettings,
  tubeById: ReadonlyMap<string, Tube>,
): readonly Dose[] {
  if (wantedParts === undefined || amounts.length === 0) return amounts;
  // What was laid for this size stays as it was laid.
  const size = volumeOf(amounts) / wantedParts;
  if (size >= HARDLY_SMALLER && size <= A_LITTLE_LARGER) return amounts;
  return laidAmounts(amounts, wantedParts, hand, tubeById);
}

/** So much of what was wanted a pile may be before its amounts are worked out anew: a painter must not run out. */
const HARDLY_SMALLER = 0.99;
const A_LITTLE_LARGER = 1.15;
