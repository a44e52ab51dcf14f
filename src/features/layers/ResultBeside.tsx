"use client";

/** The result beside the colour that it is meant to reach, edge on edge. */
import { deltaE2000 } from "../../core/color/ciede2000";
import { labFromStored } from "../../domain/reading/storedColor";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Patch } from "../../ui/Patch";
import { deltaEText, describeLab, seenWords } from "../../words/colors";
import type { KnownLayers } from "./known";

export function ResultBeside({ known: { layering, seen } }: { known: KnownLayers }) {
  const settings = useSettings();
  const note = useStudio((studio) => studio.notes.find(({ id }) => id === layering.noteId));
  const result = seen?.after.at(-1);
  if (!note || !result) return null;
  const target = labFromStored(note.target);
  const difference = deltaE2000(target, result);
  return (
    <div className="mt-3">
      <div className="flex h-20 wide:h-24">
        <Patch
          lab={target}
          className="flex-1"
          label={`${note.number} ${note.name}: ${describeLab(target, settings).sentence}`}
        />
        <Patch
          lab={result}
          className="flex-1"
          label={`With all layers: ${describeLab(result, settings).sentence}`}
        />
      </div>
      <div className="grid grid-cols-2 gap-x-3 text-sm leading-tight">
        <span className="pt-1">
          wanted: {note.number} {note.name}, {describeLab(target, settings).sentence}
        </span>
        <span className="pt-1">
          with all layers: {describeLab(result, settings).sentence}; {deltaEText(difference)},{" "}
          {seenWords(difference)}
        </span>
      </div>
    </div>
  );
}
