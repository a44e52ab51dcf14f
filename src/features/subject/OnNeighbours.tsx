"use client";

/** A colour on what really lies around it, and how that makes it look. */
import { useState } from "react";
import { contrastPush, contrastRemedy, type ContrastPush } from "../../core/aim/contrast";
import { atEqualValue, type EqualValueFailure } from "../../core/aim/equalValue";
import type { LabD65 } from "../../core/color/types";
import { comparedTemperature } from "../../core/describe/difference";
import { hueRailEnds } from "../../core/describe/difference";
import { valueText } from "../../core/describe/valueScale";
import type { Neighbour } from "../../core/picture/pixels";
import { labFromStored } from "../../domain/reading/storedColor";
import { Fold } from "../../ui/Fold";
import { SelectField } from "../../ui/SelectField";
import { Patch } from "../../ui/Patch";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { describeLab } from "../../words/colors";
import { Status } from "../../ui/Status";

function listed({ value, chroma, warmth }: ContrastPush): string {
  return [value, chroma, warmth].filter(Boolean).join(", ");
}

export function OnNeighbours({ lab, neighbours }: { lab: LabD65; neighbours: readonly Neighbour[] }) {
  const settings = useSettings();
  return (
    <Fold label="On its neighbours" className="border-t">
      <ul className="grid grid-cols-2 gap-3">
        {neighbours.map(({ side, lab: surround }) => {
          const push = contrastPush(lab, surround);
          const temperature = comparedTemperature(lab, surround);
          return (
            <li key={side}>
              <Patch
                lab={surround}
                label={`${side}: ${describeLab(surround, settings).sentence}`}
                className="flex h-20 items-center justify-center"
              >
                <Patch lab={lab} className="size-9" />
              </Patch>
              <p className="text-sm leading-snug">
                <span className="font-semibold">{side}</span>, {temperature} than it.{" "}
                {listed(push) === ""
                  ? "Hardly changed by it."
                  : `Looks ${listed(push)} here; alone, lean ${listed(contrastRemedy(push))}.`}
              </p>
            </li>
          );
        })}
      </ul>
      <EqualValue lab={lab} />
    </Fold>
  );
}

/** The hue of this colour against that of a note, both at one value. */
function EqualValue({ lab }: { lab: LabD65 }) {
  const notes = useStudio((studio) => studio.notes);
  const settings = useSettings();
  const [noteId, setNoteId] = useState("");
  const note = notes.find((row) => row.id === noteId);
  const pair = note && atEqualValue(labFromStored(note.target), lab);
  return (
    <div className="mt-3 pb-2">
      <SelectField
        label="Hue against a note, at one value"
        value={noteId}
        onChoose={(picked) => {
          setNoteId(picked);
        }}
      >
        <option value="">choose a note</option>
        {notes.map(({ id, number, name }) => (
          <option key={id} value={id}>
            {number} {name}
          </option>
        ))}
      </SelectField>
      {note && pair?.ok ? (
        <>
          <div className="mt-2 flex">
            <Patch
              lab={pair.value.first}
              label={`${note.name} at the common value`}
              className="h-14 flex-1"
            />
            <Patch lab={pair.value.second} label="this colour at the common value" className="h-14 flex-1" />
          </div>
          <Status>
            Both at value {valueText(pair.value.first[0], settings.scale)}:{" "}
            {hueWordsOf(pair.value.first, pair.value.hueDifferenceDegrees)}
          </Status>
        </>
      ) : null}
      {pair && !pair.ok ? <Status>{declined(pair.failure)}</Status> : null}
    </div>
  );
}

function hueWordsOf(first: LabD65, degrees: number): string {
  const { hueDown, hueUp } = hueRailEnds(first);
  const size = Math.round(Math.abs(degrees));
  return size < 2 ? "the same hue." : `${size}° towards ${degrees > 0 ? hueUp : hueDown}.`;
}

function declined(failure: EqualValueFailure): string {
  if (failure.code === "no-common-value")
    return "There is no value at which a screen shows both with their own chroma, so their hues are not compared here.";
  const which = { first: "The note is", second: "This colour is", both: "Both are" }[failure.which];
  return `${which} so near to grey that a hue difference would mean nothing.`;
}
