"use client";

/** The end of a session: what was right, what was missed which way, and what comes next time. */
import type { Answered } from "../../domain/practice/answered";
import { type PracticeSession, SKILL_AXES } from "../../domain/practice/practice";
import { scoreOf } from "../../domain/practice/score";
import { Button } from "../../ui/Button";
import { AXIS_WORDS } from "../../words/practice";

export function SessionEnd({
  session,
  answered,
  onLeave,
}: {
  session: PracticeSession;
  answered: readonly Answered[];
  onLeave: () => void;
}) {
  const scores = session.answers.flatMap((answer, i) => {
    const question = session.questions[i];
    return question ? [{ question, score: scoreOf(question, answer) }] : [];
  });
  const isScreenCheck = scores.every(({ question }) => question.drill === "screen");
  const rows = SKILL_AXES.flatMap((axis) => {
    const steps = scores.flatMap(({ score }) =>
      score.misses.filter((miss) => miss.axis === axis).map((miss) => miss.steps),
    );
    const before = answered
      .filter(({ at }) => at < session.startedAt)
      .flatMap(({ score }) => score.misses.filter((miss) => miss.axis === axis).map((miss) => miss.steps));
    return steps.length > 0
      ? [{ axis, count: steps.length, mean: meanOf(steps), before: meanOf(before) }]
      : [];
  });
  return (
    <section aria-label="Practice" className="p-4 wide:p-5 wide:pl-2">
      <h1 className="text-xl font-bold">Done</h1>
      <p className="mt-1">
        {isScreenCheck
          ? `Told apart: ${scores.filter(({ score }) => score.isRight).length} of ${scores.length}.`
          : `${scores.filter(({ score }) => score.isRight).length} of ${scores.length} answers were right.`}
      </p>
      {rows.length > 0 ? (
        <table className="mt-3 border-collapse text-left">
          <caption className="sr-only">How far off, in clear steps</caption>
          <thead>
            <tr className="border-b-2 border-ink">
              <th scope="col" className="py-1.5 pr-6">
                Of
              </th>
              <th scope="col" className="pr-6">
                Judged
              </th>
              <th scope="col" className="pr-6">
                Off by, mean
              </th>
              <th scope="col">Before today</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ axis, count, mean, before }) => (
              <tr key={axis} className="border-b">
                <th scope="row" className="py-1.5 pr-6 font-normal">
                  {AXIS_WORDS[axis]}
                </th>
                <td className="pr-6">{count}</td>
                <td className="pr-6">{stepsWords(mean)}</td>
                <td>{before === undefined ? "none" : stepsWords(before)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
      <Button weight="main" data-next="" className="mt-4" onClick={onLeave}>
        Back to practice
      </Button>
    </section>
  );
}

function meanOf(steps: readonly number[]): number | undefined {
  return steps.length > 0 ? steps.reduce((sum, one) => sum + one, 0) / steps.length : undefined;
}

/** A clear step: half a step of value, or what an eye parts as surely in chroma and hue. */
function stepsWords(mean: number | undefined): string {
  return mean === undefined ? "none" : `${mean.toFixed(1)} clear steps`;
}
