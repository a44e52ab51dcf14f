"use client";

/** The store is empty and was not: what may have happened, and the way back. */
import { format } from "date-fns";
import Link from "next/link";
import { useState } from "react";
import { forgetWork, workBefore } from "../../kit/studio/ownWork";
import { useOpenStudio, useStudio } from "../../kit/studio/useStudio";
import { Button, buttonClass } from "../../ui/Button";
import { Notice } from "../../ui/Notice";

export function LostWork() {
  const { workspace } = useOpenStudio();
  const isReady = useStudio((studio) => studio.isReady);
  const [before, setBefore] = useState(workBefore);
  if (!before || !isReady || workspace !== "own") return null;
  return (
    <div className="mb-6 flex flex-col gap-3">
      <Notice>
        “{before.painting}” was here on {format(before.at, "d MMMM yyyy")}, and this browser’s store is empty
        now, though nobody emptied it in Gaman. Browsers, and tools that clear their data, can do that. Take
        in your last archive to have the work back.
      </Notice>
      <div className="flex flex-wrap gap-3">
        <Link href="/settings" className={buttonClass("main")}>
          Take in an archive
        </Link>
        <Button
          onClick={() => {
            forgetWork();
            setBefore(undefined);
          }}
        >
          Begin afresh
        </Button>
      </div>
    </div>
  );
}
