"use client";

/** A question: its colours as large as there is room, below them at most five things to tap. */
import { useState } from "react";
import type { LabD65 } from "../../core/color/types";
import type { PlacedDose, Question, SessionTube } from "../../domain/practice/practice";
import { useSettings } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { Patch } from "../../ui/Patch";
import { Say } from "../../ui/announce/Say";
import { dosesWords, optionsOf, promptOf } from "../../words/practice";
import { PathPlan } from "./PathPlan";
import { TapButtons } from "./TapButtons";
import { tapsOf } from "./taps";

export function QuestionCard({
  question,
  tubes,
  onAnswer,
}: {
  question: Question;
  tubes: readonly SessionTube[];
  onAnswer: (given: readonly number[]) => void;
}) {
  const settings = useSettings();
  const [given, setGiven] = useState<readonly number[]>([]);
  const step = given.length;
  const wanted = tapsOf(question);
  const tap = (place: number): void => {
    // A second touch while the answer is written is none.
    if (given.length >= wanted) return;
    const next = [...given, place];
    setGiven(next);
    if (next.length < wanted) return;
    if (question.drill === "order") {
      // The last one is left over.
      const left = question.patches.findIndex((_, i) => !next.includes(i));
      onAnswer([...next, left]);
    } else onAnswer(next);
  };
  const options = optionsOf(question, step, given, tubes, settings);
  const words = promptOf(question, Math.min(step, wanted - 1));
  const { drill, patches, choices, mixture } = question;
  const isPatchTapped = !options && drill !== "path";
  const tapped =
    drill === "predict" ? choices.map(({ lab }) => lab).filter((lab) => lab !== undefined) : patches;
  return (
    <div className="flex flex-1 flex-col gap-3">
      <p className="text-lg font-semibold">
        <Say>{words}</Say>
      </p>
      {mixture && drill !== "add" ? (
        <p className="text-lg">
          {dosesWords(
            mixture,
            tubes,
            settings,
            drill !== "opposites" && drill !== "first" && drill !== "path",
          )}
        </p>
      ) : null}
      {mixture && drill === "add" ? (
        <p className="text-muted">The pile: {dosesWords(mixture, tubes, settings)}</p>
      ) : null}
      {isPatchTapped ? (
        <TapButtons
          labs={tapped}
          names={tapped.map((_, i) => `colour ${i + 1}`)}
          gone={drill === "order" ? given : []}
          onTap={tap}
        />
      ) : drill === "path" ? (
        <PathPlan question={question} onAnswer={onAnswer} />
      ) : (
        <>
          <Seen question={question} ofTube={drill === "opposites" ? labsOf(mixture, tubes)[0] : undefined} />
          <TapButtons names={options ?? []} tubes={tubesOfChoices(question, tubes)} onTap={tap} />
        </>
      )}
      {given.length > 0 && given.length < wanted ? (
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

function labsOf(doses: readonly PlacedDose[] | undefined, tubes: readonly SessionTube[]): readonly LabD65[] {
  return (doses ?? []).map(({ tube }) => tubes[tube]?.lab).filter((lab) => lab !== undefined);
}

/** Where tubes are chosen they are seen: painters know them by their colour. */
function tubesOfChoices(
  { drill, choices }: Question,
  tubes: readonly SessionTube[],
): readonly (readonly LabD65[])[] {
  if (drill === "parents" || drill === "first") return choices.map(({ doses }) => labsOf(doses, tubes));
  if (drill === "opposites") return choices.map(({ doses }) => labsOf(doses?.slice(1), tubes));
  return [];
}

/** Colours that are looked at and not tapped. */
function Seen({
  question: { patches: asked, around },
  ofTube,
}: {
  question: Question;
  /** A tube that is asked about, as it comes out. */
  ofTube: LabD65 | undefined;
}) {
  const patches = ofTube ? [ofTube] : asked;
  if (patches.length === 0) return null;
  const seen = (
    <div className="flex h-full min-h-40 flex-1">
      {patches.map((lab, i) => (
        <Patch
          key={i}
          lab={lab}
          className="flex-1"
          label={patches.length === 1 ? "the colour" : i === 0 ? "the target" : "the pile"}
        />
      ))}
    </div>
  );
  return around ? (
    <Patch lab={around} className="flex min-h-64 flex-1 p-16 wide:px-48" label="a surround that pulls">
      {seen}
    </Patch>
  ) : (
    <div className="flex min-h-48 flex-1 justify-center">
      <div className="flex w-full max-w-2xl">{seen}</div>
    </div>
  );
}
