"use client";

/** After an answer: both colours touch, the miss in words, how often it goes that way, and why the right one is right. */
import Link from "next/link";
import { valueText } from "../../core/describe/valueScale";
import type { Answered } from "../../domain/practice/answered";
import type { Answer, Question, SessionTube } from "../../domain/practice/practice";
import { sameWay } from "../../domain/practice/progress";
import { AXES, type Score } from "../../domain/practice/score";
import { useSettings } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { KeyCap } from "../../ui/KeyCap";
import { Patch } from "../../ui/Patch";
import { Status } from "../../ui/Status";
import { useKey } from "../../ui/useKey";
import { PathShown } from "./PathPlan";
import { describeLab } from "../../words/colors";
import { dosesWords, missesWords, reasonOf, sameWayWords, wayWords } from "../../words/practice";

export function Feedback({
  question,
  answer,
  score,
  tubes,
  answered,
  onNext,
}: {
  question: Question;
  answer: Answer;
  score: Score;
  tubes: readonly SessionTube[];
  answered: readonly Answered[];
  onNext: () => void;
}) {
  const settings = useSettings();
  useKey("n", settings.singleKeys, onNext);
  const { truth, said, misses } = score;
  const worst = [...misses].sort((one, other) => other.steps - one.steps)[0];
  const axis = AXES.find((one) => one === worst?.axis);
  const habit =
    axis && worst && score.isNaming && worst.steps > 0
      ? `${wayWords(axis, worst.size)}: ${sameWayWords(sameWay(answered, axis, worst.size))}`
      : "";
  const isHabitSaid = habit !== "" && !habit.endsWith(": ");
  return (
    <div className="flex flex-1 flex-col gap-3">
      <div className="flex min-h-40 flex-1 flex-wrap gap-4">
        {question.drill === "path" ? (
          <PathShown question={question} mark={[answer.given[0] ?? 0, answer.given[1] ?? 0]} />
        ) : null}
        {question.drill === "first" ? (
          <LaidFirst question={question} given={answer.given[0]} tubes={tubes} />
        ) : (
          <Shown question={question} score={score} />
        )}
      </div>
      <div className="text-lg">
        <Status className="font-semibold">{missesWords(score, settings)}</Status>
        {truth && said && question.drill !== "order" ? (
          <p>
            {TRUTH_WORDS[question.drill] ?? "It is"}: {describeLab(truth, settings).sentence}.{" "}
            {score.isRight && !score.isNaming ? "" : `You said: ${describeLab(said, settings).sentence}.`}
          </p>
        ) : null}
        <RightAnswer question={question} answer={answer} tubes={tubes} />
        {isHabitSaid ? <p>{habit.charAt(0).toUpperCase() + habit.slice(1)}</p> : null}
        <p className="mt-1">{reasonOf(question, tubes, settings, settings.school.start)}</p>
        <SeeMore question={question} tubes={tubes} />
      </div>
      <Button weight="main" data-next="" className="min-h-14 self-start px-8" onClick={onNext}>
        Next <KeyCap>N</KeyCap>
      </Button>
    </div>
  );
}

const TRUTH_WORDS: Partial<Readonly<Record<Question["drill"], string>>> = {
  wrong: "The pile is",
  path: "It passes at",
  add: "That gives",
  predict: "They give",
};

