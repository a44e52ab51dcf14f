"use client";

import { useRef } from "react";

/**
 * Gives the focus back to what it was on when a dialog opened. The library does so only for dialogs with a trigger
 * of their own; those of a sheet that opens for many reasons would lose the place of whoever works by keyboard.
 */
export function useReturnFocus(): {
  readonly onOpenAutoFocus: () => void;
  readonly onCloseAutoFocus: (event: Event) => void;
} {
  const opener = useRef<HTMLElement>(null);
  return {
    onOpenAutoFocus: () => {
      opener.current = document.activeElement instanceof HTMLElement ? document.activeElement : null;
    },
    onCloseAutoFocus: (event) => {
      event.preventDefault();
      const { current } = opener;
      const isStillThere = current?.isConnected === true && current !== document.body;
      (isStillThere ? current : document.getElementById("view"))?.focus();
    },
  };
}
