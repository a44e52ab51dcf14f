"use client";

/** In which state the target was seen, and on what: only unlike states are compared with a shift. */
import { usePaintingCommands } from "../../../kit/commands/paintings";
import { attempt } from "../../../kit/studio/problems";
import type { Note } from "../../../domain/note/note";
import type { SeenOn } from "../../../domain/reading/reading";
import { SelectField } from "../../../ui/SelectField";

const STATES: readonly {
  readonly value: string;
  readonly label: string;
  readonly film: NonNullable<Note["film"]>;
  readonly seenOn: SeenOn;
}[] = [
  { value: "thing", label: "a thing, dry", film: "dry", seenOn: "thing" },
  { value: "picture", label: "a picture", film: "dry", seenOn: "picture" },
  { value: "chip", label: "a chip or card", film: "dry", seenOn: "chip" },
  { value: "other-dry", label: "another maker's paint, dry", film: "dry", seenOn: "other-paint" },
  { value: "other-wet", label: "another maker's paint, wet", film: "wet", seenOn: "other-paint" },
  { value: "own-dry", label: "my own paint, dry", film: "dry", seenOn: "own-paint" },
  { value: "own-wet", label: "my own paint, wet", film: "wet", seenOn: "own-paint" },
];

export function SeenOnField({ note }: { note: Note }) {
  const { setNoteSeen } = usePaintingCommands();
  const { film = "dry", seenOn = note.place ? "picture" : "thing" } = note;
  const chosen = STATES.find((state) => state.film === film && state.seenOn === seenOn) ?? STATES[0];
  return (
    <SelectField
      label="The target is"
      value={chosen?.value}
      onChoose={(picked) => {
        const state = STATES.find(({ value }) => value === picked);
        if (state) attempt(setNoteSeen(note.id, { film: state.film, seenOn: state.seenOn }));
      }}
    >
      {STATES.map(({ value, label }) => (
        <option key={value} value={value}>
          {label}
        </option>
      ))}
    </SelectField>
  );
}
