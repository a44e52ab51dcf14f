"use client";

import { clsx } from "clsx";
import { aimAt, distanceTo } from "../../../core/color/aimDistance";
import { deltaE2000 } from "../../../core/color/ciede2000";
import type { HandLimit } from "../../../core/recipe/paletteMixer";
import { differenceWords, missWords, WORKING_TOLERANCE } from "../../../core/describe/difference";
import { Radio, RadioGroup } from "../../../ui/Radio";
import { Ribbon } from "../../../ui/Ribbon";
import { tintOfTube } from "../../../domain/tube/smear";
import { useSettings } from "../../../kit/studio/useStudio";
import { factorsOf } from "../../../domain/match/purpose";
import { deltaEText } from "../../../words/colors";
import { exactWords, handWords, tubeName } from "../../../words/doses";
import { REASON_WORDS } from "../../../words/recipes";
import type { PaintRecipe } from "../../../domain/recipe/paintRecipe";
import { TaskLine } from "../../../kit/query/TaskLine";
import { BeforeLaying } from "./RecipeAdvice";
import { RecipeEditor } from "./RecipeEditor";
import { useAim, useHand, useOffers, usePaint } from "../bench/contexts";
import { later } from "../../../ui/later";

const ClosingTube = later(async () => (await import("./ClosingTube")).ClosingTube);

/** Beyond this a colour counts as out of reach of the board, ΔE00. */
const REACH = 1;

const ALL_REASONS: Readonly<Record<PaintRecipe["reasons"][number], string>> = {
  ...REASON_WORDS,
  "from-log": "as in the log",
  "by-hand": "changed by hand",
};

/** The different answers, as ribbons. */
export function RecipeChoice() {
  const { search, recipes, chosen } = useOffers();
  const { choose } = useHand();
  if (search.status === "idle")
    return <p>No tubes whose paint is known lie on the board. Lay some out on the Table first.</p>;
  if (recipes.length === 0 || search.status === "failed")
    return (
      <TaskLine
        task={recipes.length === 0 && search.status === "asking" ? { ...search, last: undefined } : search}
        asking="Working out recipes"
        what="The recipes"
        // Room for what comes, or what stands below would go from under a finger.
        className={search.status === "asking" ? "min-h-96" : undefined}
      />
    );
  return (
    <section data-guide="ways" aria-labelledby="recipes" aria-busy={search.status === "asking"}>
      <h2 id="recipes" className="font-bold">
        {recipes.length === 1 ? "The recipe" : "Ways to mix it"}
      </h2>
      <ReachLine />
      <RadioGroup aria-labelledby="recipes" className="mt-1 border-t">
        {recipes.map((recipe) => (
          <RecipeRow
            key={recipe.key}
            recipe={recipe}
            isChosen={recipe.key === chosen?.key}
            onChoose={() => {
              choose(recipe.key);
            }}
          />
        ))}
      </RadioGroup>
      {chosen ? <BeforeLaying recipe={chosen} /> : null}
      {chosen ? <RecipeEditor recipe={chosen} /> : null}
    </section>
  );
}

function ReachLine() {
  const { search } = useOffers();
  const { target, tolerance } = useAim();
  const settings = useSettings();
  if (search.status !== "ready") return null;
  const { handLimit, partsPerUnit } = search.value;
  if (handLimit) return <HandLine limit={handLimit} partsPerUnit={partsPerUnit} />;
  // Whether tubes reach a colour is a matter of exact mixtures; how near they come, of what is laid and shown below.
  if (search.value.recipes.some(({ predicted }) => deltaE2000(target, predicted) <= REACH)) return null;
  const aim = aimAt(target, factorsOf(tolerance));
  const [nearest] = search.value.recipes
    .map(({ laidDown }) => laidDown)
    .sort((a, b) => distanceTo(aim, a.predicted) - distanceTo(aim, b.predicted));
  if (!nearest) return null;
  // What is within the painter's own limits is reached, whatever its ΔE.
  if (differenceWords(target, nearest.predicted, tolerance, settings.scale).isMatch) return null;
  const misses = missWords(differenceWords(target, nearest.predicted, WORKING_TOLERANCE, settings.scale));
  return (
    <>
      <p className="mt-1 border-l-4 border-ink pl-3">
        These tubes do not reach it. The nearest they come is{" "}
        {misses.length > 0 ? misses.join(", ") : "just outside what an eye lets pass"} (
        {deltaEText(nearest.deltaE2000)}).
      </p>
      <ClosingTube />
    </>
  );
}

/** The tubes reach it, the hand does not: its smallest amounts are too big for a small pile. */
function HandLine({ limit, partsPerUnit }: { limit: HandLimit; partsPerUnit: number }) {
  const { recipes } = useOffers();
  const settings = useSettings();
  const { laidDeltaE2000, largerPile } = limit;
  const canThin = recipes.some(({ thinned }) => thinned !== undefined);
  const ways = [
    ...(largerPile
      ? [
          `a pile of about ${exactWords((largerPile.totalVolume + largerPile.water) * partsPerUnit, settings)} comes within ${deltaEText(largerPile.deltaE2000)}`,
        ]
      : []),
    ...(canThin ? ["thinning the strong tube first does too"] : []),
  ];
  return (
    <p className="mt-1 border-l-4 border-ink pl-3">
      These tubes reach it, but the smallest amount is too big for so small a pile: as it can be laid down it
      misses by {deltaEText(laidDeltaE2000)}.{" "}
      {ways.length > 0 ? `Better: ${ways.join("; ")}.` : "Measure in a finer unit."}
    </p>
  );
}

function RecipeRow({
  recipe,
  isChosen,
  onChoose,
}: {
  recipe: PaintRecipe;
  isChosen: boolean;
  onChoose: () => void;
}) {
  const { tubeById } = usePaint();
  const settings = useSettings();
  const segments = recipe.amounts.flatMap((amount) => {
    const tube = tubeById.get(amount.tubeId);
    const lab = tube && tintOfTube(tube);
    return lab ? [{ key: amount.tubeId, lab, share: amount.share }] : [];
  });
  const reasons = recipe.reasons.map((reason) => ALL_REASONS[reason]);
  return (
    <Radio
      isChosen={isChosen}
      onChoose={onChoose}
      className={clsx(
        "flex w-full gap-3 border-b py-1.5 text-left",
        isChosen && "shadow-[inset_5px_0_0_var(--ink)]",
      )}
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
              <span className="font-semibold">
                {handWords(amount.parts, settings, {
                  tube: tubeById.get(amount.tubeId),
                  wholeParts: amount.parts / amount.share,
                })}
              </span>{" "}
              {tubeName(tubeById.get(amount.tubeId))}
            </span>
          ))}
          <span className="text-muted">: {reasons.join(", ")}</span>
        </span>
      </span>
    </Radio>
  );
}
