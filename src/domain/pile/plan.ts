/** The bench without React: which recipe is in hand, which of its steps are done, what the pile looks like. */
import { amountsFor } from "../../core/amounts/needed";
import { restOfRecipe } from "../../core/amounts/restOfRecipe";
import { deltaE2000 } from "../../core/color/ciede2000";
import { labFromLch } from "../../core/color/cieLab";
import { type LabD65, lchUnder } from "../../core/color/types";
import { applyDifference } from "../../core/describe/difference";
import type { Evidence } from "../../core/learning/boxModel";
import { type LayingStart, orderOfSchool } from "../../core/recipe/layingOrder";
import type { PaintedRecipe } from "../../core/recipe/palette";
import type { RecipeReason } from "../../core/recipe/types";
import { changedAt, contentsOf, volumeOf } from "./contents";
import type { Pile, StoredRecipe } from "./pile";
import type { Reading } from "../reading/reading";
import { labFromStored, storedFromLab } from "../reading/storedColor";
import { leftoverId } from "./leftovers";
import { isWater, WATER } from "../tube/water";
import { totalsOf } from "./contents";

/** Standard deviation of a generic prediction, ΔE00, until tubes are calibrated. */
export const GENERIC_UNCERTAINTY = 4;
/** Standard deviation of a reading by eye beside the target, ΔE00. */
export const EYE_UNCERTAINTY = 2;
export const TYPED_UNCERTAINTY = 1;

export type BenchAmount = { readonly tubeId: string; readonly parts: number; readonly share: number };

