"use client";

import { useEffect, useState } from "react";

/** An address for a blob, freed when the blob changes or the view goes. */
export function useObjectUrl(blob: Blob | undefined): string | undefined {
  const [entry, setEntry] = useState<{ blob: Blob; url: string }>();
  useEffect(() => {
    if (!blob) return undefined;
    const url = URL.createObjectURL(blob);
    const frame = requestAnimationFrame(() => {
      setEntry({ blob, url });
    });
    return () => {
      cancelAnimationFrame(frame);
      URL.revokeObjectURL(url);
    };
  }, [blob]);
  return entry && entry.blob === blob ? entry.url : undefined;
}
