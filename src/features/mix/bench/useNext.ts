"use client";

import { isWhiteTube } from "../../../domain/tube/kinds";
import { usePaletteMedium } from "../../../kit/paint/usePalettePaint";
import type { Task } from "../../../kit/query/useTask";
import { useSettings } from "../../../kit/studio/useStudio";
import { type Advice, useNextAddition } from "../correct/useNextAddition";
import type { Aim } from "./contexts";
import type { BelievedPaint } from "./useBelievedPaint";
import { useHandy } from "./useHandy";
import type { NoteStory } from "./useNoteStory";

/** What to add to the pile that was read, from the paint that the painter allows. */
export function useNext(
  { note, target, tolerance }: Aim,
  { pile, reading }: NoteStory,
  { tubeById, believed, story, readings, driesTo, ingredients, ownHand }: BelievedPaint,
  forbidden: readonly string[],
): Task<Advice> {
  const settings = useSettings();
  const { lightener } = usePaletteMedium();
  const handy = useHandy({ ingredients }, target, forbidden);
  return useNextAddition(
    pile && reading && !pile.isStreaky
      ? {
          pile,
          story,
          readings,
          target,
          toDry: driesTo,
          tolerance,
          purpose: note.purpose ?? "family",
          hand: settings,
          ownHand,
          board: handy.filter((tube) => lightener === "white" || !isWhiteTube(tube)),
          tubeById,
          believed,
        }
      : undefined,
    lightener,
  );
}
