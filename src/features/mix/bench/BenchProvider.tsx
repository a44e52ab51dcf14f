"use client";

/** Puts the bench of a note together from its subjects. */
import { type ReactNode, useMemo } from "react";
import { lightnessPerStep } from "../../../core/describe/valueScale";
import type { Note } from "../../../domain/note/note";
import { contentsOf } from "../../../domain/pile/contents";
import { useSettings } from "../../../kit/studio/useStudio";
import { useBenchRow } from "./useBenchRow";
import { usePileActions } from "../pile/usePileActions";
import { BenchContexts } from "./BenchContexts";
import { AimContext, type Hand } from "./contexts";
import { deedsOf } from "./deeds";
import { liveDraft, shownBeside } from "./shown";
import { useAgain } from "./useAgain";
import { useAhead } from "./useAhead";
import { useTargetOf } from "./useTargetOf";
import { useAimOf, useDryingHere } from "./useAimOf";
import { useBelievedPaint } from "./useBelievedPaint";
import { useNext } from "./useNext";
import { useNoteStory } from "./useNoteStory";
import { useOffered, wantedPartsOf } from "./useOffered";
import { usePaintAtHand } from "./usePaintAtHand";
import { usePaintOf } from "./usePaintOf";
import { usePlan } from "./usePlan";

const NONE: readonly never[] = [];

export function BenchProvider({
  note,
  againPileId,
  children,
}: {
  note: Note;
  againPileId: string | undefined;
  children: ReactNode;
}) {
  const settings = useSettings();
  const aimed = useTargetOf(note);
  const { target } = aimed;
  const [inHand, change] = useBenchRow(note.id);
  const own = useMemo(() => ({ noteId: note.id }), [note.id]);
  const story = useNoteStory(note.id);
  const atHand = usePaintAtHand(own, story.sources, note.ground);
  const { pile, main, sample } = story;
  const actions = usePileActions({ of: own, pile: main, sample, story: story.key, history: story.history });
  const again = useAgain(againPileId, wantedPartsOf(note, settings), atHand.tubeById);
  const known = useBelievedPaint(atHand, story, again.pile);
  const offered = useOffered(note, target, inHand, known, again);
  const { chosen, wantedParts } = offered;
  // While a pile lies here, other notes would be asked with its paint too: then nothing is worked out ahead.
  useAhead(note, offered.search.status === "ready" && !pile, known.ingredients, known.tubeById);
  const drying = useDryingHere(pile ? contentsOf(pile) : (chosen?.amounts ?? NONE), known.believed);
  const paint = usePaintOf(known, drying);
  const aim = useAimOf(note, aimed, drying);
  const next = useNext(aim, story, known, inHand.forbidden ?? NONE);
  const plan = usePlan(story, paint.tubeById, chosen, wantedParts);
  const draft = liveDraft(inHand, story);
  const hand: Hand = {
    required: inHand.required ?? NONE,
    forbidden: inHand.forbidden ?? NONE,
    hasDraft: draft !== undefined,
    choose: (chosenKey) => {
      change({ chosenKey });
    },
    changeByHand: (amounts) => {
      change({
        byHand: amounts?.map(({ tubeId, parts }) => ({ tubeId, parts })),
        chosenKey: amounts ? "by-hand" : undefined,
      });
    },
    setWishes: change,
    setDraft: (miss) => {
      change({
        draft: miss && pile ? { pileId: pile.id, additionCount: pile.additions.length, miss } : undefined,
      });
    },
  };
  const putAway = (): void => {
    change({ draft: undefined, chosenKey: undefined, byHand: undefined });
  };
  const deeds = deedsOf(
    aim,
    story,
    { paint: known, steps: plan.steps, chosen, actions },
    drying,
    draft,
    { setDraft: hand.setDraft, putAway },
    lightnessPerStep(settings.scale),
  );
  const { doubtDeltaE2000, isAsking } = known;
  return (
    <AimContext value={aim}>
      <BenchContexts
        paint={paint}
        story={{ ...story, plan }}
        offers={{ ...offered, next }}
        hand={hand}
        deeds={deeds}
        shown={
          story.isRead
            ? shownBeside(aim, story, { ...paint, doubtDeltaE2000, isAsking }, offered, inHand, draft)
            : undefined
        }
      >
        {children}
      </BenchContexts>
    </AimContext>
  );
}
