"use client";

/** A command that finishes something is carried out once for what is shown, however often it is tapped. */
import { useEffect, useState } from "react";
import { attempt } from "../studio/problems";

/**
 * @param shown - changes when there is something else to finish: a form's content, a pile's turn. A command that
 * failed may be tried again.
 */
export function useOnce(shown: string): (name: string, task: () => Promise<unknown>) => void {
  const [done] = useState(() => new Set<string>());
  useEffect(() => {
    done.clear();
  }, [done, shown]);
  return (name, task) => {
    if (done.has(name)) return;
    done.add(name);
    attempt(
      task().catch((error: unknown) => {
        done.delete(name);
        throw error;
      }),
    );
  };
}
