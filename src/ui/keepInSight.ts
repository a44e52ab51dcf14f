import { keepListsInSight } from "./listsInSight";

/**
 * What has the focus stays in sight when the page grows around it, as when something that was worked out comes in
 * above, and so does the button of an open list, which hangs on it. What the painter scrolled away from is left alone.
 *
 * @param view - what scrolls.
 * @returns ends the keeping.
 */
export function keepInSight(view: HTMLElement): () => void {
  let seen: Seen = NOT_SEEN;
  const look = (): void => {
    seen = seenOf(heldElement(), view);
  };
  const keep = (): void => {
    const held = heldElement();
    if (held && seenOf(held, view) < seen) held.scrollIntoView({ block: "nearest", inline: "nearest" });
  };
  const onFocus = (): void => {
    look();
    // The page may have grown between the press and its list.
    if (hangingList()) {
      seen = WHOLE;
      keep();
    }
  };
  const observer = new ResizeObserver(keep);
  // What stands in the view grows, and is another with each view; the room of the view shrinks when the board grows.
  const observeAll = (): void => {
    observer.disconnect();
    observer.observe(view);
    for (const part of view.children) observer.observe(part);
  };
  const changes = new MutationObserver(observeAll);
  changes.observe(view, { childList: true });
  observeAll();
  document.addEventListener("focusin", onFocus);
  document.addEventListener("scroll", look, { capture: true, passive: true });
  const endOfLists = keepListsInSight();
  return () => {
    endOfLists();
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

const NOT_SEEN = 0;
const IN_PART = 1;
const WHOLE = 2;
type Seen = typeof NOT_SEEN | typeof IN_PART | typeof WHOLE;

function seenOf(element: Element | null, view: HTMLElement): Seen {
  if (!element || !view.contains(element)) return NOT_SEEN;
  const { top, bottom } = element.getBoundingClientRect();
  const room = view.getBoundingClientRect();
  const [first, last] = [Math.max(room.top, 0), Math.min(room.bottom, innerHeight)];
  if (top >= first && bottom <= last) return WHOLE;
  return bottom > first && top < last ? IN_PART : NOT_SEEN;
}
