"use client";

/** One session: one question at a time, large; after each answer what it shows. Every answer is kept at once. */
import { useEffect, useState } from "react";
import type { Answered } from "../../domain/practice/answered";
import type { PracticeSession } from "../../domain/practice/practice";
import { scoreOf } from "../../domain/practice/score";
import { usePracticeCommands } from "../../kit/commands/practice";
import { attempt } from "../../kit/studio/problems";
import { Button } from "../../ui/Button";
import { DRILL_WORDS } from "../../words/practice";
import { Feedback } from "./Feedback";
import { QuestionCard } from "./QuestionCard";
import { SessionEnd } from "./SessionEnd";

export function SessionRun({
  session,
  answered,
  onLeave,
}: {
  session: PracticeSession;
  answered: readonly Answered[];
  onLeave: () => void;
}) {
  const { keepAnswer, changePractice } = usePracticeCommands();
  // What was answered last is shown until the painter goes on; after an interruption the next question comes.
  const [shownUpTo, setShownUpTo] = useState(session.answers.length);
  const { questions, answers, tubes } = session;
  const isTold = answers.length > shownUpTo;
  const place = isTold ? answers.length - 1 : answers.length;
  const question = questions[place];
  const answer = answers[place];
  const isOver = !isTold && answers.length >= questions.length;
  useEffect(() => {
    if (isOver && session.endedAt === undefined)
      attempt(changePractice(session.id, () => ({ endedAt: Date.now() })));
  }, [isOver, session.id, session.endedAt, changePractice]);
  if (isOver || !question) return <SessionEnd session={session} answered={answered} onLeave={onLeave} />;
  return (
    <section
      aria-label="Practice"
      className="flex min-h-full flex-col gap-3 p-4 wide:h-full wide:overflow-y-auto wide:p-5 wide:pl-2"
    >
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <h1 className="font-bold">
          {DRILL_WORDS[question.drill]}{" "}
          <span className="font-normal text-muted">
            {place + 1} of {questions.length}
          </span>
        </h1>
        <Button weight="quiet" onClick={onLeave}>
          go on later
        </Button>
      </div>
      {isTold && answer ? (
        <Feedback
          key={`told ${place}`}
          question={question}
          answer={answer}
          score={scoreOf(question, answer)}
          tubes={tubes}
          answered={answered}
          onNext={() => {
            setShownUpTo(answers.length);
          }}
        />
      ) : (
        <QuestionCard
          key={`asked ${place}`}
          question={question}
          tubes={tubes}
          onAnswer={(given) => {
            attempt(keepAnswer(session.id, place, { at: Date.now(), given }));
          }}
        />
      )}
    </section>
  );
}
