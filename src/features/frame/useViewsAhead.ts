"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { useStudio } from "../../kit/studio/useStudio";
import { whenIdle } from "../../ui/whenIdle";
import { VIEWS } from "./views";

/** The view in hand has fetched by then what it shows, and the painter's first touch is not slowed, ms. */
const AHEAD_AFTER_MS = 2000;

/**
 * Fetches the other views, one after the other, once the one in hand stands. All at once and at the start, as links do it
 * by themselves, they would stand in the way of what the painter waits for.
 */
export function useViewsAhead(): void {
  const router = useRouter();
  const isReady = useStudio((studio) => studio.isReady);
  useEffect(() => {
    if (!isReady) return undefined;
    let takeBack = (): void => undefined;
    const fetchFrom = (place: number): void => {
      const view = VIEWS[place];
      if (!view) return;
      takeBack = whenIdle(() => {
        router.prefetch(view.path);
        fetchFrom(place + 1);
      });
    };
    const timer = setTimeout(() => {
      fetchFrom(0);
    }, AHEAD_AFTER_MS);
    return () => {
      clearTimeout(timer);
      takeBack();
    };
  }, [isReady, router]);
}
