"use client";

import type { Note } from "../../../domain/note/note";
import { SelectField } from "../../../ui/SelectField";
import { attempt } from "../../../kit/studio/problems";
import { usePaintingCommands } from "../../../kit/commands/paintings";
import { type Purpose, toleranceOf } from "../../../domain/match/purpose";
import { later } from "../../../ui/later";

const OwnTolerance = later(async () => (await import("./OwnTolerance")).OwnTolerance);

const PURPOSES: readonly { readonly value: Purpose; readonly label: string }[] = [
  { value: "vanish", label: "be invisible on the target" },
  { value: "family", label: "be near enough to paint with" },
  { value: "relation", label: "look right beside its neighbours" },
  { value: "stand-in", label: "stand in for a tube" },
  { value: "own", label: "my own limits" },
];

/** What the match is for; its closeness follows, or is the painter's own. */
export function PurposeField({ note }: { note: Note }) {
  const { setNotePurpose } = usePaintingCommands();
  const purpose = note.purpose ?? "family";
  return (
    <div className="flex max-w-full min-w-0 flex-wrap items-end gap-3 pb-1">
      <SelectField
        label="How close must it be?"
        value={purpose}
        onChoose={(picked) => {
          const chosen = PURPOSES.find(({ value }) => value === picked);
          if (!chosen) return;
          attempt(
            setNotePurpose(note.id, {
              purpose: chosen.value,
              tolerance: chosen.value === "own" ? toleranceOf(note) : undefined,
            }),
          );
        }}
      >
        {PURPOSES.map(({ value, label }) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </SelectField>
      {purpose === "own" ? <OwnTolerance key={note.id} note={note} /> : null}
    </div>
  );
}
