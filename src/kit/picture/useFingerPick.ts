"use client";

import { type PointerEvent, type RefObject, useEffect, useRef } from "react";

/** Where a finger is on the screen. */
export type ScreenPoint = { readonly clientX: number; readonly clientY: number };

/** A finger that moved so far means something, px; one that rests so long means the place under it. */
const MEANT_PX = 8;
const REST_MS = 300;

type Finger = ScreenPoint & { readonly id: number; rest: ReturnType<typeof setTimeout>; isPicking: boolean };

/**
 * One finger on a picture: a tap picks, a drag sideways or after a rest moves the circle, and a swipe up or down scrolls the
 * page and picks nothing. Two fingers belong to the zoom.
 *
 * @returns handlers that tell whether the event was a finger's; others are the mouse's.
 */
export function useFingerPick(stage: RefObject<HTMLElement | null>, pick: (at: ScreenPoint) => void) {
  const finger = useRef<Finger>(undefined);
  const drop = (): void => {
    clearTimeout(finger.current?.rest);
    finger.current = undefined;
  };
  useEffect(() => {
    const element = stage.current;
    // The browser scrolls unless the first move is refused.
    const onTouchMove = (event: TouchEvent): void => {
      if (event.touches.length > 1 || finger.current?.isPicking) event.preventDefault();
    };
    element?.addEventListener("touchmove", onTouchMove, { passive: false });
    return () => {
      element?.removeEventListener("touchmove", onTouchMove);
      clearTimeout(finger.current?.rest);
    };
  }, [stage]);
  return {
    down: (event: PointerEvent): boolean => {
      if (event.pointerType !== "touch") return false;
      const isSecond = finger.current !== undefined;
      drop();
      if (isSecond) return true;
      const at = { clientX: event.clientX, clientY: event.clientY };
      const rest = setTimeout(() => {
        if (finger.current) finger.current.isPicking = true;
        pick(at);
      }, REST_MS);
      finger.current = { ...at, id: event.pointerId, rest, isPicking: false };
      return true;
    },
    move: (event: PointerEvent): boolean => {
      if (event.pointerType !== "touch") return false;
      const { current } = finger;
      if (current?.id !== event.pointerId) return true;
      const [dx, dy] = [event.clientX - current.clientX, event.clientY - current.clientY];
      if (!current.isPicking && Math.hypot(dx, dy) >= MEANT_PX) {
        clearTimeout(current.rest);
        if (Math.abs(dx) > Math.abs(dy)) current.isPicking = true;
        else finger.current = undefined;
      }
      if (current.isPicking) pick(event);
      return true;
    },
    up: (event: PointerEvent): boolean => {
      if (event.pointerType !== "touch") return false;
      const { current } = finger;
      drop();
      if (current?.id === event.pointerId) pick(event);
      return true;
    },
    cancel: drop,
  };
}
