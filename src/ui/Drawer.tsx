"use client";

import { lazy, Suspense, useEffect, useState } from "react";
import type { DrawerProps } from "./DrawerPanel";

const fetchPanel = async () => ({ default: (await import("./DrawerPanel")).DrawerPanel });
const DrawerPanel = lazy(fetchPanel);

/**
 * A panel over the work: from the side on a wide screen, from the bottom on a phone.
 *
 * No view opens with one. What holds the focus and the page behind it comes when the view stands.
 */
export function Drawer(props: DrawerProps) {
  const [isWanted, setWanted] = useState(props.isOpen);
  // Once there it stays, so that it can give the focus back when it closes.
  if (props.isOpen && !isWanted) setWanted(true);
  useEffect(() => {
    // What fails here is told when the drawer is opened.
    fetchPanel().catch(() => undefined);
  }, []);
  return isWanted ? (
    <Suspense fallback={null}>
      <DrawerPanel {...props} />
    </Suspense>
  ) : null;
}