/** Patches as they were asked, or the two colours side by side without a gap; greys beside them where value was asked. */
function Shown({ question, score: { truth, said } }: { question: Question; score: Score }) {
  const { drill, patches, key } = question;
  const settings = useSettings();
  if (drill === "order" || drill === "screen") {
    const inOrder = drill === "order" ? key : patches.map((_, place) => place);
    return (
      <div className="flex min-h-40 flex-1 flex-col">
        {[false, true].map((isGrey) => (
          <div key={String(isGrey)} className="flex flex-1">
            {inOrder.map((place) => {
              const lab = patches[place];
              return lab ? (
                <Patch
                  key={place}
                  lab={lab}
                  isGrey={isGrey}
                  className="flex-1"
                  label={`${isGrey ? "in grey: " : ""}${describeLab(lab, settings).sentence}`}
                />
              ) : null;
            })}
          </div>
        ))}
        <div className="flex">
          {inOrder.map((place) => (
            <span key={place} className="flex-1">
              value {valueText(patches[place]?.[0] ?? Number.NaN, settings.scale)}
            </span>
          ))}
        </div>
      </div>
    );
  }
  if (!truth || !said) return null;
  const isOfValue = question.axis === "value";
  return (
    <div className="flex min-h-40 flex-1 flex-col">
      <div className="flex flex-1">
        <Patch lab={truth} className="flex-1" label={`right: ${describeLab(truth, settings).sentence}`} />
        <Patch lab={said} className="flex-1" label={`yours: ${describeLab(said, settings).sentence}`} />
      </div>
      {isOfValue ? (
        <div className="flex h-16">
          <Patch lab={truth} isGrey className="flex-1" label="right, in grey" />
          <Patch lab={said} isGrey className="flex-1" label="yours, in grey" />
        </div>
      ) : null}
      <div className="flex">
        <span className="flex-1">right</span>
        <span className="flex-1">
          {drill === "lighter" || drill === "warmer" || drill === "odd" ? "the other" : "yours"}
        </span>
      </div>
    </div>
  );
}

/** The mixture, and below it the tube that goes first beside the one that was named. */
function LaidFirst({
  question: { patches, choices, key },
  given,
  tubes,
}: {
  question: Question;
  given: number | undefined;
  tubes: readonly SessionTube[];
}) {
  const settings = useSettings();
  const [mixture] = patches;
  const tubeOf = (choice: number | undefined): SessionTube | undefined =>
    tubes[choices[choice ?? -1]?.doses?.[0]?.tube ?? -1];
  const shown = [
    { name: "right", tube: tubeOf(key[0]) },
    ...(given === key[0] ? [] : [{ name: "yours", tube: tubeOf(given) }]),
  ];
  return (
    <div className="flex min-h-40 flex-1 flex-col">
      {mixture ? (
        <Patch
          lab={mixture}
          className="flex-1"
          label={`the mixture: ${describeLab(mixture, settings).sentence}`}
        />
      ) : null}
      <div className="flex flex-1">
        {shown.map(({ name, tube }) =>
          tube?.lab ? (
            <Patch key={name} lab={tube.lab} className="flex-1" label={`${name}: ${tube.label}`} />
          ) : null,
        )}
      </div>
      <div className="flex">
        {shown.map(({ name, tube }) => (
          <span key={name} className="flex-1">
            {name}: {tube?.label}
          </span>
        ))}
      </div>
    </div>
  );
}

function RightAnswer({
  question: { drill, choices, key },
  answer,
  tubes,
}: {
  question: Question;
  answer: Answer;
  tubes: readonly SessionTube[];
}) {
  const settings = useSettings();
  if (drill === "lighter" || drill === "warmer" || drill === "odd" || drill === "screen") {
    const place = (key[0] ?? 0) + 1;
    return answer.given[0] === key[0] ? null : <p>It is colour {place}.</p>;
  }
  const right = choices[key[0] ?? -1];
  if (!right?.doses || drill === "path") return null;
  return <p>The right one: {dosesWords(right.doses, tubes, settings, drill === "add")}.</p>;
}

/** Where the same can be seen with the painter's own tubes. */
function SeeMore({ question, tubes }: { question: Question; tubes: readonly SessionTube[] }) {
  const { choices, key, mixture = [] } = question;
  const doses = [...mixture, ...(choices[key[0] ?? -1]?.doses ?? [])];
  const own = doses.flatMap(({ tube }) => {
    const { label, tubeId } = tubes[tube] ?? {};
    return label !== undefined && tubeId !== undefined ? [{ label, tubeId }] : [];
  });
  const [first] = own;
  return (
    <p className="mt-1 flex flex-wrap gap-x-5">
      {first ? (
        <Link
          className="inline-flex min-h-11 items-center underline underline-offset-4"
          href={`/tubes?tube=${encodeURIComponent(first.tubeId)}`}
        >
          {first.label} in your box
        </Link>
      ) : null}
      <Link className="inline-flex min-h-11 items-center underline underline-offset-4" href="/charts">
        {question.axis === "mixing" ? "see it in a chart" : "charts of your tubes"}
      </Link>
    </p>
  );
}
