"use client";

import { useState } from "react";
import { isVisibleName, plainName } from "../../domain/name/visibleName";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";

/** What something is called: written when it is sent off, and only where it has letters that can be seen. */
export function NameForm({
  label,
  name,
  placeholder,
  className,
  onName,
}: {
  label: string;
  name: string;
  placeholder?: string;
  className?: string;
  onName: (name: string) => void;
}) {
  const [text, setText] = useState(name);
  const isGood = isVisibleName(text) && plainName(text) !== name;
  return (
    <form
      className={`flex items-end gap-3 ${className ?? ""}`}
      onSubmit={(event) => {
        event.preventDefault();
        if (isGood) onName(plainName(text));
      }}
    >
      <TextField
        className="min-w-0 flex-1"
        label={label}
        placeholder={placeholder}
        maxLength={120}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
        }}
      />
      <Button type="submit" disabled={!isGood}>
        Name it
      </Button>
    </form>
  );
}
