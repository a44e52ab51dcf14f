"use client";

import { formatDistanceToNow } from "date-fns";
import Link from "next/link";
import { useEffect, useRef } from "react";
import { buttonClass } from "../../../ui/Button";
import { deltaEText } from "../../../words/colors";
import { useStudio } from "../../../kit/studio/useStudio";
import { NEXT } from "../../../ui/keepFocus";
import { useAim, useStory } from "../bench/contexts";
import { later } from "../../../ui/later";
import { Together } from "../../../ui/Together";

// Lightening and shading is asked for now and then.
const KeptMatch = later(async () => (await import("./KeptMatch")).KeptMatch);
const Family = later(async () => (await import("./Family")).Family);

/** The kept match of this note: provisional until someone has looked at the dry paint. */
export function MatchLine() {
  const { lastMatch, pile } = useStory();
  const match = lastMatch;
  const line = useRef<HTMLDivElement>(null);
  const hadPile = useRef(false);
  const isOpen = pile !== undefined;
  const isKept = match !== undefined;
  useEffect(() => {
    const isNewlyKept = hadPile.current && isKept;
    hadPile.current = isOpen;
    if (!isNewlyKept) return undefined;
    // Kept far down the page, the word that it was kept must not stay out of sight above. The page is laid out then.
    const picture = requestAnimationFrame(() => {
      line.current?.scrollIntoView({ block: "nearest" });
    });
    return () => {
      cancelAnimationFrame(picture);
    };
  }, [isOpen, isKept]);
  if (!match) return null;
  const kept = formatDistanceToNow(match.keptAt, { addSuffix: true });
  return (
    <div ref={line} role="status" className="mb-4 border-2 border-ink p-3">
      <p>
        <span className="font-bold">Match kept</span> {kept},{" "}
        <Together>{deltaEText(match.deltaE2000)}</Together>.{" "}
        {match.verdict === "provisional"
          ? "It is provisional: look at it again when it is dry."
          : match.verdict === "confirmed"
            ? "Checked dry."
            : "It changed while drying: mix it again."}
      </p>
      <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-2">
        <NextNote />
        <Link href={`/log?match=${match.id}` as "/log"} className={buttonClass("quiet")}>
          see it in the log
        </Link>
      </div>
      <KeptMatch match={match} />
      <Family match={match} />
    </div>
  );
}

/** On to the note after this one that is still to be mixed, round the corner to the first; where all are mixed, to a new one. */
function NextNote() {
  const { note } = useAim();
  const notes = useStudio((studio) => studio.notes);
  const open = notes.filter(({ id, state }) => id !== note.id && (state === "open" || state === "mixing"));
  const next = open.find(({ number }) => number > note.number) ?? open[0];
  return next ? (
    <Link {...NEXT} href={`/mix?note=${next.id}`} className={buttonClass("plain")}>
      Next: {next.number} {next.name}
    </Link>
  ) : (
    <Link {...NEXT} href="/subject" className={buttonClass("plain")}>
      Find the next colour
    </Link>
  );
}
