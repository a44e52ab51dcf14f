/** A studio for tests of hooks: a real store, watched as the application watches it, and workers in this process. */
import { act, cleanup, renderHook, type RenderHookResult } from "@testing-library/react";
import type { ReactNode } from "react";
import { StudioStore } from "@/kit/studio/studioStore";
import { StudioContext } from "@/kit/studio/useStudio";
import { keeper } from "@/kit/store/keeper";
import { Store } from "@/kit/store/store";
import { type GamanDatabase, openDatabase } from "@/persistence/database";
import { palettes, readingFiles, sheets, solver } from "@/workers/clients";
import { installWorkers, liveWorkers } from "./inProcessWorkers";

export type TestStudio = {
  /** The store itself, beside the keeper that the page asks. */
  readonly db: GamanDatabase;
  readonly store: StudioStore;
  readonly wrapper: (props: { children: ReactNode }) => ReactNode;
  readonly end: () => Promise<void>;
};

/** Opens the painter's own store, empty. */
export function openStudio(): TestStudio {
  installWorkers();
  const db = openDatabase("own");
  const kept = new Store("own");
  const store = new StudioStore(kept);
  const failures: unknown[] = [];
  const stop = store.open((error) => failures.push(error));
  const open = { store: kept, workspace: "own" as const, studio: store };
  return {
    db,
    store,
    wrapper: ({ children }) => <StudioContext value={open}>{children}</StudioContext>,
    end: async () => {
      // What is still drawn would ask again, of workers that are ended behind their client's back.
      cleanup();
      for (const client of [solver, palettes, readingFiles, sheets]) client.dispose();
      stop();
      db.close();
      await kept.remove();
      keeper.dispose();
      for (const worker of [...liveWorkers]) worker.terminate();
      if (failures.length > 0) throw new Error("The store could not be read", { cause: failures[0] });
    },
  };
}

export function hookIn<T>(studio: TestStudio, hook: () => T): RenderHookResult<T, unknown> {
  return renderHook(hook, { wrapper: studio.wrapper });
}

/** No figure is held here: a machine at a quarter of its speed answers late, and right. */
const LONGEST_WAIT_MS = 60_000;

/** Lets what is under way come to its end, until it is so. */
export async function until(isSo: () => boolean, what: string): Promise<void> {
  const start = performance.now();
  while (!isSo()) {
    if (performance.now() - start > LONGEST_WAIT_MS) throw new Error(`It did not come to this: ${what}`);
    await act(async () => {
      await new Promise((resolve) => setTimeout(resolve, 10));
    });
  }
}
