"use client";

import { useEffect, useState } from "react";

/** Pages that are being printed, as SVG; nothing once the printer has them. */
export function usePrinting(): readonly [readonly string[] | undefined, (pages: readonly string[]) => void] {
  const [printed, setPrinted] = useState<readonly string[]>();
  useEffect(() => {
    if (!printed) return undefined;
    const done = (): void => {
      setPrinted(undefined);
    };
    window.addEventListener("afterprint", done);
    return () => {
      window.removeEventListener("afterprint", done);
    };
  }, [printed]);
  return [printed, setPrinted];
}
