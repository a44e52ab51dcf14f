"use client";

import { format } from "date-fns";
import Link from "next/link";
import { differenceWords, WORKING_TOLERANCE } from "../../core/describe/difference";
import type { LogEntry } from "../../persistence/studio";
import { labFromStored } from "../../persistence/storedColor";
import { buttonClass } from "../../ui/Button";
import { Patch } from "../../ui/Patch";
import { Sheet } from "../../ui/Sheet";
import { totalsOf } from "../shared/paint";
import { useStudio } from "../shared/Studio";
import { deltaEText, describeLab, exactWords, knifeWords, tubeName } from "../shared/words";

/** One match with everything that went in, and the way to mix it again. */
export function LogDetail({ entry, onClose }: { entry: LogEntry | undefined; onClose: () => void }) {
  return (
    <Sheet
      isOpen={entry !== undefined}
      onOpenChange={(isOpen) => {
        if (!isOpen) onClose();
      }}
      title={entry?.note?.name ?? "Match"}
      description={entry ? `Kept ${format(entry.match.keptAt, "d MMMM yyyy, HH:mm")}` : ""}
    >
      {entry ? <Detail entry={entry} /> : null}
    </Sheet>
  );
}

function Detail({ entry }: { entry: LogEntry }) {
  const { settings, tubeById, change } = useStudio();
  const { match, pile, note } = entry;
  const target = labFromStored(match.target);
  const result = labFromStored(match.result);
  const words = differenceWords(target, result, WORKING_TOLERANCE, settings.scale);
  const totals = pile ? totalsOf(pile.additions) : [];
  return (
    <>
      <div className="flex h-36">
        <Patch lab={target} label={`Target: ${describeLab(target, settings).sentence}`} className="flex-1" />
        <Patch lab={result} label={`Result: ${describeLab(result, settings).sentence}`} className="flex-1" />
      </div>
      <div className="flex leading-snug">
        <p className="flex-1 pr-3">
          <span className="block font-bold">Target</span>
          {describeLab(target, settings).sentence}
        </p>
        <p className="flex-1">
          <span className="block font-bold">
            Result, {match.result.source === "by-eye" ? "read by eye" : match.result.source}
          </span>
          {describeLab(result, settings).sentence}
        </p>
      </div>
      <p className="mt-3">
        {words.value}, {words.chroma}, {words.hue}; {deltaEText(match.deltaE2000)}.
      </p>
      <h3 className="mt-4 font-bold">What went in</h3>
      <ol className="border-t">
        {totals.map(({ tubeId, parts }) => (
          <li key={tubeId} className="flex justify-between gap-3 border-b py-1.5">
            <span>
              <span className="font-semibold">{knifeWords(parts, settings)}</span>{" "}
              {tubeName(tubeById.get(tubeId))}
            </span>
            <span className="text-muted">{exactWords(parts, settings)}</span>
          </li>
        ))}
      </ol>
      {pile ? (
        <p className="mt-1 text-muted">
          in {pile.additions.length} {pile.additions.length === 1 ? "addition" : "additions"}
        </p>
      ) : (
        <p>The pile of this match is not in the record.</p>
      )}
      {note && pile ? (
        <Link
          href={`/mix?note=${note.id}&again=${pile.id}` as "/mix"}
          className={buttonClass("main", "mt-5")}
          onClick={() => {
            change({ currentPaintingId: match.paintingId });
          }}
        >
          Mix it again
        </Link>
      ) : null}
    </>
  );
}
