"use client";

/** The one place where what was lost is taken back, on every view: a line, a button, and Ctrl Z. */
import { useEffect } from "react";
import { keepAsItIs, undoNewest, undoWhateverWasLast, useUndoable } from "../../kit/studio/undoStack";
import { Button } from "../../ui/Button";
import { Status } from "../../ui/Status";

const TYPING = "input:not([type=checkbox]):not([type=radio]), textarea, [contenteditable=true]";

export function UndoBar() {
  const undoable = useUndoable();
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key.toLowerCase() !== "z" || event.shiftKey || event.altKey) return;
      if (!(event.ctrlKey || event.metaKey)) return;
      // In a field the browser takes back what was typed.
      if (event.target instanceof Element && event.target.closest(TYPING)) return;
      event.preventDefault();
      undoWhateverWasLast();
    };
    window.addEventListener("keydown", onKey);
    return () => {
      window.removeEventListener("keydown", onKey);
    };
  }, []);
  if (!undoable) return null;
  return (
    <section
      aria-label="What can be taken back"
      className="flex flex-wrap items-center gap-x-4 border-t-2 border-ink bg-surface px-4 py-1"
    >
      <Status className="min-w-52 flex-1">{undoable.words}</Status>
      <Button onClick={undoNewest}>Undo</Button>
      <Button weight="quiet" onClick={keepAsItIs}>
        put this line away
      </Button>
    </section>
  );
}
