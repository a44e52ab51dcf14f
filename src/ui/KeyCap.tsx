import type { ReactNode } from "react";

/** The key that does the same as the control beside it. */
export function KeyCap({ children }: { children: ReactNode }) {
  return (
    <kbd className="hidden min-w-6 border border-edge px-1 text-center font-sans text-sm leading-6 wide:inline-block">
      {children}
    </kbd>
  );
}
