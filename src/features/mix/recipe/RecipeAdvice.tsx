"use client";

/** What to mind of a recipe: how sure it is, which tube to measure well, rounding, light, price, cautions. */
import type { LightName } from "../../../core/color/types";
import type { Tube } from "../../../domain/tube/tube";
import { isWater } from "../../../domain/tube/water";
import { useSettings } from "../../../kit/studio/useStudio";
import { pricePerMl } from "../../../domain/tube/price";
import { useQuery } from "../../../kit/query/useQuery";
import { shownOf } from "../../../kit/query/useTask";
import { solver } from "../../../workers/clients";
import { workFailureWords } from "../../../words/failures";
import { deltaEText } from "../../../words/colors";
import { handWords, tubeName } from "../../../words/doses";
import type { PaintRecipe, DosingShift } from "../../../domain/recipe/paintRecipe";
import { GENERIC_UNCERTAINTY } from "../../../domain/reading/uncertainty";
import { mindWords } from "../../../words/mind";
import { CleanKnife } from "./CleanKnife";
import { mixtureRequest } from "../../../domain/mixture/mixtureRequest";
import { useAim, useOffers, usePaint } from "../bench/contexts";

/** Below this a wrong dose does no harm worth a word. */
const DOSE_WORTH_A_WORD = 0.8;

const LOSS_WORTH_A_WORD = 0.3;

const LIGHT_WORDS: Readonly<Record<LightName, string>> = {
  D65: "daylight",
  D50: "warm daylight",
  A: "lamplight",
  F2: "cool fluorescent light",
  F11: "three-band lamps",
};

/** One standard deviation of a prediction from these tubes, ΔE00. */
export function spreadOf(recipe: PaintRecipe, tubeById: ReadonlyMap<string, Tube>): number {
  const spreads = tubesOf(recipe, tubeById).map((tube) => tube.optics.calibrations.at(-1)?.spreadAfter);
  const tested = spreads.filter((spread) => spread !== undefined);
  return tested.length === spreads.length && tested.length > 0 ? Math.max(...tested) : GENERIC_UNCERTAINTY;
}

function tubesOf(recipe: PaintRecipe, tubeById: ReadonlyMap<string, Tube>): readonly Tube[] {
  return recipe.amounts
    .filter((amount) => !isWater(amount))
    .flatMap((amount) => tubeById.get(amount.tubeId) ?? []);
}

export function RecipeAdvice({ recipe }: { recipe: PaintRecipe }) {
  const { tubeById } = usePaint();
  const { again } = useOffers();
  const settings = useSettings();
  const { dosing, roundingLoss } = recipe;
  const tubes = tubesOf(recipe, tubeById);
  const [touchiest, ...steadier] = dosing
    .filter(({ shift }) => Number.isFinite(shift))
    .sort((one, other) => other.shift - one.shift);
  const label =
    touchiest && touchiest.shift >= DOSE_WORTH_A_WORD ? tubeById.get(touchiest.tubeId)?.label : undefined;
  const isTested = tubes.every((tube) => tube.optics.calibrations.length > 0);
  const gone = tubes.filter((tube) => tube.deletedAt !== undefined || tube.archivedAt !== undefined);
  const changed =
    recipe.reasons.includes("from-log") && again
      ? tubes.filter(({ optics }) => (optics.calibrations.at(-1)?.at ?? 0) > again.createdAt)
      : [];
  const light = useLightMark(recipe);
  const price = priceOf(recipe, tubeById, settings.partMl);
  const notes = [
    gone.length > 0
      ? `No longer in your box: ${namesOf(gone)}. The other recipes reach the same colour without.`
      : undefined,
    changed.length > 0
      ? `Stale: ${namesOf(changed)} was tested since this was mixed: what is shown is worked out for the tubes as they are now.`
      : undefined,
    roundingLoss === undefined || roundingLoss < LOSS_WORTH_A_WORD
      ? undefined
      : `Rounding to the knife costs ${deltaEText(roundingLoss)}.`,
    light,
    price === undefined ? undefined : `The paint in it is worth ${price.toFixed(2)}.`,
    ...mindWords(tubes),
  ].filter((note) => note !== undefined);
  return (
    <div className="mt-4 border-t pt-2 text-sm text-muted">
      <p>
        {isTested ? "Tested tubes" : "Generic tubes"}: expect the pile within about ±
        {spreadOf(recipe, tubeById).toFixed(isTested ? 1 : 0)} of the prediction.
        {label && touchiest
          ? ` Measure the ${label} with care: a tenth too much moves it by ${deltaEText(touchiest.shift)}${shiftWords(steadier, tubeById)}.`
          : ""}
      </p>
      {notes.length > 0 ? <p>{notes.join(" ")}</p> : null}
    </div>
  );
}

/** What has to be done before anything is laid down. */
export function BeforeLaying({ recipe }: { recipe: PaintRecipe }) {
  const { tubeById } = usePaint();
  const settings = useSettings();
  return (
    <>
      {recipe.thinned?.dilutions.map(({ tubeId, carrierId, carrierParts, dose }) => (
        <p key={tubeId} className="mt-2 border-l-4 border-ink pl-3">
          {tubeName(tubeById.get(tubeId))} is too strong for so small a pile: mix 1 of it into {carrierParts}{" "}
          of {tubeName(tubeById.get(carrierId))} first and take {handWords(dose, settings)} of that. It then
          comes within {deltaEText(recipe.thinned?.deltaE2000 ?? Number.NaN)}.
        </p>
      ))}
      <CleanKnife recipe={recipe} />
    </>
  );
}

/** A word when the mixture would part from a smooth surface of the target's colour under some lamp. */
function useLightMark(recipe: PaintRecipe): string | undefined {
  const { tubeById } = usePaint();
  const { target } = useAim();
  const asked = mixtureRequest(recipe.amounts, [], tubeById);
  const task = useQuery(
    solver,
    asked && { target, mixture: asked.request },
    (remote, { target: aim, mixture }) => remote.lightCheck(aim, mixture),
  );
  if (task.status === "failed") return workFailureWords("How it looks under other lights", task.failure);
  const check = shownOf(task);
  if (!check?.isFlagged) return undefined;
  const { worstLight, size } = check;
  return `Mind the light: under ${LIGHT_WORDS[worstLight]} it may part from the sample by ${deltaEText(size)} more.`;
}

/** In the painter's currency; undefined while the price of any tube in it is not known. */
function priceOf(
  recipe: PaintRecipe,
  tubeById: ReadonlyMap<string, Tube>,
  partMl: number,
): number | undefined {
  let sum = 0;
  for (const { tubeId, parts } of recipe.amounts) {
    const tube = tubeById.get(tubeId);
    const price = tube && pricePerMl(tube);
    if (price === undefined) return undefined;
    sum += parts * partMl * price;
  }
  return sum;
}

/** What the same slip with each other tube does: "; of Raw umber by ΔE 0.4". */
function shiftWords(shifts: readonly DosingShift[], tubeById: ReadonlyMap<string, Tube>): string {
  return shifts
    .map(({ tubeId, shift }) => `; of ${tubeName(tubeById.get(tubeId))} by ${deltaEText(shift)}`)
    .join("");
}

function namesOf(tubes: readonly Tube[]): string {
  return tubes.map((tube) => tube.label).join(", ");
}
