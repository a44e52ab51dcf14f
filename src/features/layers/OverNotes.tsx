"use client";

/** The same layers over every colour of the painting: what a passage turns to under them. */
import { labFromStored } from "../../domain/reading/storedColor";
import { reflectanceOf } from "../../domain/ground/seenGround";
import { seenStack } from "../../domain/layers/seenStack";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Patch } from "../../ui/Patch";
import { describeLab } from "../../words/colors";
import type { KnownLayers } from "./known";

export function OverNotes({ known: { layering, films } }: { known: KnownLayers }) {
  const settings = useSettings();
  const notes = useStudio((studio) => studio.notes);
  const tubeById = useStudio((studio) => studio.tubeById);
  return (
    <ul aria-label="The layers over the painting’s notes" className="max-w-2xl">
      {notes.map((note) => {
        const before = labFromStored(note.target);
        const ground = reflectanceOf(before);
        const after = ground && seenStack(layering.layers, ground, films.habitOf, tubeById)?.after.at(-1);
        return (
          <li key={note.id} className="flex items-center gap-3 border-t py-1">
            <span className="flex h-11 w-24 shrink-0">
              <Patch lab={before} className="flex-1" />
              {after ? <Patch lab={after} className="flex-1" /> : null}
            </span>
            <span className="min-w-0 leading-tight">
              {note.number} {note.name}
              <span className="block text-sm text-muted">
                {after
                  ? `turns to ${describeLab(after, settings).sentence}`
                  : "no surface can have this colour, or a paint is not known"}
              </span>
            </span>
          </li>
        );
      })}
    </ul>
  );
}
