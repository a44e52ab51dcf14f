"use client";

import { useEffectEvent, useLayoutEffect } from "react";

/** A letter chooses no radio button. */
const TYPING = "input:not([type=radio]), textarea, select, [contenteditable=true], [role=textbox]";

/**
 * A single key that acts while nobody is typing. `onUp` makes it a hold key. Off when `isOn` is false,
 * since speech input and stray knuckles press keys too.
 */
export function useKey(key: string, isOn: boolean, onDown: () => void, onUp?: () => void): void {
  const down = useEffectEvent(onDown);
  const up = useEffectEvent(() => onUp?.());
  // A key works as soon as its button can be seen, not a moment after the frame.
  useLayoutEffect(() => {
    if (!isOn) return undefined;
    const isMine = (event: KeyboardEvent): boolean =>
      event.key.toLowerCase() === key &&
      !event.ctrlKey &&
      !event.metaKey &&
      !event.altKey &&
      !(event.target instanceof Element && event.target.closest(TYPING));
    const onKeyDown = (event: KeyboardEvent): void => {
      if (isMine(event) && !event.repeat) down();
    };
    const onKeyUp = (event: KeyboardEvent): void => {
      if (event.key.toLowerCase() === key) up();
    };
    const onBlur = (): void => {
      up();
    };
    window.addEventListener("keydown", onKeyDown);
    window.addEventListener("keyup", onKeyUp);
    window.addEventListener("blur", onBlur);
    return () => {
      window.removeEventListener("keydown", onKeyDown);
      window.removeEventListener("keyup", onKeyUp);
      window.removeEventListener("blur", onBlur);
    };
  }, [key, isOn]);
}
