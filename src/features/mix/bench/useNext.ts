"use client";

import { isBlackTube, isWhiteTube } from "../../../domain/tube/kinds";
import { useSettings, useStudio } from "../../../kit/studio/useStudio";
import { type Advice, useNextAddition } from "../correct/useNextAddition";
import type { Task } from "../../../kit/query/useTask";
import type { Aim } from "./contexts";
import type { BelievedPaint } from "./useBelievedPaint";
import type { NoteStory } from "./useNoteStory";

/** What to add to the pile that was read, from the tubes that the painter allows. */
export function useNext(
  { note, target, tolerance }: Aim,
  { pile, reading }: NoteStory,
  { tubeById, believed, story, readings, toDry }: BelievedPaint,
  forbidden: readonly string[],
): Task<Advice> {
  const board = useStudio((studio) => studio.board);
  const settings = useSettings();
  const { school } = settings;
  return useNextAddition(
    pile && reading
      ? {
          pile,
          story,
          readings,
          target,
          toDry,
          tolerance,
          purpose: note.purpose ?? "family",
          hand: settings,
          board: board.filter(
            (tube) =>
              !forbidden.includes(tube.id) &&
              (school.allowsBlack || !isBlackTube(tube)) &&
              (school.lighten === "white" || !isWhiteTube(tube)),
          ),
          tubeById,
          believed,
        }
      : undefined,
  );
}
