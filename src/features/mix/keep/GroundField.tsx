"use client";

/** What a note or a pile is laid on: the painting's own ground, another one, another note; dry, or wet and taken up. */
import type { Ground } from "../../../domain/ground/ground";
import { NAMED_GROUNDS } from "../../../domain/ground/seenGround";
import { NoteSelect } from "../../../kit/studio/NoteSelect";
import { useStudio } from "../../../kit/studio/useStudio";
import { CheckField } from "../../../ui/fields";
import { SelectField } from "../../../ui/SelectField";

const SHARES = [0.05, 0.1, 0.2, 0.3, 0.4, 0.5] as const;
const USUAL = 0.2;

export function GroundField({
  ground,
  noteId,
  canBeWet,
  onGround,
}: {
  ground: Ground | undefined;
  /** The note itself, which cannot lie on itself. */
  noteId?: string;
  /** Whether the brush may take up paint from there: a pile without a note has no aim that could allow for it. */
  canBeWet: boolean;
  onGround: (ground: Ground | undefined) => void;
}) {
  const notes = useStudio((studio) => studio.notes);
  const groundOf = (value: string): Ground | undefined => {
    const below = notes.find(({ id }) => id === value);
    if (below) return { kind: "note", name: below.name, ofId: below.id, isWet: false };
    return NAMED_GROUNDS.find(({ name }) => name === value);
  };
  return (
    <div className="flex flex-wrap items-end gap-3">
      <NoteSelect
        label="It is laid on"
        none="the painting’s own ground"
        {...(noteId !== undefined && { withoutId: noteId })}
        value={ground?.ofId ?? ground?.name ?? ""}
        onChange={(value) => {
          onGround(groundOf(value));
        }}
      >
        {NAMED_GROUNDS.map(({ name }) => (
          <option key={name} value={name}>
            {name}
          </option>
        ))}
      </NoteSelect>
      {canBeWet && ground?.kind === "note" ? (
        <CheckField
          label="which is still wet"
          isChecked={ground.isWet}
          onChange={(isWet) => {
            const { pickedUpShare: _, ...dry } = ground;
            onGround(isWet ? { ...dry, isWet, pickedUpShare: USUAL } : { ...dry, isWet });
          }}
        />
      ) : null}
      {ground?.isWet ? (
        <SelectField
          label="The brush takes up"
          value={ground.pickedUpShare ?? USUAL}
          onChoose={(picked) => {
            onGround({ ...ground, pickedUpShare: Number(picked) });
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
