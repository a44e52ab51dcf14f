import type { ReactNode } from "react";
import { Say } from "./announce/Say";
import { Button } from "./Button";

/** What has just been done, told to everyone, and the way back. */
export function UndoLine({ children, onUndo }: { children: ReactNode; onUndo: () => void }) {
  return (
    <p className="flex flex-wrap items-center gap-x-3">
      <Say>{children}</Say>
      <Button weight="quiet" onClick={onUndo}>
        undo
      </Button>
    </p>
  );
}
