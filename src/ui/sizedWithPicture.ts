import { elementScroll, type VirtualizerOptions } from "@tanstack/react-virtual";

/**
 * For a long list of which only what is in sight is drawn: its size comes with the next picture, for which the view is laid
 * out anyway. The library asks for it, and scrolls to the top, while the view is still being put in place: it would all be
 * laid out once more.
 *
 * @param share - of the window's height that the list takes, until its size has come.
 */
export function sizedWithPicture(
  share: number,
): Pick<VirtualizerOptions<HTMLDivElement, Element>, "initialRect" | "observeElementRect" | "scrollToFn"> {
  return {
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
