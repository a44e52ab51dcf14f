"use client";

import { elementScroll, type VirtualizerOptions } from "@tanstack/react-virtual";
import { useIsDrawn } from "./useIsDrawn";

/** Rows beyond the edge that are drawn before the others; so many come in sight before a hand is at the list. */
const BEYOND_AT_FIRST = 1;

/**
 * For a long list of which only what is in sight is drawn: its size comes with the next picture, for which the view is laid
 * out anyway. The library asks for it, and scrolls to the top, while the view is still being put in place: it would all be
 * laid out once more. And the rows beyond its edges are drawn once those in sight stand.
 *
 * @param share - of the window's height that the list takes, until its size has come.
 * @param beyond - rows beyond each edge that are there already when the list is scrolled.
 */
export function useSizedWithPicture(
  share: number,
  beyond: number,
): Pick<
  VirtualizerOptions<HTMLDivElement, Element>,
  "initialRect" | "observeElementRect" | "scrollToFn" | "overscan"
> {
  const overscan = useIsDrawn() ? beyond : BEYOND_AT_FIRST;
  return {
    overscan,
    initialRect: { width: 0, height: share * innerHeight },
    observeElementRect: ({ scrollElement }, tell) => {
      if (!scrollElement) return undefined;
      const observer = new ResizeObserver(() => {
        tell({ width: scrollElement.clientWidth, height: scrollElement.clientHeight });
      });
      observer.observe(scrollElement);
      return () => {
        observer.disconnect();
      };
    },
    scrollToFn: (offset, options, list) => {
      const isAtTop = (list.scrollOffset ?? 0) === 0;
      if (isAtTop && offset + (options.adjustments ?? 0) === 0) return;
      elementScroll(offset, options, list);
    },
  };
}
