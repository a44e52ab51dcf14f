import type { ReactNode } from "react";
import { Say } from "./announce/Say";
import { Button } from "./Button";

/** What is being worked out, and the way to give it up. */
export function Working({ children, onGiveUp }: { children: ReactNode; onGiveUp: () => void }) {
  return (
    <p className="flex items-center gap-3">
      <Say>{children}</Say>
      <Button weight="quiet" onClick={onGiveUp}>
        give up
      </Button>
    </p>
  );
}
