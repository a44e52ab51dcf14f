"use client";

/** The bench of a pile that needs no note: it aims at nothing, and all else is as at any bench. */
import { type ReactNode, useMemo, useState } from "react";
import { contentsOf } from "../../../domain/pile/contents";
import { useStored } from "../../../kit/store/useStored";
import type { Pile, StoredRecipe } from "../../../domain/pile/pile";
import { labOfAdditions } from "../../../domain/mixture/color";
import { offeredRecipes } from "../../../domain/recipe/offers";
import { recipeAsPlanned } from "../../../domain/recipe/paintRecipe";
import { readRecipe } from "../../../kit/store/calls";
import { useSettings } from "../../../kit/studio/useStudio";
import { BenchContexts } from "../bench/BenchContexts";
import type { Hand, Offers } from "../bench/contexts";
import { freeDeedsOf } from "../bench/deeds";
import { shownOfPile } from "../bench/shown";
import { useAgain } from "../bench/useAgain";
import { useDryingHere } from "../bench/useAimOf";
import { type BelievedPaint, useBelievedPaint } from "../bench/useBelievedPaint";
import { useFreeStory } from "../bench/useNoteStory";
import { usePaintAtHand } from "../bench/usePaintAtHand";
import { usePaintOf } from "../bench/usePaintOf";
import { usePlan } from "../bench/usePlan";
import { usePileActions } from "../pile/usePileActions";

const NONE: readonly never[] = [];
const IDLE = { status: "idle" } as const;

export type FreeBenchProps = {
  readonly paintingId: string;
  /** Undefined before the first dose. */
  readonly pileId: string | undefined;
  /** A recipe that was planned elsewhere, as for a member of a string. */
  readonly planId: string | undefined;
  /** Another pile that is mixed again, and how many parts of it. */
  readonly againPileId: string | undefined;
  readonly wantedParts: number | undefined;
  readonly onBegun: (pile: Pile) => void;
  readonly children: ReactNode;
};

export function FreeBenchProvider({
  paintingId,
  pileId,
  planId,
  againPileId,
  wantedParts,
  onBegun,
  children,
}: FreeBenchProps) {
  const planned = useStored(readRecipe, planId ? [planId] : undefined);
  const own = useMemo(() => (pileId === undefined ? {} : { pileId }), [pileId]);
  const story = useFreeStory(pileId);
  const atHand = usePaintAtHand(own, story.sources, story.main?.ground);
  const { pile, main, sample } = story;
  const open = main?.state === "open" ? main : undefined;
  const actions = usePileActions({
    of: { paintingId, pileId, onBegun, ...(planned && { recipeId: planned.id, name: planned.name }) },
    pile: open,
    sample,
    story: story.key,
    history: story.history,
  });
  const again = useAgain(againPileId, wantedParts, atHand.tubeById);
  const known = useBelievedPaint(atHand, story, again.pile);
  const offers = useOfferedAgain(known, again, wantedParts, planned ?? story.running);
  const drying = useDryingHere(pile ? contentsOf(pile) : (offers.chosen?.amounts ?? NONE), known.believed);
  const paint = usePaintOf(known, drying);
  const plan = usePlan(story, paint.tubeById, offers.chosen, wantedParts);
  const deeds = freeDeedsOf(story, { paint: known, steps: plan.steps, chosen: offers.chosen, actions });
  const { doubtDeltaE2000, isAsking } = known;
  return (
    <BenchContexts
      paint={paint}
      story={{ ...story, plan }}
      offers={offers}
      hand={useHandOfFree()}
      deeds={deeds}
      shown={shownOfPile(story, { ...paint, doubtDeltaE2000, isAsking })}
    >
      {children}
    </BenchContexts>
  );
}

/** What is offered without a target: what was planned, or the same pile once more for the colour it is believed to be. */
function useOfferedAgain(
  { tubeById, believedAgain }: BelievedPaint,
  { pile: again, corrected }: ReturnType<typeof useAgain>,
  wantedParts: number | undefined,
  planned: StoredRecipe | undefined,
): Offers {
  const settings = useSettings();
  const { start } = settings.school;
  const target = again && labOfAdditions(contentsOf(again), believedAgain);
  const recipes = useMemo(
    () =>
      target
        ? offeredRecipes({
            found: undefined,
            again,
            corrected,
            believedAgain,
            byHand: undefined,
            target,
            tubeById,
            wantedParts,
            start,
            hand: settings,
          })
        : NONE,
    [again, corrected, believedAgain, target, tubeById, wantedParts, start, settings],
  );
  const asPlanned = useMemo(
    () => planned && recipeAsPlanned(planned, (amounts) => labOfAdditions(amounts, tubeById)),
    [planned, tubeById],
  );
  return {
    search: IDLE,
    recipes,
    chosen: asPlanned ?? recipes[0],
    wantedParts,
    again,
    next: IDLE,
    memberName: planned?.name,
  };
}

/** No recipe is chosen here and no finger lies on a rail; what may not go in is still the painter's to say. */
function useHandOfFree(): Hand {
  const [wishes, setWishes] = useState<Pick<Hand, "required" | "forbidden">>({
    required: NONE,
    forbidden: NONE,
  });
  return {
    ...wishes,
    hasDraft: false,
    choose: () => undefined,
    changeByHand: () => undefined,
    setWishes,
    setDraft: () => undefined,
  };
}
