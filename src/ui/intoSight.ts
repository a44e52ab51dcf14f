import type { FocusEvent } from "react";

/** For strips that scroll sideways: a browser leaves what is half in sight as it is, and the focus half hidden. */
export function intoSight({ target }: FocusEvent<HTMLElement>): void {
  if (target.matches(":focus-visible")) target.scrollIntoView({ block: "nearest", inline: "nearest" });
}

/** A ref for what comes in below the field that is typed in: it is seen as soon as it is there. */
export function seenWhenThere(element: HTMLElement | null): void {
  element?.scrollIntoView({ block: "nearest" });
}
