"use client";

import { type PointerEvent, useRef } from "react";

/** A finger that moved so far sideways means the marker, px. */
const MEANT_PX = 8;

type Finger = { readonly x: number; held: (() => void) | undefined; isMeant: boolean };

/**
 * A finger that comes down on a rail may only want to scroll the page. What it would change is held back until it
 * moves sideways or is lifted; when the browser takes the finger for scrolling, nothing was changed. Mouse and pen act at once.
 *
 * @returns handlers for the slider, and what each change goes through.
 */
export function useSlowFinger() {
  const finger = useRef<Finger>(undefined);
  const release = (): void => {
    const { current } = finger;
    current?.held?.();
    if (current) current.held = undefined;
  };
  return {
    change: (act: () => void): void => {
      const { current } = finger;
      if (current && !current.isMeant) current.held = act;
      else act();
    },
    handlers: {
      onPointerDown: (event: PointerEvent) => {
        finger.current =
          event.pointerType === "touch" ? { x: event.clientX, held: undefined, isMeant: false } : undefined;
      },
      onPointerMove: (event: PointerEvent) => {
        const { current } = finger;
        if (!current || current.isMeant || Math.abs(event.clientX - current.x) < MEANT_PX) return;
        current.isMeant = true;
        release();
      },
      onPointerUp: () => {
        release();
        finger.current = undefined;
      },
      onPointerCancel: () => {
        finger.current = undefined;
      },
    },
  };
}
