"use client";

/** The wet paint that a note is painted into, and how much of it the brush takes up. */
import type { Ground } from "../../../domain/ground/ground";
import type { Note } from "../../../domain/note/note";
import { usePaintingCommands } from "../../../kit/commands/paintings";
import { attempt } from "../../../kit/studio/problems";
import { NoteSelect } from "../../../kit/studio/NoteSelect";
import { useStudio } from "../../../kit/studio/useStudio";
import { SelectField } from "../../../ui/fields";

const SHARES = [0.05, 0.1, 0.2, 0.3, 0.4, 0.5] as const;
const USUAL = 0.2;

export function WetGroundField({ note }: { note: Note }) {
  const { setNoteGround } = usePaintingCommands();
  const notes = useStudio((studio) => studio.notes);
  const wet = note.ground?.isWet ? note.ground : undefined;
  const set = (ground: Ground | undefined): void => {
    attempt(setNoteGround(note.id, ground));
  };
  return (
    <div className="flex flex-wrap gap-3">
      <NoteSelect
        label="It is painted into wet paint of"
        none="nothing: what lies there is dry"
        withoutId={note.id}
        value={wet?.ofId ?? ""}
        onChange={(belowId) => {
          const below = notes.find(({ id }) => id === belowId);
          set(
            below && {
              kind: "note",
              name: below.name,
              ofId: below.id,
              isWet: true,
              pickedUpShare: wet?.pickedUpShare ?? USUAL,
            },
          );
        }}
      />
      {wet ? (
        <SelectField
          label="The brush takes up"
          value={wet.pickedUpShare ?? USUAL}
          onChange={(event) => {
            set({ ...wet, pickedUpShare: Number(event.target.value) });
          }}
        >
          {SHARES.map((share) => (
            <option key={share} value={share}>
              {Math.round(100 * share)} %
            </option>
          ))}
        </SelectField>
      ) : null}
    </div>
  );
}
