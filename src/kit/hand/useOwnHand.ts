"use client";

import { useMemo } from "react";
import { type OwnHand, ownHandOf } from "../../domain/hand/ownHand";
import { readWeighedPiles } from "../../persistence/pileReads";
import { useShared } from "../studio/useShared";

/** How this painter doses; undefined until enough was weighed. */
export function useOwnHand(): OwnHand | undefined {
  const piles = useShared(readWeighedPiles);
  return useMemo(() => piles && ownHandOf(piles), [piles]);
}
