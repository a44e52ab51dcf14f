"use client";

import { createContext, useContext, useSyncExternalStore } from "react";
import type { Workspace } from "../../persistence/database";
import type { Store } from "../store/store";
import type { Studio, StudioStore } from "./studioStore";

export type OpenStudio = {
  readonly store: Store;
  readonly workspace: Workspace;
  readonly studio: StudioStore;
};

export const StudioContext = createContext<OpenStudio | undefined>(undefined);

export function useOpenStudio(): OpenStudio {
  const open = useContext(StudioContext);
  if (!open) throw new Error("The studio needs a StudioProvider around it");
  return open;
}

/** @param select - takes what is stored; it makes nothing new, or the component would draw without end. */
export function useStudio<T>(select: (studio: Studio) => T): T {
  const { studio } = useOpenStudio();
  const read = (): T => select(studio.get());
  return useSyncExternalStore(studio.subscribe, read, read);
}

export function useStore(): Store {
  return useOpenStudio().store;
}

/** The painter's own scales, words, sizes and school. */
export function useSettings(): Studio["settings"] {
  return useStudio((studio) => studio.settings);
}
