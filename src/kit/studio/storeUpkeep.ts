"use client";

/** What goes on by itself for the store's sake: unreadable records are moved aside, and the browser is asked to keep it. */
import { useEffect } from "react";
import { changeBench, mendFileTypes } from "../store/calls";
import { forgetLast, lastWordsOf } from "../store/lastWords";
import { forgetWork, rememberWork } from "./ownWork";
import { createStoreClient } from "./storeClient";
import { useOpenStudio, useStudio } from "./useStudio";

/** It looks through every record with a file: not while a view is read. */
const MEND_AFTER_MS = 5_000;

export function useStoreUpkeep(): void {
  const { workspace } = useOpenStudio();
  const hasUnreadable = useStudio((studio) => studio.hasUnreadable);
  const hasPainting = useStudio((studio) => studio.painting !== undefined);
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

  const { store, studio } = useOpenStudio();
  const isReady = useStudio((studio) => studio.isReady);
  useEffect(() => {
    if (!isReady) return undefined;
    // What older versions kept under a wrong type. Nothing waits for it, and what fails is tried at the next opening.
    const mending = setTimeout(() => {
      mendFileTypes(store).catch(() => undefined);
    }, MEND_AFTER_MS);
    for (const { noteId, changes } of lastWordsOf(workspace))
      changeBench(store, noteId, changes)
        .catch(() => {
          // It is of another version: it says nothing to this one.
        })
        .finally(() => {
          forgetLast(workspace, noteId);
        });
    return () => {
      clearTimeout(mending);
    };
  }, [isReady, store, workspace]);

  const hasOwnWork = workspace === "own" && hasPainting;
  useEffect(() => {
    if (hasOwnWork) void keepForGood();
  }, [hasOwnWork]);

  const inHand = useStudio((studio) => studio.painting?.name);
  useEffect(() => {
    if (workspace !== "own" || inHand === undefined) return undefined;
    rememberWork({ painting: inHand, at: Date.now() });
    return () => {
      // The last painting went while someone was looking: that was wanted.
      if (studio.get().isReady && studio.get().painting === undefined) forgetWork();
    };
  }, [workspace, inHand, studio]);
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
