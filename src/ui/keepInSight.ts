/**
 * What has the focus stays in sight when the page grows around it, as when something that was worked out comes in
 * above, and so does the button of an open list, which hangs on it. What the painter scrolled away from is left alone.
 *
 * @param view - what scrolls.
 * @returns ends the keeping.
 */
export function keepInSight(view: HTMLElement): () => void {
  let wasInSight = false;
  const look = (): void => {
    wasInSight = isInSight(heldElement(), view);
  };
  const keep = (): void => {
    const held = heldElement();
    if (wasInSight && held && !isInSight(held, view))
      held.scrollIntoView({ block: "nearest", inline: "nearest" });
  };
  const onFocus = (): void => {
    look();
    // The page may have grown between the press and its list.
    if (hangingList()) {
      wasInSight = true;
      keep();
    }
  };
  const observer = new ResizeObserver(keep);
  // The view itself is as high as its room: what grows is what stands in it, which is another with each view.
  const observeAll = (): void => {
    observer.disconnect();
    for (const part of view.children) observer.observe(part);
  };
  const changes = new MutationObserver(observeAll);
  changes.observe(view, { childList: true });
  observeAll();
  document.addEventListener("focusin", onFocus);
  document.addEventListener("scroll", look, { capture: true, passive: true });
  return () => {
    observer.disconnect();
    changes.disconnect();
    document.removeEventListener("focusin", onFocus);
    document.removeEventListener("scroll", look, { capture: true });
  };
}

/** What the keys are on, or what the list hangs on that has the focus, however it was opened. */
function heldElement(): Element | null {
  const list = hangingList();
  if (list) return document.querySelector(`[aria-controls="${CSS.escape(list.id)}"]`);
  return document.querySelector(":focus-visible");
}

function hangingList(): Element | null {
  return document.activeElement?.closest("[data-radix-popper-content-wrapper] > [id]") ?? null;
}

function isInSight(element: Element | null, view: HTMLElement): boolean {
  if (!element || !view.contains(element)) return false;
  const { top, bottom } = element.getBoundingClientRect();
  const room = view.getBoundingClientRect();
  return bottom > Math.max(room.top, 0) && top < Math.min(room.bottom, innerHeight);
}
