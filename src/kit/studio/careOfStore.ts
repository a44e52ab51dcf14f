"use client";

/** What goes on by itself for the store's sake: unreadable records are moved aside, and the browser is asked to keep it. */
import { useEffect } from "react";
import type { Workspace } from "../../persistence/database";
import { createStoreClient } from "./storeClient";
import type { StudioSnapshot } from "../../persistence/studio";

export function useCareOfStore(workspace: Workspace, snapshot: StudioSnapshot | undefined): void {
  const hasUnreadable = (snapshot?.unreadableIds.length ?? 0) > 0;
  useEffect(() => {
    if (!hasUnreadable) return undefined;
    const client = createStoreClient();
    void client
      .ask((remote) => remote.quarantine(workspace, Date.now()))
      .then(() => {
        client.dispose();
      });
    return undefined;
  }, [hasUnreadable, workspace]);

  const hasOwnWork = workspace === "own" && snapshot?.painting !== undefined;
  useEffect(() => {
    if (hasOwnWork) void keepForGood();
  }, [hasOwnWork]);
}

/** Asks the browser not to clear the store when space runs short. Undefined where a browser cannot say. */
export async function keepForGood(): Promise<boolean | undefined> {
  if (!isStorageKnown()) return undefined;
  return (await navigator.storage.persisted()) || navigator.storage.persist();
}

/** Over plain HTTP from another machine, and in older browsers, there is nothing to ask. */
export function isStorageKnown(): boolean {
  return "storage" in navigator && "persist" in navigator.storage;
}
