"use client";

/** The demo painting, kept separately from the painter's own work. */
import { useMemo } from "react";
import { writeDemoFile } from "../store/calls";
import { useOpenStudio } from "./useStudio";
import { keepAsItIs, offerUndo } from "./undoStack";
import {
  chooseWorkspace,
  forgetChoices,
  isDemoRemoved,
  markDemoRemoved,
  removeStore,
  storeOf,
} from "./workspaces";

export type Demo = {
  /** Writes it first unless it is there. Rejects when its files cannot be read. */
  readonly open: () => Promise<void>;
  readonly close: () => void;
  /** Out of sight at once, for good when the page is opened next. */
  readonly remove: () => void;
};

export function useDemo(): Demo {
  const { studio } = useOpenStudio();
  return useMemo(
    () => ({
      open: async () => {
        if (isDemoRemoved() || !(await storeOf("demo").isThere())) {
          const [rows, picture] = await Promise.all([
            fetchFile("/demo/slipway.json"),
            fetchFile("/demo/slipway.jpg"),
          ]);
          const { settings } = studio.get();
          const file: unknown = await rows.json();
          await writeDemoFile(storeOf("demo"), file, await picture.blob(), settings, Date.now());
          markDemoRemoved(false);
        }
        keepAsItIs();
        chooseWorkspace("demo");
      },
      close: () => {
        keepAsItIs();
        chooseWorkspace("own");
      },
      remove: () => {
        keepAsItIs();
        chooseWorkspace("own");
        markDemoRemoved(true);
        offerUndo("The demo is removed, with all that was done in it.", () => {
          markDemoRemoved(false);
          chooseWorkspace("demo");
          return Promise.resolve();
        });
      },
    }),
    [studio],
  );
}

/** Both stores and all that the browser remembers of Gaman; the page then starts afresh. */
export async function deleteEverything(): Promise<void> {
  for (const name of ["own", "demo"] as const) await removeStore(name);
  forgetChoices();
  window.location.assign("/");
}

async function fetchFile(path: string): Promise<Response> {
  const response = await fetch(path);
  if (!response.ok) throw new Error(`${path} could not be read (${response.status})`);
  return response;
}
