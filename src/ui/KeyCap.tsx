import { clsx } from "clsx";
import type { ReactNode } from "react";

/** The key that does the same as the control beside it; on a phone there is none. */
export function KeyCap({
  isAlwaysShown = false,
  children,
}: {
  isAlwaysShown?: boolean;
  children: ReactNode;
}) {
  return (
    <kbd
      className={clsx(
        "min-w-6 border border-edge px-1 text-center font-sans text-sm leading-6",
        isAlwaysShown ? "inline-block" : "hidden wide:inline-block",
      )}
    >
      {children}
    </kbd>
  );
}
