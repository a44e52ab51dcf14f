"use client";

import { useLiveQuery } from "dexie-react-hooks";
import { useMemo } from "react";
import { leftoverAsTube } from "../../../domain/pile/leftovers";
import { believedTubes } from "../../../domain/pile/belief";
import { useBeliefs } from "../../../kit/paint/useBeliefs";
import { shownOf } from "../../../kit/query/useTask";
import type { Tube } from "../../../domain/tube/tube";
import { useDb, useStudio } from "../../../kit/studio/useStudio";
import { readLeftovers } from "../../../persistence/pileReads";
import type { Paint } from "./contexts";

const NONE: readonly never[] = [];

export type PaintAtHand = Paint & {
  /** What is left of older piles, as if each were a tube. */
  readonly rests: readonly { readonly tube: Tube; readonly leftParts: number }[];
};

export function usePaintAtHand(): PaintAtHand {
  const db = useDb();
  const tubes = useStudio((studio) => studio.tubeById);
  const notes = useStudio((studio) => studio.noteById);
  const leftovers = useLiveQuery(() => readLeftovers(db), [db]) ?? NONE;
  const beliefs = shownOf(useBeliefs(leftovers, NONE, tubes).task);
  return useMemo(() => {
    const rests = leftovers.flatMap((pile) => {
      const known = believedTubes(tubes, beliefs?.get(pile.id));
      const tube = leftoverAsTube(pile, notes.get(pile.noteId ?? ""), known);
      return tube ? [{ tube, leftParts: pile.leftParts ?? 0 }] : [];
    });
    const tubeById = new Map([...tubes, ...rests.map(({ tube }) => [tube.id, tube] as const)]);
    return { tubeById, leftovers, rests };
  }, [leftovers, notes, tubes, beliefs]);
}
