"use client";

import { formatDistanceToNow } from "date-fns";
import Link from "next/link";
import { useEffect, useRef } from "react";
import { Button, buttonClass } from "../../ui/Button";
import { recordDryCheck } from "../../persistence/studio";
import { useStudio } from "../shared/Studio";
import { deltaEText } from "../shared/words";
import type { Bench } from "./useBench";

/** The kept match of this note: provisional until someone has looked at the dry paint. */
export function MatchLine({ bench }: { bench: Bench }) {
  const { db, attempt } = useStudio();
  const match = bench.lastMatch;
  const line = useRef<HTMLDivElement>(null);
  const hadPile = useRef(false);
  const isOpen = bench.pile !== undefined;
  const isKept = match !== undefined;
  useEffect(() => {
    // Kept far down the page, the word that it was kept must not stay out of sight above.
    if (hadPile.current && isKept) line.current?.scrollIntoView({ block: "nearest" });
    hadPile.current = isOpen;
  }, [isOpen, isKept]);
  if (!match) return null;
  const kept = formatDistanceToNow(match.keptAt, { addSuffix: true });
  return (
    <div ref={line} role="status" className="mb-4 border-2 border-ink p-3">
      <p>
        <span className="font-bold">Match kept</span> {kept}, {deltaEText(match.deltaE2000)}.{" "}
        {match.verdict === "provisional"
          ? "It is provisional: look at it again when it is dry."
          : match.verdict === "confirmed"
            ? "Checked dry."
            : "It moved in drying: mix it again."}
      </p>
      <Link href="/log" className={buttonClass("quiet")}>
        see it in the log
      </Link>
      {match.verdict === "provisional" ? (
        <div className="mt-2 flex flex-wrap gap-3">
          <Button
            onClick={() => {
              attempt(recordDryCheck(db, match.id, "confirmed", Date.now()));
            }}
          >
            Dry, still right
          </Button>
          <Button
            onClick={() => {
              attempt(recordDryCheck(db, match.id, "moved", Date.now()));
            }}
          >
            It moved
          </Button>
        </div>
      ) : null}
    </div>
  );
}
