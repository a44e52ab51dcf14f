/**
 * A list hangs on the button that opened it. Where it has come to lie outside of the window, since its button was moved away or
 * the list was never put in its place, a painter would sit before a page that answers to nothing: the button is fetched into
 * the window, and the list is placed anew.
 *
 * @returns ends the keeping.
 */
export function keepListsInSight(): () => void {
  let timer: ReturnType<typeof setInterval> | undefined;
  const watch = (): void => {
    const isOpen = document.body.querySelector(`:scope > ${PLACED}`) !== null;
    if (isOpen) timer ??= setInterval(fetchLists, OFTEN_MS);
    else {
      clearInterval(timer);
      timer = undefined;
    }
  };
  const observer = new MutationObserver(watch);
  observer.observe(document.body, { childList: true });
  watch();
  return () => {
    observer.disconnect();
    clearInterval(timer);
  };
}

/** What places a list beside its button: the list is its only child. */
const PLACED = "[data-radix-popper-content-wrapper]";
const OFTEN_MS = 400;
const NUDGED_MS = 100;

function fetchLists(): void {
  for (const list of document.body.querySelectorAll<HTMLElement>(`:scope > ${PLACED} > [id]`)) {
    const button = document.querySelector<HTMLElement>(`[aria-controls="${CSS.escape(list.id)}"]`);
    if (!button || isInWindow(list)) continue;
    button.scrollIntoView({ block: "nearest", inline: "nearest" });
    // A list is not put where it is thought to be, so its button is nudged, and put back. A window of another size would
    // close it.
    button.style.translate = "0 1px";
    dispatchEvent(new Event("scroll"));
    setTimeout(() => {
      button.style.removeProperty("translate");
      dispatchEvent(new Event("scroll"));
    }, NUDGED_MS);
  }
}

/** What is not drawn at all counts as there. */
function isInWindow(element: Element): boolean {
  const { top, bottom, left, right } = element.getBoundingClientRect();
  return bottom - top === 0 || (bottom > 0 && top < innerHeight && right > 0 && left < innerWidth);
}
