"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { storedFromLab } from "../../persistence/storedColor";
import { addNote } from "../../persistence/studio";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { Patch } from "../../ui/Patch";
import { useStudio } from "../shared/Studio";
import { parseTypedColor } from "../shared/typedColor";
import { describeLab } from "../shared/words";

const TYPED_UNCERTAINTY = 1;

/** A note from numbers: no picture is needed. */
export function TypedNote({ paintingId }: { paintingId: string }) {
  const { db, settings, attempt } = useStudio();
  const router = useRouter();
  const [text, setText] = useState("");
  const [name, setName] = useState("");
  const [problem, setProblem] = useState<string>();
  const parsed = parseTypedColor(text);
  const description = parsed.ok ? describeLab(parsed.value, settings) : undefined;
  const keep = async (): Promise<void> => {
    if (!parsed.ok) {
      setProblem(parsed.failure);
      return;
    }
    const note = await addNote(
      db,
      {
        paintingId,
        name: name.trim() === "" ? describeLab(parsed.value, settings).hue : name,
        target: storedFromLab(parsed.value, "typed", TYPED_UNCERTAINTY),
      },
      Date.now(),
    );
    router.push(`/mix?note=${note.id}`);
  };
  return (
    <details className="mt-6 border-t pt-2">
      <summary className="flex min-h-11 items-center font-semibold underline underline-offset-4">
        Type a colour
      </summary>
      <form
        className="mt-2 flex flex-col gap-3"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          attempt(keep());
        }}
      >
        <TextField
          label="Hex or CIELAB (D65)"
          hint="#4a7d80, or 46 -15 -13"
          value={text}
          error={problem}
          onChange={(event) => {
            setText(event.target.value);
            setProblem(undefined);
          }}
        />
        {parsed.ok && description ? (
          <div className="flex items-center gap-3">
            <Patch lab={parsed.value} className="size-11 shrink-0" />
            <span>{description.sentence}</span>
          </div>
        ) : null}
        <TextField
          label="Name of the typed note"
          placeholder={description?.hue ?? ""}
          maxLength={120}
          value={name}
          onChange={(event) => {
            setName(event.target.value);
          }}
        />
        <Button type="submit" className="self-start">
          Keep and mix
        </Button>
      </form>
    </details>
  );
}
