"use client";

import { useEffect, useRef } from "react";
import { announce, type Urgency } from "./announcer";

/** Words that are shown and spoken: whatever stands inside is told to the frame's live region when it changes. */
export function Say({ children, urgency = "polite" }: { children: React.ReactNode; urgency?: Urgency }) {
  const shown = useRef<HTMLSpanElement>(null);
  const last = useRef("");
  useEffect(() => {
    const text = shown.current?.textContent ?? "";
    if (text === last.current) return undefined;
    last.current = text;
    return text === "" ? undefined : announce(text, urgency);
  });
  return (
    <span ref={shown} data-says="">
      {children}
    </span>
  );
}
