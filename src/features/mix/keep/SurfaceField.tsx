"use client";

import { type Note, TARGET_SURFACES } from "../../../domain/note/note";
import { usePaintingCommands } from "../../../kit/commands/paintings";
import { attempt } from "../../../kit/studio/problems";
import { SelectField } from "../../../ui/SelectField";

/** How much the target shines. */
export function SurfaceField({ note }: { note: Note }) {
  const { setNoteSeen } = usePaintingCommands();
  return (
    <SelectField
      label="Its surface is"
      value={note.surface ?? ""}
      onChoose={(picked) => {
        const surface = TARGET_SURFACES.find((name) => name === picked);
        attempt(setNoteSeen(note.id, { film: note.film, seenOn: note.seenOn, surface }));
      }}
    >
      <option value="">not said</option>
      {TARGET_SURFACES.map((name) => (
        <option key={name} value={name}>
          {name}
        </option>
      ))}
    </SelectField>
  );
}
