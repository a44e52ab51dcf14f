"use client";

import { type RefObject, useEffect, useRef } from "react";
import { announce, type Urgency } from "./announcer";

/** Tells what an element says to the frame's live region whenever its words change. */
export function useSpoken(shown: RefObject<HTMLElement | null>, urgency: Urgency = "polite"): void {
  const last = useRef("");
  useEffect(() => {
    const text = shown.current?.textContent ?? "";
    if (text === last.current) return undefined;
    last.current = text;
    return text === "" ? undefined : announce(text, urgency);
  });
}

/** Words that are shown and spoken. */
export function Say({ children }: { children: React.ReactNode }) {
  const shown = useRef<HTMLSpanElement>(null);
  useSpoken(shown);
  return (
    <span ref={shown} data-says="">
      {children}
    </span>
  );
}
