"use client";

/** The demo painting, kept separately from the painter's own work. */
import { useMemo } from "react";
import { databaseExists, deleteDatabase } from "../../persistence/database";
import { demoFileSchema, removeDemo, writeDemo } from "../../persistence/demo";
import { useOpenStudio } from "./useStudio";
import { chooseWorkspace, databaseOf, forgetChoices, forgetDatabase } from "./workspaces";

export type Demo = {
  /** Writes it first unless it is there. Rejects when its files cannot be read. */
  readonly open: () => Promise<void>;
  readonly close: () => void;
  readonly remove: () => Promise<void>;
};

export function useDemo(): Demo {
  const { store } = useOpenStudio();
  return useMemo(
    () => ({
      open: async () => {
        if (!(await databaseExists("demo"))) {
          const [rows, picture] = await Promise.all([
            fetchFile("/demo/slipway.json"),
            fetchFile("/demo/slipway.jpg"),
          ]);
          const file = demoFileSchema.parse(await rows.json());
          const { settings } = store.get();
          await writeDemo(databaseOf("demo"), file, await picture.blob(), settings, Date.now());
        }
        chooseWorkspace("demo");
      },
      close: () => {
        chooseWorkspace("own");
      },
      remove: async () => {
        chooseWorkspace("own");
        forgetDatabase("demo");
        await removeDemo();
      },
    }),
    [store],
  );
}

/** Both stores and all that the browser remembers of Gaman; the page then starts afresh. */
export async function deleteEverything(): Promise<void> {
  for (const name of ["own", "demo"] as const) {
    forgetDatabase(name);
    await deleteDatabase(name);
  }
  forgetChoices();
  window.location.assign("/");
}

async function fetchFile(path: string): Promise<Response> {
  const response = await fetch(path);
  if (!response.ok) throw new Error(`${path} could not be read (${response.status})`);
  return response;
}
