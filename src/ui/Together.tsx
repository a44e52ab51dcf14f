import type { ReactNode } from "react";

/** A figure and its unit, which are not parted at the end of a line. */
export function Together({ children }: { children: ReactNode }) {
  return <span className="whitespace-nowrap">{children}</span>;
}
