"use client";

import { startTransition, useEffect, useState } from "react";

/**
 * Whether what holds it was drawn once: what is not looked at first follows then. A deferred value would not do for that:
 * the router draws a view it had to fetch as a deferred one itself, and within it nothing more is held back.
 */
export function useIsDrawn(): boolean {
  const [isDrawn, setDrawn] = useState(false);
  useEffect(() => {
    startTransition(() => {
      setDrawn(true);
    });
  }, []);
  return isDrawn;
}
