"use client";

/** Opens the workspace that was chosen, and what every view stands on. */
import { type ReactNode, useEffect, useMemo, useState, useSyncExternalStore } from "react";
import type { Workspace } from "../../persistence/database";
import { keeper } from "../store/keeper";
import { tellProblem } from "./problems";
import { StoreGate } from "./StoreGate";
import { StudioStore } from "./studioStore";
import { useStoreUpkeep } from "./storeUpkeep";
import { StudioContext, useStudio } from "./useStudio";
import { finishRemoval, readWorkspace, rememberRoom, storeOf, subscribeWorkspace } from "./workspaces";

// In the browser only, and before the page is drawn: the store is read meanwhile.
if (typeof window !== "undefined") keeper.start();

export function StudioProvider({ children }: { children: ReactNode }) {
  // On the server nothing is open; the first client render then reads the choice.
  const workspace = useSyncExternalStore(subscribeWorkspace, readWorkspace, () => undefined);
  useEffect(() => {
    finishRemoval().catch(() => {
      // It lies there unseen, and is tried again the next time.
    });
  }, []);
  return workspace ? (
    <OpenWorkspace key={workspace} workspace={workspace}>
      {children}
    </OpenWorkspace>
  ) : (
    <p className="p-8">Opening your paintings</p>
  );
}

/** What stands around every view is asked for while the store opens. */
function OpenWorkspace({ workspace, children }: { workspace: Workspace; children: ReactNode }) {
  const store = storeOf(workspace);
  const [studio] = useState(() => new StudioStore(store));
  useEffect(
    () =>
      studio.open((error) => {
        const detail = error instanceof Error ? error.message : String(error);
        tellProblem(
          `What you kept could not be read just now; nothing of it is lost. Reload this page. (${detail})`,
        );
      }),
    [studio],
  );
  const open = useMemo(() => ({ store, workspace, studio }), [store, workspace, studio]);
  return (
    <StudioContext value={open}>
      <StoreGate store={store}>
        <Housekeeping />
        {children}
      </StoreGate>
    </StudioContext>
  );
}

/** What goes on by itself beside the views. */
function Housekeeping() {
  const isReady = useStudio((studio) => studio.isReady);
  const room = useStudio((studio) => studio.settings.room);
  useEffect(() => {
    if (isReady) rememberRoom(room);
  }, [isReady, room]);
  useStoreUpkeep();
  return null;
}
