"use client";

import type { ReactNode } from "react";
import { ErrorBoundary } from "react-error-boundary";

/**
 * Around one row of a list: if it cannot be drawn, its name says so in its place and the other rows stay.
 *
 * @param name - by which the painter knows the row.
 * @param resetKey - another value draws the row again.
 */
export function RowGuard({
  name,
  resetKey,
  as: Element = "span",
  children,
}: {
  name: string;
  resetKey?: unknown;
  as?: "span" | "li";
  children: ReactNode;
}) {
  return (
    <ErrorBoundary
      resetKeys={[resetKey]}
      fallback={
        <Element className="block max-w-full p-1 text-sm">
          <span className="font-semibold">{name}</span> cannot be shown. Its record is kept as it is.
        </Element>
      }
    >
      {children}
    </ErrorBoundary>
  );
}
