/** A recipe as it is offered: in the order of laying down, in amounts of a wanted size, with what a slip costs. */
import { amountsFor } from "../../core/amounts/needed";
import { deltaE2000 } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import { type LayingStart, orderOfSchool } from "../../core/recipe/layingOrder";
import type { PaintedRecipe } from "../../core/recipe/paletteMixer";
import type { RecipeReason } from "../../core/recipe/types";
import { volumeOf } from "../pile/contents";
import type { Dose, StoredRecipe } from "../pile/pile";
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
};

export type DosingShift = { readonly tubeId: string; readonly shift: number };

export function paintRecipe(recipe: PaintedRecipe, tubeIds: readonly string[]): PaintRecipe {
  const amounts = recipe.parts.map((part, i) => ({
    tubeId: tubeIds[part.tube] ?? "",
    parts: recipe.laidDown.volumes[i] ?? Number.NaN,
    share: part.share,
  }));
  // Water counts as another ingredient: so many parts to all the paint together.
  const water =
    recipe.thinning !== undefined && recipe.thinning > 0 ? waterFor(recipe.thinning * volumeOf(amounts)) : 0;
  const whole = volumeOf(amounts) + water;
  const all =
    water > 0
      ? [...amounts, { tubeId: WATER.id, parts: water, share: 0 }].map((amount) => ({
          ...amount,
          share: amount.parts / whole,
        }))
      : amounts;
  return {
    key: amounts.map((amount) => amount.tubeId).join("+"),
    amounts: all,
    predicted: recipe.laidDown.predicted,
    deltaE2000: recipe.laidDown.deltaE2000,
    reasons: recipe.reasons,
    dosing: amounts.map(({ tubeId }, i) => ({ tubeId, shift: recipe.dosingShift[i] ?? Number.NaN })),
    roundingLoss: recipe.laidDown.lossDeltaE2000,
  };
}

/** Water as it is counted out: in whole parts, little of it in quarters. */
function waterFor(parts: number): number {
  return parts >= 8 ? Math.round(parts) : Math.max(0.25, Math.round(4 * parts) / 4);
}

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
  };
}

const TENTH_MORE = 1.1;

/** The recipe in the order of a school, and in the amounts that come to a wanted volume if there is one. */
export function plannedRecipe(
  recipe: PaintRecipe,
  start: LayingStart,
  lightnessOf: (tubeId: string) => number,
  wantedParts: number | undefined,
): PaintRecipe {
  // Water comes last: how much is needed shows on the paper.
  const paints = recipe.amounts.filter((amount) => !isWater(amount));
  const order = orderOfSchool(
    start,
    paints.map(({ tubeId, share }) => ({ share, lightness: lightnessOf(tubeId) })),
  );
  const sorted = [...order.flatMap((place) => paints[place] ?? []), ...recipe.amounts.filter(isWater)];
  if (wantedParts === undefined) return { ...recipe, amounts: sorted };
  const exact = amountsFor(
    sorted.map(({ share }) => share),
    wantedParts,
    0,
  );
  return {
    ...recipe,
    roundingLoss: undefined,
    amounts: sorted.map((amount, i) => ({ ...amount, parts: exact[i] ?? amount.parts })),
  };
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
