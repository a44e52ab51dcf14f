"use client";

import { Notice } from "../../../ui/Notice";
import { Working } from "../../../ui/Working";
import type { StoreTask } from "./useStoreTask";

/** How far a task is, or why it failed. */
export function TaskLine({ task }: { task: StoreTask }) {
  const { working, problem, giveUp } = task;
  return (
    <>
      {working ? (
        <Working onGiveUp={giveUp}>
          <span>
            {working.what}
            <progress
              className="ml-3 h-3 w-40 accent-ink"
              max={1}
              value={working.share}
              aria-label={working.what}
            />{" "}
            {Math.round(100 * working.share)} %
          </span>
        </Working>
      ) : null}
      <Notice className="mt-2">{problem}</Notice>
    </>
  );
}