/** A recipe as the bench offers it, whether from the search, a running pile or the log. */
export type BenchRecipe = {
  readonly key: string;
  readonly amounts: readonly BenchAmount[];
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

/** A tube that is too strong to dose as it is, and what to thin it with first. */
export type BenchDilution = {
  readonly tubeId: string;
  readonly carrierId: string;
  readonly carrierParts: number;
  /** Parts of the weaker mixture. */
  readonly dose: number;
};

export function benchRecipe(recipe: PaintedRecipe, tubeIds: readonly string[]): BenchRecipe {
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
  amounts: readonly { readonly tubeId: string; readonly parts: number }[],
  target: LabD65,
  predict: (amounts: readonly { readonly tubeId: string; readonly parts: number }[]) => LabD65 | undefined,
): BenchRecipe | undefined {
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
  recipe: BenchRecipe,
  start: LayingStart,
  lightnessOf: (tubeId: string) => number,
  wantedParts: number | undefined,
): BenchRecipe {
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

export function storedRecipeOf(recipe: BenchRecipe): Omit<StoredRecipe, "id" | "noteId" | "createdAt"> {
  return {
    amounts: recipe.amounts.map(({ tubeId, parts }) => ({ tubeId, parts })),
    shares: recipe.amounts.map(({ share }) => share),
    predicted: storedFromLab(recipe.predicted, "predicted", GENERIC_UNCERTAINTY),
    deltaE2000: recipe.deltaE2000,
    reasons: [...recipe.reasons],
  };
}

export type BenchStep = {
  readonly tubeId: string;
  /** What was put down, or what is suggested while it is not. */
  readonly parts: number;
  readonly isDone: boolean;
  /** When it was put down. */
  readonly addedAt?: number;
};

type Addition = Pile["additions"][number];

/** What is in a pile, then what its recipe still asks for, and by how much the pile has to grow for that. */
export type BenchPlan = { readonly steps: readonly BenchStep[]; readonly growth: number };

/** A dose this much off its plan, as a share of it, is as good as right. */
const SLIP = 0.05;

/**
 * What lies in the pile, in order, then what the recipe still asks for. Where too much was put down, the rest
 * grows with it so that the colour still comes out; what was added against the plan's advice is not counted.
 */
export function benchPlan(
  planned: readonly Pick<BenchAmount, "tubeId" | "parts">[],
  additions: readonly Addition[],
): BenchPlan {
  const done = additions
    .map((addition) => ({ ...addition, tubeId: sourceOf(addition) }))
    .reduce<(BenchStep & { readonly addedAt: number; readonly isFollowed: boolean })[]>((steps, addition) => {
      const last = steps.at(-1);
      const isSameGo = last?.tubeId === addition.tubeId && last.addedAt === addition.addedAt;
      const step = {
        tubeId: addition.tubeId,
        parts: addition.parts + (isSameGo ? last.parts : 0),
        isDone: true,
        addedAt: addition.addedAt,
        isFollowed: addition.suggestedParts !== undefined,
      };
      return isSameGo ? [...steps.slice(0, -1), step] : [...steps, step];
    }, []);
  const shown = done.map(({ tubeId, parts, addedAt }) => ({ tubeId, parts, isDone: true, addedAt }));
  if (planned.length === 0) return { steps: shown, growth: 1 };
  const laid = planned.map(({ tubeId, parts }) => {
    const sum = volumeOf(done.filter((step) => step.isFollowed && step.tubeId === tubeId));
    return sum > parts * (1 + SLIP) ? sum : Math.min(sum, parts);
  });
  const { growth, rest } = restOfRecipe(
    planned.map(({ parts }) => parts),
    laid,
  );
  const open = planned.flatMap(({ tubeId, parts }, i) => {
    const left = rest[i] ?? 0;
    return left > parts * SLIP ? [{ tubeId, parts: left, isDone: false }] : [];
  });
  return { steps: [...shown, ...open], growth };
}

/** Paint out of an older pile counts as that, not as the tubes that it was mixed from. */
function sourceOf({ tubeId, fromPileId }: Addition): string {
  return fromPileId === undefined ? tubeId : leftoverId(fromPileId);
}

/** The newest reading that still speaks of the pile as it lies now. */
export function currentReading(pile: Pile | undefined, readings: readonly Reading[]): Reading | undefined {
  if (!pile) return undefined;
  const since = changedAt(pile);
  return readings.filter((reading) => reading.pileId === pile.id && reading.takenAt >= since).at(-1);
}

/** The painter's finger on the rails: how the pile differs from the target. */
export type EyeDraft = {
  readonly deltaLightness: number;
  readonly deltaChroma: number;
  readonly deltaHue: number;
};
export const LOOKS_THE_SAME: EyeDraft = { deltaLightness: 0, deltaChroma: 0, deltaHue: 0 };

export function labOfDraft(target: LabD65, draft: EyeDraft): LabD65 {
  const { lightness, chroma, hueDegrees } = applyDifference(target, draft);
  return labFromLch(lchUnder<"D65">(lightness, chroma, hueDegrees));
}

/** An eye that said "just the same" is still only an eye. */
const LEAST_UNCERTAINTY = 0.3;

/**
 * What the readings of a pile say about its tubes: each with what lay in the pile when it was taken.
 *
 * @param toDry - the colour that a wet one dries to; predictions are of dry paint.
 */
export function pileEvidence(
  pile: Pile,
  readings: readonly Reading[],
  placeOf: (tubeId: string) => number,
  toDry: (wet: LabD65) => LabD65,
): readonly Evidence[] {
  return readings
    .filter((reading) => reading.pileId === pile.id)
    .flatMap((reading) => {
      const laid = contentsOf(pile, reading.takenAt);
      if (laid.length === 0) return [];
      const seen = labFromStored(reading.color);
      return [
        {
          parts: laid.map(({ tubeId, parts }) => ({ tube: placeOf(tubeId), volume: parts })),
          lab: reading.film === "wet" ? toDry(seen) : seen,
          uncertaintyDeltaE2000: Math.max(LEAST_UNCERTAINTY, reading.color.uncertaintyDeltaE2000),
        },
      ];
    });
}

/** One turn of the loop: what was added or scraped away, and how the pile then looked. */
export type Trial = {
  readonly number: number;
  readonly added: readonly Pick<Addition, "tubeId" | "parts">[];
  /** Share of the pile that was left after scraping in this turn; undefined without any. */
  readonly keptShare: number | undefined;
  /** All that lay in the pile then. */
  readonly inPile: readonly Pick<Addition, "tubeId" | "parts">[];
  readonly reading: Reading | undefined;
};

/** The pile's story in turns: each ends with its last reading before something else was done. */
export function trialsOf(pile: Pile, readings: readonly Reading[]): readonly Trial[] {
  const own = readings.filter((reading) => reading.pileId === pile.id);
  const scrapes = pile.scrapes ?? [];
  const times = [
    ...new Set([...pile.additions.map(({ addedAt }) => addedAt), ...scrapes.map(({ at }) => at)]),
  ].sort((a, b) => a - b);
  const trials: Trial[] = [];
  let since = -1;
  times.forEach((time, i) => {
    const nextAt = times[i + 1] ?? Number.POSITIVE_INFINITY;
    const reading = own.filter(({ takenAt }) => takenAt >= time && takenAt < nextAt).at(-1);
    if (!reading && i < times.length - 1) return;
    const isInTurn = (at: number): boolean => at > since && at <= time;
    const kept = scrapes.filter(({ at }) => isInTurn(at));
    trials.push({
      number: trials.length + 1,
      added: totalsOf(pile.additions.filter(({ addedAt }) => isInTurn(addedAt))),
      keptShare: kept.length > 0 ? kept.reduce((share, { keptShare }) => share * keptShare, 1) : undefined,
      inPile: contentsOf(pile, time),
      reading,
    });
    since = time;
  });
  return trials;
}
