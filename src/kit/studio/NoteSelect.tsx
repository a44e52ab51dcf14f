"use client";

import type { ReactNode } from "react";
import { SelectField } from "../../ui/SelectField";
import { useStudio } from "./useStudio";

/** One of the painting's notes. */
export function NoteSelect({
  label,
  value,
  none,
  withoutId,
  children,
  onChange,
}: {
  label: string;
  /** Id of the note; empty for none. */
  value: string;
  /** Said where none may be chosen. */
  none?: string;
  /** A note that is not among them. */
  withoutId?: string;
  /** Further options, after the notes. */
  children?: ReactNode;
  onChange: (value: string) => void;
}) {
  const notes = useStudio((studio) => studio.notes);
  return (
    <SelectField
      label={label}
      value={value}
      onChoose={(picked) => {
        onChange(picked);
      }}
    >
      {none === undefined ? null : <option value="">{none}</option>}
      {notes
        .filter(({ id }) => id !== withoutId)
        .map(({ id, number, name }) => (
          <option key={id} value={id}>
            {number} {name}
          </option>
        ))}
      {children}
    </SelectField>
  );
}
