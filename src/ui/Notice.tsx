import { clsx } from "clsx";
import type { ReactNode } from "react";

/** What went wrong and what to do, told at once to screen readers; nothing at all without words. */
export function Notice({ children, className }: { children: ReactNode; className?: string }) {
  if (children === undefined || children === null || children === "") return null;
  return (
    <p role="alert" className={clsx("border-4 border-double border-ink p-3 font-semibold", className)}>
      {children}
    </p>
  );
}
