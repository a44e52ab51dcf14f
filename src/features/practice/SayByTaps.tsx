"use client";

/** A colour said by taps alone: hue, value, chroma, each among at most four. */
import { useState } from "react";
import { type LabD65, labD65 } from "../../core/color/types";
import { saidByTaps, stepsOfNaming } from "../../domain/practice/naming";
import type { Question } from "../../domain/practice/practice";
import { useSettings } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { Say } from "../../ui/announce/Say";
import { optionsOf, promptOf } from "../../words/practice";
import { TapButtons } from "./TapButtons";

/** Every step is asked of it, so nothing of its own colour is left in the answer. */
const ANY: Question = {
  drill: "name",
  axis: "hue",
  patches: [labD65(50, 40, 0)],
  choices: [],
  key: [],
};
const TAPS = stepsOfNaming(ANY).length;

export function SayByTaps({ onSaid }: { onSaid: (lab: LabD65) => void }) {
  const settings = useSettings();
  const [given, setGiven] = useState<readonly number[]>([]);
  return (
    <div className="flex flex-col gap-2">
      <p>
        Say it first. <Say>{promptOf(ANY, Math.min(given.length, TAPS - 1))}</Say>
      </p>
      <TapButtons
        names={optionsOf(ANY, given.length, given, [], settings) ?? []}
        onTap={(place) => {
          if (given.length >= TAPS) return;
          const next = [...given, place];
          setGiven(next);
          if (next.length === TAPS) onSaid(saidByTaps(ANY, next));
        }}
      />
      {given.length > 0 ? (
        <Button
          weight="quiet"
          className="self-start"
          onClick={() => {
            setGiven(given.slice(0, -1));
          }}
        >
          back one tap
        </Button>
      ) : null}
    </div>
  );
}
