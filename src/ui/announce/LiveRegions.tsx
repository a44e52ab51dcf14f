"use client";

import { useSaid } from "./announcer";

/** Stands in the frame from the start, so that what comes into it is heard. */
export function LiveRegions() {
  const { polite, assertive } = useSaid();
  return (
    <div className="sr-only">
      <div data-spoken="" aria-live="polite">
        {polite ? <p key={polite.key}>{polite.text}</p> : null}
      </div>
      <div data-spoken="" aria-live="assertive">
        {assertive ? <p key={assertive.key}>{assertive.text}</p> : null}
      </div>
    </div>
  );
}
