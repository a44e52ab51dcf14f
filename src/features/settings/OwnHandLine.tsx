"use client";

import { scatterOf } from "../../core/amounts/handScatter";
import { useOwnHand } from "../../kit/hand/useOwnHand";
import { useSettings } from "../../kit/studio/useStudio";

/** What weighed doses have shown of the painter's hand; nothing while too few were weighed. */
export function OwnHandLine() {
  const hand = useOwnHand();
  const { sizes } = useSettings();
  if (!hand) return null;
  const within = (parts: number): string => `${Math.round(100 * scatterOf(hand.scatter, parts))} %`;
  return (
    <p className="mt-3 max-w-prose">
      Your hand, by {hand.weighedDoses} weighed doses: two of three fall within {within(1)} of a part that you
      mean to lay, and within {within(sizes.touchParts)} of a touch. The next addition allows for it.
    </p>
  );
}
