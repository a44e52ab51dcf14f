/**
 * What has the focus stays in sight when the page grows around it, as when something that was worked out comes in
 * above. What the painter scrolled away from is left alone.
 *
 * @returns ends the keeping.
 */
export function keepInSight(): () => void {
  let wasInSight = false;
  const look = (): void => {
    wasInSight = isInSight(document.activeElement);
  };
  const observer = new ResizeObserver(() => {
    const active = document.activeElement;
    if (wasInSight && active?.matches(":focus-visible") && !isInSight(active))
      active.scrollIntoView({ block: "nearest", inline: "nearest" });
  });
  observer.observe(document.body);
  document.addEventListener("focusin", look);
  document.addEventListener("scroll", look, { capture: true, passive: true });
  return () => {
    observer.disconnect();
    document.removeEventListener("focusin", look);
    document.removeEventListener("scroll", look, { capture: true });
  };
}

function isInSight(element: Element | null): boolean {
  if (!element || element === document.body) return false;
  const { top, bottom } = element.getBoundingClientRect();
  return bottom > 0 && top < innerHeight;
}
