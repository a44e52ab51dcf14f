"use client";

import { useMemo } from "react";
import { type OwnHand, ownHandOf } from "../../domain/hand/ownHand";
import { readWeighedPiles } from "../store/calls";
import { useShared } from "../store/useShared";

/** How this painter doses; undefined until enough was weighed. */
export function useOwnHand(): OwnHand | undefined {
  const piles = useShared(readWeighedPiles);
  return useMemo(() => piles && ownHandOf(piles), [piles]);
}
