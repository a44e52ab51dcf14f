/** A recipe as it is offered: in the order of laying down, in amounts of a wanted size, with what a slip costs. */
import { deltaE2000 } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import { type LayingStart, orderOfSchool } from "../../core/recipe/layingOrder";
import type { PaintedRecipe } from "../../core/recipe/paletteMixer";
import type { RecipeReason } from "../../core/recipe/types";
import { volumeOf } from "../pile/contents";
import type { Dose, RecipeDilution, StoredRecipe } from "../pile/pile";
import { storedFromLab } from "../reading/storedColor";
import { GENERIC_UNCERTAINTY } from "../reading/uncertainty";
import { isWater, WATER } from "../tube/water";

export type RecipeAmount = Dose & { readonly share: number };

/** A recipe as the bench offers it, whether from the search, a running pile or the log. */
export type PaintRecipe = {
  readonly key: string;
  readonly amounts: readonly RecipeAmount[];
  readonly predicted: LabD65;
  /** Miss of the amounts as they will be laid down. */
  readonly deltaE2000: number;
  readonly reasons: readonly (RecipeReason | "from-log" | "by-hand")[];
  /** ΔE00 that 10 % too much of each tube costs, in the order of the amounts as they were found. */
  readonly dosing: readonly DosingShift[];
  /** ΔE00 that rounding to the knife costs against the exact recipe; undefined where nothing was rounded. */
  readonly roundingLoss: number | undefined;
  /** Where the smallest amount is too big: what to thin first, and how close that comes. */
  readonly thinned:
    | { readonly deltaE2000: number; readonly dilutions: readonly RecipeDilution[] }
    | undefined;
};

export type DosingShift = { readonly tubeId: string; readonly shift: number };

/** @param partsPerUnit - of the measure that the answer's amounts are given in. */
export function paintRecipe(
  recipe: PaintedRecipe,
  tubeIds: readonly string[],
  partsPerUnit: number,
): PaintRecipe {
  const { laidDown, diluted } = recipe;
  const tubeIdOf = (tube: number): string => tubeIds[tube] ?? "";
  const paints = recipe.parts.map((part, i) => ({
    tubeId: tubeIdOf(part.tube),
    parts: (laidDown.volumes[i] ?? Number.NaN) * partsPerUnit,
  }));
  const laid =
    laidDown.water > 0 ? [...paints, { tubeId: WATER.id, parts: laidDown.water * partsPerUnit }] : paints;
  const whole = volumeOf(laid);
  const all = laid.map((amount) => ({ ...amount, share: amount.parts / whole }));
  return {
    key: paints.map((amount) => amount.tubeId).join("+"),
    amounts: all,
    predicted: laidDown.predicted,
    deltaE2000: laidDown.deltaE2000,
    reasons: recipe.reasons,
    dosing: paints.map(({ tubeId }, i) => ({ tubeId, shift: recipe.dosingShift[i] ?? Number.NaN })),
    roundingLoss: laidDown.lossDeltaE2000,
    thinned:
      diluted && diluted.deltaE2000 < laidDown.deltaE2000 - WORTH_THINNING
        ? {
            deltaE2000: diluted.deltaE2000,
            dilutions: diluted.dilutions.map(({ tube, carrier, carrierParts, dose }) => ({
              tubeId: tubeIdOf(tube),
              carrierId: tubeIdOf(carrier),
              carrierParts,
              dose: dose * partsPerUnit,
            })),
          }
        : undefined,
  };
}

/** Thinning a tube first is another step: it has to gain so much, ΔE00. */
const WORTH_THINNING = 0.5;

/** Amounts that the painter chose, whatever recipe they began from. */
export function recipeByHand(
  key: string,
  reason: "from-log" | "by-hand",
  amounts: readonly Dose[],
  target: LabD65,
  predict: (amounts: readonly Dose[]) => LabD65 | undefined,
): PaintRecipe | undefined {
  const predicted = predict(amounts);
  if (!predicted) return undefined;
  const all = volumeOf(amounts);
  return {
    key,
    amounts: amounts.map(({ tubeId, parts }) => ({ tubeId, parts, share: parts / all })),
    predicted,
    deltaE2000: deltaE2000(target, predicted),
    reasons: [reason],
    dosing: amounts.map(({ tubeId }, place) => {
      const after = predict(
        amounts.map((one, i) => (i === place ? { ...one, parts: one.parts * TENTH_MORE } : one)),
      );
      return { tubeId, shift: after ? deltaE2000(predicted, after) : Number.NaN };
    }),
    roundingLoss: undefined,
    thinned: undefined,
  };
}

const TENTH_MORE = 1.1;

/** A recipe that was planned before, as for a member of a string: its amounts are those that were promised. */
export function recipeAsPlanned(
  { id, amounts, thinned = [] }: StoredRecipe,
  predict: (amounts: readonly Dose[]) => LabD65 | undefined,
): PaintRecipe | undefined {
  const predicted = predict(amounts);
  const recipe = predicted && recipeByHand(`plan-${id}`, "by-hand", amounts, predicted, predict);
  if (!recipe || thinned.length === 0) return recipe;
  return { ...recipe, thinned: { deltaE2000: recipe.deltaE2000, dilutions: thinned } };
}

/** The recipe in the order of a school. */
export function plannedRecipe(
  recipe: PaintRecipe,
  start: LayingStart,
  lightnessOf: (tubeId: string) => number,
): PaintRecipe {
  // Water comes last: how much is needed shows on the paper.
  const paints = recipe.amounts.filter((amount) => !isWater(amount));
  const order = orderOfSchool(
    start,
    paints.map(({ tubeId, share }) => ({ share, lightness: lightnessOf(tubeId) })),
  );
  const sorted = [...order.flatMap((place) => paints[place] ?? []), ...recipe.amounts.filter(isWater)];
  return { ...recipe, amounts: sorted };
}

export function storedRecipeOf(recipe: PaintRecipe): Omit<StoredRecipe, "id" | "noteId" | "createdAt"> {
  return {
    amounts: recipe.amounts.map(({ tubeId, parts }) => ({ tubeId, parts })),
    shares: recipe.amounts.map(({ share }) => share),
    predicted: storedFromLab(recipe.predicted, "predicted", GENERIC_UNCERTAINTY),
    deltaE2000: recipe.deltaE2000,
    reasons: [...recipe.reasons],
  };
}
