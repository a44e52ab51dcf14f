"use client";

import { useState } from "react";
import type { LabD65 } from "../../core/color/types";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { parseTypedColor } from "../../kit/reading/typedColor";

/** Numbers of an instrument that the painter trusts, ΔE00. */
const TYPED = 0.6;

export function ReadTyped({ onTake }: { onTake: (lab: LabD65, uncertaintyDeltaE2000: number) => void }) {
  const [text, setText] = useState("");
  const [word, setWord] = useState<string>();
  return (
    <form
      className="flex flex-col items-start gap-3"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        const parsed = parseTypedColor(text);
        setWord(parsed.ok ? undefined : parsed.failure);
        if (parsed.ok) onTake(parsed.value, TYPED);
      }}
    >
      <TextField
        className="w-full"
        label="The dab as CIELAB D65, or hex"
        hint="Such as 46 -15 -13."
        error={word}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
        }}
      />
      <Button type="submit">Take this reading</Button>
    </form>
  );
}
