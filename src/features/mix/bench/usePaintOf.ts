"use client";

import { useMemo } from "react";
import type { Paint } from "./contexts";
import type { DryingHere } from "./useAimOf";
import type { BelievedPaint } from "./useBelievedPaint";

/** The paint that the parts of a bench read: as it is believed, and as it dries here. */
export function usePaintOf({ believed, leftovers, ingredients }: BelievedPaint, drying: DryingHere): Paint {
  return useMemo(
    () => ({ tubeById: believed, leftovers, ingredients, ...drying }),
    [believed, leftovers, ingredients, drying],
  );
}
