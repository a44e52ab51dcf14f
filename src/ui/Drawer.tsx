"use client";

import { useEffect, useState } from "react";
import { later } from "./later";
import type { DrawerProps } from "./DrawerPanel";
import { whenIdle } from "./whenIdle";

const DrawerPanel = later(async () => (await import("./DrawerPanel")).DrawerPanel);

/**
 * A panel over the work: from the side on a wide screen, from the bottom on a phone.
 *
 * No view opens with one. What holds the focus and the page behind it comes when the view stands.
 */
export function Drawer(props: DrawerProps) {
  const [isWanted, setWanted] = useState(props.isOpen);
  // Once there it stays, so that it can give the focus back when it closes.
  if (props.isOpen && !isWanted) setWanted(true);
  useEffect(
    () =>
      whenIdle(() => {
        // What fails here is told when the drawer is opened.
        DrawerPanel.fetch().catch(() => undefined);
      }),
    [],
  );
  return isWanted ? <DrawerPanel {...props} /> : null;
}
