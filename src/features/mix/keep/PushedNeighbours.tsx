"use client";

/** Kept colours beside this one that look different now that it is there. */
import { useStored } from "../../../kit/store/useStored";
import { lightnessPerStep } from "../../../core/describe/valueScale";
import type { Match } from "../../../domain/match/match";
import { pushedBy } from "../../../domain/match/pushed";
import { useSettings, useStudio } from "../../../kit/studio/useStudio";
import { readMatchesOf } from "../../../kit/store/calls";
import { Patch } from "../../../ui/Patch";
import { pushWords } from "../../../words/layers";

const NONE: readonly Match[] = [];
/** More of them are not looked at one by one. */
const MOST_SHOWN = 4;

export function PushedNeighbours({ match }: { match: Match }) {
  const settings = useSettings();
  const noteById = useStudio((studio) => studio.noteById);
  const matches = useStored(readMatchesOf, [match.paintingId]) ?? NONE;
  const quarterStep = lightnessPerStep(settings.scale) / 4;
  const pushed = pushedBy(match, matches, noteById, quarterStep).slice(0, MOST_SHOWN);
  if (pushed.length === 0) return null;
  return (
    <section aria-labelledby="pushed-neighbours" className="mt-3">
      <h3 id="pushed-neighbours" className="font-semibold">
        Beside it, these look different now
      </h3>
      <ul>
        {pushed.map(({ note, lab, push }) => (
          <li key={note.id} className="flex items-center gap-3 py-1">
            <Patch lab={lab} className="h-8 w-12 shrink-0" />
            <span>
              {note.number} {note.name} looks {pushWords(lab, push, settings)}
            </span>
          </li>
        ))}
      </ul>
      <p className="text-sm text-muted">An estimate of how they are seen. The paint is as it was.</p>
    </section>
  );
}
