"use client";

/** All paint at a bench, as what was read of the pile on it lets its tubes appear. */
import { useCallback, useMemo } from "react";
import type { OwnHand } from "../../../domain/hand/ownHand";
import type { LabD65 } from "../../../core/color/types";
import { believedTubes } from "../../../domain/pile/belief";
import type { Dose, Pile } from "../../../domain/pile/pile";
import type { Reading } from "../../../domain/reading/reading";
import type { Tube } from "../../../domain/tube/tube";
import { useBeliefs } from "../../../kit/paint/useBeliefs";
import { useToDry } from "../../../kit/paint/useToDry";
import { shownOf } from "../../../kit/query/useTask";
import type { NoteStory } from "./useNoteStory";
import type { PaintAtHand } from "./usePaintAtHand";

export type BelievedPaint = PaintAtHand & {
  readonly believed: ReadonlyMap<string, Tube>;
  /** The same for the pile that is mixed again. */
  readonly believedAgain: ReadonlyMap<string, Tube>;
  readonly doubtDeltaE2000: number | undefined;
  /** While what was read last is worked out. */
  readonly isAsking: boolean;
  /** Piles that the one on the bench may have been taken from, and all that was read of them. */
  readonly story: readonly Pile[];
  readonly readings: readonly Reading[];
  /** How this painter doses; undefined until enough was weighed. */
  readonly ownHand: OwnHand | undefined;
  /** The colour that a wet one of these contents dries to. */
  readonly driesTo: (wet: LabD65, laid: readonly Dose[]) => LabD65;
};

export function useBelievedPaint(
  paint: PaintAtHand,
  { pile, main }: NoteStory,
  again: Pile | undefined,
): BelievedPaint {
  const { tubeById, leftovers } = paint;
  const toDry = useToDry();
  const piles = useMemo(
    () => [...new Set([pile, main, again].filter((one) => one !== undefined))],
    [pile, main, again],
  );
  const tubesHere = useCallback(() => tubeById, [tubeById]);
  const { task, readings, ownHand } = useBeliefs(piles, leftovers, tubesHere);
  const beliefs = shownOf(task);
  const isAsking = task.status === "asking";
  return useMemo(() => {
    const own = pile && beliefs?.get(pile.id);
    return {
      ...paint,
      believed: believedTubes(tubeById, own),
      believedAgain: believedTubes(tubeById, again && beliefs?.get(again.id)),
      doubtDeltaE2000: own?.doubtDeltaE2000,
      isAsking,
      story: [...piles, ...leftovers],
      readings,
      ownHand,
      driesTo: toDry,
    };
  }, [paint, tubeById, leftovers, pile, again, piles, beliefs, isAsking, readings, ownHand, toDry]);
}
