/** The bench without React: which recipe is in hand, which of its steps are done, what the pile looks like. */
import { labFromLch } from "../../core/color/cieLab";
import { type LabD65, lchUnder } from "../../core/color/types";
import { applyDifference } from "../../core/describe/difference";
import type { Evidence } from "../../core/learning/boxModel";
import type { PaintedRecipe } from "../../core/recipe/palette";
import type { RecipeReason } from "../../core/recipe/types";
import type { Pile, Reading, StoredRecipe } from "../../persistence/schema";
import { labFromStored, storedFromLab } from "../../persistence/storedColor";
import { totalsOf } from "../shared/paint";

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
  readonly reasons: readonly RecipeReason[] | readonly ["from-log"];
  /** ΔE00 that 10 % too much of the touchiest tube costs, with that tube. */
  readonly touchiest: { readonly tubeId: string; readonly shift: number } | undefined;
};

export function benchRecipe(recipe: PaintedRecipe, tubeIds: readonly string[]): BenchRecipe {
  const amounts = recipe.parts.map((part, i) => ({
    tubeId: tubeIds[part.tube] ?? "",
    parts: recipe.laidDown.volumes[i] ?? Number.NaN,
    share: part.share,
  }));
  const shift = Math.max(...recipe.dosingShift);
  const place = recipe.dosingShift.indexOf(shift);
  return {
    key: amounts.map((amount) => amount.tubeId).join("+"),
    amounts,
    predicted: recipe.laidDown.predicted,
    deltaE2000: recipe.laidDown.deltaE2000,
    reasons: recipe.reasons,
    touchiest: { tubeId: amounts[place]?.tubeId ?? "", shift },
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
};

type Addition = Pile["additions"][number];

/** What lies in the pile, in order, then what the recipe still asks for. */
export function benchSteps(
  suggested: readonly Pick<BenchAmount, "tubeId" | "parts">[],
  additions: readonly Addition[],
): readonly BenchStep[] {
  const done = additions.map(({ tubeId, parts }) => ({ tubeId, parts, isDone: true }));
  const followed = additions
    .filter((addition) => addition.suggestedParts !== undefined)
    .map(({ tubeId }) => tubeId);
  const open = suggested
    .filter(({ tubeId }) => !followed.includes(tubeId))
    .map(({ tubeId, parts }) => ({ tubeId, parts, isDone: false }));
  return [...done, ...open];
}

/** The newest reading that still speaks of the pile as it lies now. */
export function currentReading(pile: Pile | undefined, readings: readonly Reading[]): Reading | undefined {
  if (!pile) return undefined;
  const lastAddedAt = pile.additions.at(-1)?.addedAt ?? 0;
  return readings.filter((reading) => reading.pileId === pile.id && reading.takenAt >= lastAddedAt).at(-1);
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

/** What the readings of a pile say about its tubes: each with what lay in the pile when it was taken. */
export function pileEvidence(
  pile: Pile,
  readings: readonly Reading[],
  placeOf: (tubeId: string) => number,
): readonly Evidence[] {
  return readings
    .filter((reading) => reading.pileId === pile.id && reading.film === "wet")
    .flatMap((reading) => {
      const laid = totalsOf(pile.additions.filter(({ addedAt }) => addedAt <= reading.takenAt));
      if (laid.length === 0) return [];
      return [
        {
          parts: laid.map(({ tubeId, parts }) => ({ tube: placeOf(tubeId), volume: parts })),
          lab: labFromStored(reading.color),
          uncertaintyDeltaE2000: Math.max(LEAST_UNCERTAINTY, reading.color.uncertaintyDeltaE2000),
        },
      ];
    });
}

/** One turn of the loop: what was added, and how the pile then looked. */
export type Trial = {
  readonly number: number;
  readonly added: readonly Pick<Addition, "tubeId" | "parts">[];
  /** All that lay in the pile then. */
  readonly inPile: readonly Pick<Addition, "tubeId" | "parts">[];
  readonly reading: Reading | undefined;
};

/** The pile's story in turns: each ends with its last reading before something else was added. */
export function trialsOf(pile: Pile, readings: readonly Reading[]): readonly Trial[] {
  const own = readings.filter((reading) => reading.pileId === pile.id);
  const trials: Trial[] = [];
  let from = 0;
  for (let to = 1; to <= pile.additions.length; to++) {
    const addedAt = pile.additions[to - 1]?.addedAt ?? 0;
    const nextAt = pile.additions[to]?.addedAt ?? Number.POSITIVE_INFINITY;
    const reading = own.filter(({ takenAt }) => takenAt >= addedAt && takenAt < nextAt).at(-1);
    if (!reading && to < pile.additions.length) continue;
    trials.push({
      number: trials.length + 1,
      added: totalsOf(pile.additions.slice(from, to)),
      inPile: totalsOf(pile.additions.slice(0, to)),
      reading,
    });
    from = to;
  }
  return trials;
}
