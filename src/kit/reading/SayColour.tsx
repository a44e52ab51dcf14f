"use client";

import { useState } from "react";
import type { LabD65 } from "../../core/color/types";
import { readWords } from "../../core/describe/readWords";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { Patch } from "../../ui/Patch";
import { Status } from "../../ui/Status";
import { describeLab } from "../../words/colors";
import { useSettings } from "../studio/useStudio";
import type { TakenColour } from "./taken";

/** "A bit too red and a little dark": a word with two meanings is asked back, never guessed. */
export function SayColour({
  beside,
  thing,
  onTake,
}: {
  /** What it is compared with. */
  beside: LabD65;
  thing: string;
  onTake: (taken: TakenColour) => void;
}) {
  const settings = useSettings();
  const [text, setText] = useState("");
  const said = readWords(text, beside, settings.scale);
  const [question] = said.questions;
  const { lab } = said;
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (lab) onTake({ lab, source: "by-eye", uncertaintyDeltaE2000: said.uncertaintyDeltaE2000 });
      }}
    >
      <TextField
        label={`How ${thing} looks beside the target`}
        hint="a bit too red and a little dark"
        autoFocus
        value={text}
        onChange={(event) => {
          setText(event.target.value);
        }}
      />
      {question ? (
        <div
          role="group"
          aria-label={`What ${question.word} means`}
          className="flex flex-wrap items-center gap-3"
        >
          <Status>By “{question.word}” do you mean more</Status>
          {question.meanings.map((meaning) => (
            <Button
              key={meaning}
              onClick={() => {
                setText(text.replace(new RegExp(`\\b${question.word}\\b`, "i"), meaning));
              }}
            >
              {meaning}
            </Button>
          ))}
        </div>
      ) : null}
      {said.unknown.length > 0 ? (
        <Status className="text-muted">Passed over: {said.unknown.join(", ")}.</Status>
      ) : null}
      {lab ? (
        <div className="flex items-center gap-3">
          <span className="flex">
            <Patch lab={beside} className="h-11 w-14" />
            <Patch
              lab={lab}
              label={`As said: ${describeLab(lab, settings).sentence}`}
              className="h-11 w-14"
            />
          </span>
          <Button type="submit">Record this reading</Button>
        </div>
      ) : null}
    </form>
  );
}
