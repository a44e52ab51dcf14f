"use client";

import { type ReactNode, useEffect, useState } from "react";
import { holdGrey } from "./greyView";
import { HoldButton } from "../../ui/HoldButton";

/** All paint in grey while it is held: rows of equal value become even bands. The key G does the same everywhere. */
export function useGreyHold(): ReactNode {
  const [isGrey, setGrey] = useState(false);
  useEffect(() => {
    if (!isGrey) return undefined;
    holdGrey(true);
    return () => {
      holdGrey(false);
    };
  }, [isGrey]);
  return (
    <HoldButton isOn={isGrey} onChange={setGrey} shortcut="G">
      hold for grey
    </HoldButton>
  );
}
