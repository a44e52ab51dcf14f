"use client";

/** Says that matches stand in no archive, once they have waited as long as the painter chose. */
import { formatDistanceToNow } from "date-fns";
import { useStored } from "../../kit/store/useStored";
import Link from "next/link";
import { useState } from "react";
import { readUnarchived } from "../../kit/store/calls";
import { buttonClass } from "../../ui/Button";
import { useOpenStudio, useSettings } from "../../kit/studio/useStudio";

const DAY_MS = 86_400_000;

export function ArchiveDue() {
  const settings = useSettings();
  const { workspace } = useOpenStudio();
  const { lastArchiveAt, remindAfterDays } = settings;
  const [openedAt] = useState(() => Date.now());
  const waiting = useStored(readUnarchived, [lastArchiveAt]);
  const isDue =
    workspace === "own" &&
    remindAfterDays > 0 &&
    waiting !== undefined &&
    openedAt - waiting.since >= remindAfterDays * DAY_MS;
  if (!isDue) return null;
  return (
    <p className="mt-4 border-2 border-ink p-3">
      {waiting.count === 1 ? "One match is" : `${waiting.count} matches are`} in this browser only.{" "}
      {lastArchiveAt === undefined
        ? "No archive was saved yet."
        : `The last archive was saved ${formatDistanceToNow(lastArchiveAt, { addSuffix: true })}.`}{" "}
      <Link href="/settings#archive" className={buttonClass("quiet")}>
        Save one
      </Link>
    </p>
  );
}
