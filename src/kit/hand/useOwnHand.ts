"use client";

import { useLiveQuery } from "dexie-react-hooks";
import { useMemo } from "react";
import { type OwnHand, ownHandOf } from "../../domain/hand/ownHand";
import { readWeighedPiles } from "../../persistence/pileReads";
import { useDb } from "../studio/useStudio";

/** How this painter doses; undefined until enough was weighed. */
export function useOwnHand(): OwnHand | undefined {
  const db = useDb();
  const piles = useLiveQuery(() => readWeighedPiles(db), [db]);
  return useMemo(() => piles && ownHandOf(piles), [piles]);
}
