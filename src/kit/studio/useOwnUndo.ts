"use client";

import { useEffect, useEffectEvent } from "react";
import { offerOwnUndo } from "./undoStack";

/** Ctrl Z takes back what was done in this view, where that was later than all else. */
export function useOwnUndo(isOn: boolean, undo: () => void): void {
  const onUndo = useEffectEvent(undo);
  useEffect(
    () =>
      isOn
        ? offerOwnUndo(() => {
            onUndo();
          })
        : undefined,
    [isOn],
  );
}
