"use client";

/** Puts the bench of a note together from its subjects. */
import { type ReactNode, useMemo } from "react";
import { lightnessPerStep } from "../../../core/describe/valueScale";
import type { Note } from "../../../domain/note/note";
import { contentsOf } from "../../../domain/pile/contents";
import { laidRest } from "../../../domain/hand/laidAmounts";
import { pilePlan } from "../../../domain/pile/plan";
import { scaledTo } from "../../../domain/recipe/offers";
import { useSettings } from "../../../kit/studio/useStudio";
import { useBenchRow } from "./useBenchRow";
import { usePileActions } from "../pile/usePileActions";
import {
  AimContext,
  DeedsContext,
  type Hand,
  HandContext,
  OffersContext,
  PaintContext,
  ShownContext,
  StoryContext,
} from "./contexts";
import { deedsOf } from "./deeds";
import { liveDraft, shownBeside } from "./shown";
import { useAgain } from "./useAgain";
import { useTargetOf } from "./useTargetOf";
import { useAimOf } from "./useAimOf";
import { useBelievedPaint } from "./useBelievedPaint";
import { useNext } from "./useNext";
import { useNoteStory } from "./useNoteStory";
import { useOffered, wantedPartsOf } from "./useOffered";
import { usePaintAtHand } from "./usePaintAtHand";

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
  const atHand = usePaintAtHand();
  const story = useNoteStory(note.id);
  const { pile, main, sample, running } = story;
  const actions = usePileActions({ noteId: note.id, pile: main, sample, story: story.key });
  const again = useAgain(againPileId, wantedPartsOf(note, settings));
  const known = useBelievedPaint(atHand, story, again.pile);
  const offered = useOffered(note, target, inHand, known, again);
  const paint = useMemo(
    () => ({ tubeById: known.believed, leftovers: known.leftovers }),
    [known.believed, known.leftovers],
  );
  const { chosen, wantedParts } = offered;
  const aim = useAimOf(note, aimed, pile ? contentsOf(pile) : (chosen?.amounts ?? NONE), paint);
  const next = useNext(aim, story, known, inHand.forbidden ?? NONE);
  const { tubeById } = paint;
  const planned = useMemo(
    () =>
      main ? scaledTo(running?.amounts ?? NONE, wantedParts, settings, tubeById) : (chosen?.amounts ?? NONE),
    [main, running, wantedParts, settings, tubeById, chosen],
  );
  const plan = useMemo(
    () =>
      pilePlan(sample ? NONE : planned, pile?.additions ?? NONE, (laid, rest) =>
        laidRest(planned, laid, rest, settings, tubeById),
      ),
    [sample, planned, pile, settings, tubeById],
  );
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
    known,
    { steps: plan.steps, chosen, draft },
    { setDraft: hand.setDraft, putAway },
    actions,
    lightnessPerStep(settings.scale),
  );
  return (
    <PaintContext value={paint}>
      <AimContext value={aim}>
        <StoryContext value={{ ...story, ...plan }}>
          <OffersContext value={{ ...offered, next }}>
            <HandContext value={hand}>
              <DeedsContext value={deeds}>
                <ShownContext
                  value={shownBeside(
                    aim,
                    story,
                    { ...paint, doubtDeltaE2000: known.doubtDeltaE2000, isAsking: known.isAsking },
                    offered,
                    inHand,
                    draft,
                  )}
                >
                  {children}
                </ShownContext>
              </DeedsContext>
            </HandContext>
          </OffersContext>
        </StoryContext>
      </AimContext>
    </PaintContext>
  );
}
