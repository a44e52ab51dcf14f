"use client";

import { differenceWords, WORKING_TOLERANCE } from "../../core/describe/difference";
import type { ValueScale } from "../../core/describe/valueScale";
import { COLOR_AXES, type ColorAxis } from "../../domain/reading/storedColor";
import { useChangeSettings } from "../studio/useChangeSettings";
import { useState } from "react";
import type { LabD65 } from "../../core/color/types";
import { readWords } from "../../core/describe/readWords";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { seenWhenThere } from "../../ui/intoSight";
import { Patch } from "../../ui/Patch";
import { Status } from "../../ui/Status";
import { describeLab } from "../../words/colors";
import { useSettings } from "../studio/useStudio";
import type { TakenColour } from "./taken";

/** "A bit too red and a little dark": a word with two meanings is asked back, never guessed. */
export function SayColour({
  beside,
  predicted,
  thing,
  onTake,
}: {
  /** What it is compared with. */
  beside: LabD65;
  predicted: LabD65 | undefined;
  thing: string;
  onTake: (taken: TakenColour) => void;
}) {
  const settings = useSettings();
  const [text, setText] = useState("");
  const changeSettings = useChangeSettings();
  const said = readWords(text, beside, settings.scale, { predicted, ownWords: settings.ownWords });
  const [question] = said.questions;
  const [stop] = said.unknown;
  const { lab } = said;
  const silent = COLOR_AXES.filter((axis) => !said.said.includes(axis));
  const answer = (word: string, meaning: string): void => {
    setText(answered(text, word, meaning));
    // A word with two meanings is asked once; a denial is asked each time.
    if (!word.includes(" "))
      changeSettings((before) => ({ ownWords: { ...before.ownWords, [word]: meaning } }));
  };
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (lab)
          onTake({
            lab,
            source: "by-eye",
            uncertaintyDeltaE2000: said.uncertaintyDeltaE2000,
            ...(silent.length > 0 && { silent }),
          });
      }}
    >
      <TextField
        label={`How ${thing} looks beside the target`}
        hint="such as: a bit too red and a little dark"
        autoFocus
        value={text}
        onChange={(event) => {
          setText(event.target.value);
        }}
      />
      {question ? (
        <div
          ref={seenWhenThere}
          role="group"
          aria-label={`What ${question.word} means`}
          className="flex scroll-mb-3 flex-wrap items-center gap-3"
        >
          <Status>By “{question.word}” do you mean more</Status>
          {question.meanings.map((meaning) => (
            <Button
              key={meaning}
              onClick={() => {
                answer(question.word, meaning);
              }}
            >
              {meaning}
            </Button>
          ))}
        </div>
      ) : null}
      {stop !== undefined && !question ? (
        <Status className="text-muted">
          “{stop}” is not understood, and could change the meaning. Say it in other words, or leave it out.
        </Status>
      ) : null}
      {lab ? (
        <div ref={seenWhenThere} className="flex scroll-mb-3 flex-wrap items-center gap-3">
          <span className="flex">
            <Patch lab={beside} className="h-11 w-14" />
            <Patch
              lab={lab}
              label={`As said: ${describeLab(lab, settings).sentence}`}
              className="h-11 w-14"
            />
          </span>
          <span className="min-w-40 flex-1">
            Understood: {readBack(beside, lab, said.said, settings.scale)}
            {silent.length > 0 ? <span className="text-muted">; the rest stays as predicted</span> : null}.
          </span>
          <Button type="submit" className="shrink-0">
            Record this reading
          </Button>
        </div>
      ) : null}
    </form>
  );
}

/** A denial stands in the text in other words than in its question: then the answer takes the whole of it. */
function answered(text: string, word: string, meaning: string): string {
  const pattern = new RegExp(`\\b${word}\\b`, "i");
  if (pattern.test(text)) return text.replace(pattern, meaning);
  const last = word.split(" ").at(-1) ?? "";
  const clause = new RegExp(`[^,;.]*\\b${last}\\b`, "i");
  return text.replace(clause, (found) => (found.startsWith(" ") ? ` ${meaning}` : meaning));
}

/** What was understood, axis by axis, in the words that Gaman itself uses. */
function readBack(target: LabD65, lab: LabD65, said: readonly ColorAxis[], scale: ValueScale): string {
  const words = differenceWords(target, lab, WORKING_TOLERANCE, scale);
  return said.map((axis) => words[axis]).join(", ");
}
