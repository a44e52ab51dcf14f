"use client";

import { RadioGroup } from "radix-ui";
import { differenceWords, missWords, WORKING_TOLERANCE } from "../../core/describe/difference";
import { cautionsFor } from "../../core/safety/cautions";
import type { Tube } from "../../persistence/schema";
import { Button } from "../../ui/Button";
import { Ribbon } from "../../ui/Ribbon";
import { tintOfTube } from "../shared/paint";
import { useStudio } from "../shared/Studio";
import { deltaEText, knifeWords, REASON_WORDS, tubeName } from "../shared/words";
import { type BenchRecipe, GENERIC_UNCERTAINTY } from "./bench.model";
import type { Bench } from "./useBench";

/** Beyond this a colour counts as out of reach of the board, ΔE00. */
const REACH = 1;

/** The different answers, as ribbons. */
export function RecipeChoice({ bench }: { bench: Bench }) {
  const { search, recipes, chosen } = bench;
  switch (search.status) {
    case "no-tubes":
      return <p>No tubes lie on the board. Lay some out on the Table first.</p>;
    case "failed":
      return (
        <div role="alert" className="border-4 border-double border-ink p-3">
          <p>
            {search.failure.code === "worker-lost"
              ? "The calculation stopped unexpectedly and has been started afresh."
              : "The recipe could not be worked out for these tubes."}
          </p>
          <Button className="mt-2" onClick={search.retry}>
            Work it out again
          </Button>
        </div>
      );
    case "searching":
      if (recipes.length === 0) return <p aria-live="polite">Working out recipes</p>;
      break;
    case "found":
      break;
  }
  return (
    <section aria-labelledby="recipes">
      <h2 id="recipes" className="font-bold">
        {recipes.length === 1 ? "The recipe" : "Ways to mix it"}
      </h2>
      <ReachLine bench={bench} />
      <RadioGroup.Root
        aria-labelledby="recipes"
        value={chosen?.key ?? ""}
        onValueChange={bench.choose}
        className="mt-1 border-t"
      >
        {recipes.map((recipe) => (
          <RecipeRow key={recipe.key} recipe={recipe} />
        ))}
      </RadioGroup.Root>
      {chosen ? <CareLine recipe={chosen} /> : null}
    </section>
  );
}

function ReachLine({ bench }: { bench: Bench }) {
  const { settings } = useStudio();
  if (bench.search.status !== "found") return null;
  const [nearest] = [...bench.search.recipes].sort((a, b) => a.deltaE2000 - b.deltaE2000);
  if (!nearest || nearest.deltaE2000 <= REACH) return null;
  const words = differenceWords(bench.target, nearest.predicted, WORKING_TOLERANCE, settings.scale);
  const misses = missWords(words);
  return (
    <p className="mt-1 border-l-4 border-ink pl-3">
      These tubes do not reach it. The nearest they come is{" "}
      {misses.length > 0 ? misses.join(", ") : "just outside what an eye lets pass"} (
      {deltaEText(nearest.deltaE2000)}).
    </p>
  );
}

function RecipeRow({ recipe }: { recipe: BenchRecipe }) {
  const { tubeById, settings } = useStudio();
  const segments = recipe.amounts.flatMap((amount) => {
    const tube = tubeById.get(amount.tubeId);
    const lab = tube && tintOfTube(tube);
    return lab ? [{ key: amount.tubeId, lab, share: amount.share }] : [];
  });
  const reasons = recipe.reasons.map((reason) =>
    reason === "from-log" ? "as in the log" : REASON_WORDS[reason],
  );
  return (
    <RadioGroup.Item
      value={recipe.key}
      className="group flex w-full gap-3 border-b py-2 text-left data-[state=checked]:shadow-[inset_5px_0_0_var(--ink)]"
    >
      <span className="min-w-0 flex-1 pl-3">
        <span className="flex items-center gap-3">
          <Ribbon segments={segments} height={26} />
          <span className="shrink-0 font-semibold">{deltaEText(recipe.deltaE2000)}</span>
        </span>
        <span className="mt-1 block leading-snug">
          {recipe.amounts.map((amount, i) => (
            <span key={amount.tubeId}>
              {i > 0 ? ", " : ""}
              <span className="font-semibold">{knifeWords(amount.parts, settings)}</span>{" "}
              {tubeName(tubeById.get(amount.tubeId))}
            </span>
          ))}
          <span className="text-muted">: {reasons.join(", ")}</span>
        </span>
      </span>
    </RadioGroup.Item>
  );
}

/** Below this a wrong dose does no harm worth a word. */
const DOSE_WORTH_A_WORD = 0.8;

/** Light-fastness that does not last on a wall. */
const FADING: readonly Tube["lightfastness"][] = ["III", "III-IV", "IV"];

/** How far the prediction can be trusted, which tube to measure with care, and what to mind of the tubes. */
function CareLine({ recipe }: { recipe: BenchRecipe }) {
  const { tubeById } = useStudio();
  const { touchiest } = recipe;
  const tubes = recipe.amounts.flatMap((amount) => tubeById.get(amount.tubeId) ?? []);
  const label =
    touchiest && touchiest.shift >= DOSE_WORTH_A_WORD ? tubeById.get(touchiest.tubeId)?.label : undefined;
  const spreads = tubes.map((tube) => tube.optics.calibrations.at(-1)?.spreadAfter);
  const tested = spreads.filter((spread) => spread !== undefined);
  const isTested = tested.length === tubes.length;
  const granulating = tubes.filter((tube) => tube.granulates === true);
  const fading = tubes.filter((tube) => FADING.includes(tube.lightfastness));
  const [hazard] = cautionsFor(
    tubes.map((tube) => tube.hazard),
    [],
  );
  const notes = [
    granulating.length > 0 ? `Stir before each dip: ${namesOf(granulating)} granulates.` : undefined,
    fading.length > 0 ? `Will not last in light: ${namesOf(fading)}.` : undefined,
    hazard && hazard.title !== "Any paint" ? `${hazard.title}: ${hazard.text}` : undefined,
  ].filter((note) => note !== undefined);
  return (
    <div className="mt-2 text-sm text-muted">
      <p>
        {isTested ? "Tested tubes" : "Generic tubes"}: expect the pile within about ±
        {isTested ? Math.max(...tested).toFixed(1) : GENERIC_UNCERTAINTY} of the prediction.
        {label && touchiest
          ? ` Measure the ${label} with care: a tenth too much moves it by ${deltaEText(touchiest.shift)}.`
          : ""}
      </p>
      {notes.length > 0 ? <p>{notes.join(" ")}</p> : null}
    </div>
  );
}

function namesOf(tubes: readonly Tube[]): string {
  return tubes.map((tube) => tube.label).join(", ");
}
