"use client";

import { type ReactNode, useEffect, useState } from "react";
import { HoldButton } from "../../ui/HoldButton";
import { holdLook, type Look } from "./looks";

/** All paint in grey, or the view squinted at, while it is held. The keys G and B do the same everywhere. */
export function useSightHolds(): ReactNode {
  const [look, setLook] = useState<Look>();
  useEffect(() => {
    if (!look) return undefined;
    holdLook(look, true);
    return () => {
      holdLook(look, false);
    };
  }, [look]);
  const change = (own: Look) => (isOn: boolean) => {
    setLook(isOn ? own : undefined);
  };
  return (
    <span className="inline-flex flex-wrap items-center gap-x-1 print:hidden">
      <span className="text-muted">hold</span>
      <HoldButton isOn={look === "grey"} onChange={change("grey")} shortcut="G">
        grey
      </HoldButton>
      <HoldButton isOn={look === "squint"} onChange={change("squint")} shortcut="B">
        squint
      </HoldButton>
    </span>
  );
}
